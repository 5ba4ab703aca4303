import { degrees } from '../../core/mathematics/angle.ts';
import { formatNumber, formatQuantity } from '../../core/mathematics/quantity.ts';
import type { Doubt, Watching } from '../../core/camera/runDetector.ts';
import type { SeenFrame } from './cameraWorker.ts';
import { plural, say } from '../../core/language/say.ts';

/** What happens now, in two or three words, and what to do next. */
export function watchingWords(watching: Watching, robotTag: number): { now: string; next: string } {
  switch (watching.kind) {
    case 'nothing':
      return {
        now: say`No robot in sight.`,
        next: say`Put it at its start, with its tag ${robotTag} to the camera.`,
      };
    case 'two robots':
      return {
        now: say`Two robots with one tag.`,
        next: say`Tag ${robotTag} is seen twice: take one away, or give it another tag.`,
      };
    case 'elsewhere':
      return {
        now: say`Not at its start.`,
        next:
          Math.abs(watching.turned) > 0.35 && watching.distance < 80
            ? say`It is turned ${formatNumber(Math.abs(degrees(watching.turned)), 0)}° from how the route begins.`
            : say`It stands ${formatQuantity(watching.distance, 'length', 0)} from where the route begins.`,
      };
    case 'moving':
      return { now: say`It moves.`, next: say`Let it stand still at its start.` };
    case 'settling':
      return { now: say`Nearly ready.`, next: say`Hands off: it has to stand still for a moment.` };
    case 'ready':
      return {
        now: say`Ready. Set it off.`,
        next: say`The run begins by itself when the robot leaves its place.`,
      };
    case 'running':
      return {
        now: say`Under way, ${formatNumber(watching.seconds, 0)} s.`,
        next: say`Hands off the table. It is logged when it has stood still for a second.`,
      };
    case 'hidden':
      return {
        now: say`Its tag is hidden.`,
        next: say`Something is between the robot and the camera. What is not seen is not guessed.`,
      };
    case 'ending':
      return { now: say`It stands.`, next: say`Leave it for a second.` };
    case 'interrupted':
      return watching.by === 'lifted'
        ? {
            now: say`Picked up: no run.`,
            next: say`It was lifted on its way. Put it back to its start.`,
          }
        : {
            now: say`Lost from sight: no run.`,
            next: say`Its tag did not come back. Put it back to its start.`,
          };
  }
}

/** Why a person is asked about a run. */
export function doubtWords(doubt: Doubt): string {
  switch (doubt) {
    case 'hidden':
      return say`Its tag was hidden while it moved.`;
    case 'pushed':
      return say`It moved sideways, as no wheels do: somebody or something pushed it.`;
    case 'picked up early':
      return say`It was picked up before it had stood still for a second.`;
    case 'two robots':
      return say`Two robots with its tag were in sight.`;
    case 'camera moved':
      return say`The camera, or a tag on the table, was moved meanwhile.`;
    case 'shorter':
      return say`It ended much sooner than planned.`;
    case 'longer':
      return say`It took much longer than planned.`;
  }
}

/** A fact about what the camera sees, and whether it is well. */
export interface CameraFact {
  words: string;
  tone: 'good' | 'plain' | 'bad';
}

/** Looks more oblique than this say little, rad. */
const OBLIQUE = 1;
/** Fewer pictures a second miss what happens. */
const FEW = 8;

const LIGHT: Record<SeenFrame['light'], CameraFact> = {
  get good() {
    return { words: say`light good`, tone: 'plain' as const };
  },
  get dim() {
    return { words: say`too dark: more light`, tone: 'bad' as const };
  },
  get glaring() {
    return { words: say`glaring: turn a lamp away`, tone: 'bad' as const };
  },
};

/** What the camera sees, in words. */
export function cameraFacts(
  { found, missing, robot, camera, otherHeight, light }: SeenFrame,
  rate: number,
  lensViews: number | null,
  height: number,
): CameraFact[] {
  const all = found.length + missing.length;
  const facts: CameraFact[] = [
    {
      words: say`${found.length} of ${plural(all, 'one table tag', '# table tags')}`,
      tone: missing.length === 0 ? 'good' : found.length === 0 ? 'bad' : 'plain',
    },
    robot === null
      ? { words: say`robot not seen`, tone: 'bad' }
      : { words: say`robot seen`, tone: 'good' },
    {
      words: say`${formatNumber(rate, 0)} pictures a second`,
      tone: rate < FEW ? 'bad' : 'plain',
    },
  ];
  if (otherHeight !== null)
    facts.push({
      words: say`its tag looks ${formatQuantity(otherHeight, 'length', 0)} high, not ${formatQuantity(height, 'length', 0)}`,
      tone: 'bad',
    });
  else if (robot !== null)
    facts.push({
      words: say`height ${formatQuantity(height, 'length', 0)}, as told`,
      tone: 'plain',
    });
  facts.push(LIGHT[light]);
  if (camera !== null) {
    facts.push({
      words:
        lensViews === null
          ? say`lens guessed, ${formatNumber(camera.residual, 2)} px`
          : say`lens known, ${formatNumber(camera.residual, 2)} px`,
      tone: camera.residual > 0.5 ? 'bad' : 'plain',
    });
    if (camera.tilt > OBLIQUE) facts.push({ words: say`looks too obliquely`, tone: 'bad' });
  }
  return facts;
}
