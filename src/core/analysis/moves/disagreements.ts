import { pValue, type Estimate } from '../../mathematics/leastSquares.ts';
import { mean, meanEstimate } from '../../mathematics/sample.ts';
import type { MoveReading, SeenRunMoves } from '../../telemetry/seenRun.ts';
import { WORTH, WRONG } from './moveDeviations.ts';

/** A move in which two who watched the same runs disagree: the robot’s own sensors less the camera. */
export interface Disagreement {
  moveId: string;
  step: number;
  /** Turned, rad, or went, mm. */
  of: 'turn' | 'length';
  /** Means of both, and of their difference with its interval. */
  hub: number;
  camera: number;
  difference: Estimate;
  runs: number;
}

/** Where the robot’s own sensors say something else than the camera saw, beyond what chance does. */
export function disagreements(
  runs: readonly { hub: SeenRunMoves; camera: SeenRunMoves }[],
): Disagreement[] {
  const steps = new Map<number, { hub: MoveReading; camera: MoveReading }[]>();
  for (const { hub, camera } of runs) {
    for (const reading of hub.moves) {
      const other = camera.moves.find(({ step }) => step === reading.step);
      if (other === undefined) continue;
      steps.set(reading.step, [
        ...(steps.get(reading.step) ?? []),
        { hub: reading, camera: other },
      ]);
    }
  }
  const tests = [...steps].flatMap(([step, pairs]) =>
    (['turn', 'length'] as const).flatMap((of): Disagreement[] => {
      const difference = meanEstimate(pairs.map(({ hub, camera }) => hub[of] - camera[of]));
      if (difference === null || difference.standardError === 0) return [];
      return [
        {
          moveId: pairs[0]!.hub.moveId,
          step,
          of,
          hub: mean(pairs.map(({ hub }) => hub[of])),
          camera: mean(pairs.map(({ camera }) => camera[of])),
          difference,
          runs: pairs.length,
        },
      ];
    }),
  );
  return tests.filter(
    ({ difference, of, runs: count }) =>
      Math.abs(difference.value) > (of === 'turn' ? 2 * WORTH.angle : 2 * WORTH.length) &&
      pValue(difference, 0, count - 1) < WRONG / tests.length,
  );
}
