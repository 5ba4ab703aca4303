import { say, plural } from '../language/say.ts';
import { degrees } from '../mathematics/angle.ts';
import type { Estimate } from '../mathematics/leastSquares.ts';
import { formatNumber, formatQuantity } from '../mathematics/quantity.ts';
import { isShift, TEST_DRIVES, type VenueCheck } from '../match/venue.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import type { Use } from '../route/uses.ts';

/** A check of the venue list in words. */
export interface VenueWords {
  what: string;
  /** What to do, or what it came to against home, in one sentence. */
  sentence: string;
}

export function venueWords(check: VenueCheck): VenueWords {
  switch (check.of) {
    case 'light': {
      const { threshold } = check;
      const what = say`Light`;
      if (threshold === null)
        return {
          what,
          sentence: say`Measure dark and light at the Light bench: the room is another one.`,
        };
      const here = percentOf(threshold.here);
      const then = threshold.home === null ? '' : say` instead of ${percentOf(threshold.home)}`;
      return {
        what,
        sentence:
          check.state === 'changed'
            ? say`The threshold belongs at ${here}${then}: with that of the setup ${percentOf(threshold.falseLook, 1)} of the looks are wrong. Take it over.`
            : say`The threshold belongs at ${here}${then}; that of the setup still tells dark from light.`,
      };
    }
    case 'gyro': {
      const what = say`Gyro at rest`;
      const { drift } = check;
      if (drift === null)
        return {
          what,
          sentence: say`Let it stand for a minute at the Gyro bench, before the first test drive.`,
        };
      const rate = (value: number) => say`${formatNumber(degrees(value), 3)}°/s`;
      const then = drift.home === null ? '' : say`, at home ${rate(drift.home)}`;
      return {
        what,
        sentence:
          check.fit === false
            ? say`It drifts by ${rate(drift.here)}${then}: start the hub again while it stands still.`
            : say`It drifts by ${rate(drift.here)}${then}: good enough.`,
      };
    }
    case 'battery': {
      const what = say`Battery`;
      const { voltage } = check;
      if (voltage === null)
        return { what, sentence: say`Note the voltage with the first test drive.` };
      const [here, used] = [voltage.here, voltage.used].map((value) =>
        formatQuantity(value, 'voltage', 1),
      ) as [string, string];
      return {
        what,
        sentence:
          check.state === 'changed'
            ? say`${here} here; the robot was measured at ${used}: charge it.`
            : say`${here} here, measured at ${used}.`,
      };
    }
    case 'table': {
      const what = say`Table: ${check.name}`;
      const { shift, runs } = check;
      if (shift === null) {
        const left = Math.max(0, TEST_DRIVES - runs);
        return {
          what,
          sentence:
            left === 0
              ? say`At home it was not driven three times: there is nothing to compare with.`
              : say`Drive it ${plural(left, 'once', '# times')}${runs > 0 ? say` more` : ''} and log where it ends, by camera or by hand.`,
        };
      }
      const moved = [
        wayOf(shift.along, say`farther`, say`shorter`),
        wayOf(shift.left, say`more to the left`, say`more to the right`),
      ].filter((words) => words !== null);
      return {
        what,
        sentence:
          moved.length === 0
            ? say`It ends where it ends at home, within ${formatQuantity(widest(shift), 'length', 0)}.`
            : say`It ends ${moved.join(say` and `)} than at home: aim it again, or look how the table lies.`,
      };
    }
  }
}

function wayOf(estimate: Estimate, more: string, less: string): string | null {
  if (!isShift(estimate)) return null;
  const half = (estimate.high - estimate.low) / 2;
  return say`${formatNumber(Math.abs(estimate.value), 0)} ± ${formatQuantity(half, 'length', 0)} ${estimate.value > 0 ? more : less}`;
}

function widest(shift: { along: Estimate; left: Estimate }): number {
  return Math.max(
    ...Object.values(shift).map(({ low, high }) => Math.max(Math.abs(low), Math.abs(high))),
  );
}

function percentOf(share: number, digits = 0): string {
  return say`${formatNumber(100 * share, digits)} %`;
}

/** What a venue may change, as people call it. */
export function dependsOnWords(use: Use): string {
  const words: Record<Use, () => string> = {
    light: () => say`Light of the room`,
    colour: () => say`Colours in this light`,
    gyro: () => say`Gyro after this power-on`,
    range: () => say`Walls and border`,
    start: () => say`Start and mat`,
  };
  return words[use]();
}

/** The number of a setup that is measured again for it, as it stands now; null where none is. */
export function dependsOnNumber(use: Use, { light, gyro, range }: RobotParameters): string | null {
  switch (use) {
    case 'light':
      return say`threshold ${percentOf(light.threshold)}`;
    case 'gyro':
      return say`drift ${formatNumber(degrees(gyro.bias), 3)}°/s`;
    case 'range':
      return say`offset ${formatQuantity(range.offset, 'length', 1)}`;
    case 'colour':
    case 'start':
      return null;
  }
}
