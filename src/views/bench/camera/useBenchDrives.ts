import { useMemo, useRef, useState } from 'react';
import type { Robot } from '../../../contracts/robots.ts';
import { readingOfDrive, type BenchKind } from '../../../core/benches/index.ts';
import type { KnownCells, SeenDrive } from '../../../core/benches/seenDrive.ts';
import { benchDrive } from '../../../core/camera/benchDrive.ts';
import type { CameraRun } from '../../../core/camera/liveWatch.ts';
import type { Reading } from '../../../core/formats/readingsTable.ts';
import { say } from '../../../core/language/say.ts';
import { degrees } from '../../../core/mathematics/angle.ts';
import { formatNumber, formatQuantity } from '../../../core/mathematics/quantity.ts';
import type { TelemetryLine } from '../../../core/telemetry/lines.ts';
import type { SeenFrame } from '../../../ui/camera/cameraWorker.ts';
import type { CameraNotes } from '../../../ui/camera/cameraNotes.ts';
import type { SourceChoice } from '../../../ui/camera/pictureSource.ts';
import { useWatch } from '../../../ui/camera/useWatch.ts';
import { doubtWords } from '../../../ui/camera/watchWords.ts';
import type { LinkFollower } from '../../../ui/link/linkFollower.ts';
import { useLinkLines } from '../../../ui/link/useLink.ts';
import type { AnyTrialBench } from '../trialBench.ts';

/** What a bench by camera stands on. */
export interface BenchDrives {
  robot: Robot;
  kind: BenchKind;
  bench: AnyTrialBench;
  /** What is known of the next reading before it is driven. */
  known: KnownCells;
  follower: LinkFollower | null;
  onReading: (reading: Reading) => void;
}

/** What became of the drive that was seen last. */
export interface LastDrive {
  words: string;
  run: CameraRun;
}

/** Lines of a hub are kept so long to be read beside a drive, s; and from so long before it set off. */
const [LINES_KEPT, BEFORE] = [120, 0.5];

/** Watches a robot that drives as a bench asks for, and takes a reading of each drive that is one. */
export function useBenchDrives(
  choice: SourceChoice | null,
  notes: CameraNotes,
  { robot, kind, bench, known, follower, onReading }: BenchDrives,
) {
  const [last, setLast] = useState<LastDrive | null>(null);
  const lines = useRef<{ at: number; line: TelemetryLine }[]>([]);
  useLinkLines(follower, (news) => {
    const at = performance.now() / 1000;
    lines.current = [
      ...lines.current.filter((one) => one.at > at - LINES_KEPT),
      ...news.map((line) => ({ at, line })),
    ];
  });
  const task = useMemo(
    () => ({ route: null, tags: notes.tags, robotTag: notes.robotTag, lensOf: notes.lensOf }),
    [notes],
  );
  const watch = useWatch(choice, task, ({ run }: SeenFrame) => {
    if (run === null) return;
    const [doubt] = run.doubts;
    if (doubt !== undefined) {
      setLast({ words: say`${doubtWords(doubt)} It does not count.`, run });
      return;
    }
    const drive = benchDrive(run);
    // Films have clocks of their own.
    const meanwhile = lines.current.flatMap(({ at, line }) =>
      choice?.kind === 'camera' && at > run.from - BEFORE ? line : [],
    );
    const reading = readingOfDrive(
      kind,
      drive,
      known,
      bench as never,
      robot.setup.setup,
      meanwhile,
    ) as Reading | null;
    const seen = driveWords(drive);
    if (reading === null) {
      setLast({
        words: say`${seen} That is not what was asked for, and does not count.`,
        run,
      });
      return;
    }
    setLast({ words: seen, run });
    onReading(reading);
  });
  return { watch, last };
}

/** Less than this, rad, is a straight in words. */
const LITTLE_TURN = 0.5;

/** How far a robot came, or turned. */
function driveWords({ ahead, turned }: SeenDrive): string {
  const angle = formatNumber(Math.abs(degrees(turned)), 1);
  if (Math.abs(turned) > LITTLE_TURN)
    return turned > 0
      ? say`It turned ${angle}° to the left.`
      : say`It turned ${angle}° to the right.`;
  return ahead >= 0
    ? say`It came ${formatQuantity(ahead, 'length', 1)} ahead.`
    : say`It came ${formatQuantity(-ahead, 'length', 1)} back.`;
}
