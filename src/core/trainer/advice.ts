import type { Fault } from './fault.ts';
import { FAULTS } from './faults/index.ts';
import type { Signs } from './signs.ts';
import type { DrillBench, Look, Step } from './world.ts';
import { ROUTE } from './yard.ts';

/** What the sheets point to next, and what of them does. */
export type Advice = { step: Step; because: Because } | { found: Fault };

/** The sign that points to a step; the move or the number that it is about, where it is about one. */
export type Because =
  | {
      sign:
        | 'few runs'
        | 'follows'
        | 'battery falls'
        | 'snakes'
        | 'spread'
        | 'gyro unchecked'
        | 'nothing yet';
    }
  | { sign: 'gives up' | 'gives up sometimes' | 'move errs'; moveId: string }
  | { sign: 'learned'; cause: string };

/** The fewest runs of a verdict, and those that bring what is only suspected to light. */
const FIRST_RUNS = 5;
const MORE_RUNS = 10;
/** A move that gives up in so many runs always does. */
const ALWAYS = 0.8;
/** A suspicion that is worth a bench. */
const SUSPECTED = 0.5;

const bench = (kind: DrillBench): Step => ({ do: 'bench', bench: kind });
const look = (at: Look): Step => ({ do: 'look', at });
const GYRO = [bench('rest'), bench('scale'), bench('turn')];
const LIGHT = [bench('light'), look('robot')];
const RANGE = [bench('range'), look('robot')];

/** What tells a number of the robot, by its path or its group: the quickest first. */
const TELLS: Readonly<Record<string, readonly Step[]>> = {
  'drive.wheelDiameter': [bench('wheels')],
  'drive.wheelRatio': [bench('square')],
  'drive.track': [bench('track'), bench('square')],
  gyro: GYRO,
  motor: [bench('turn')],
  program: [bench('turn')],
  range: RANGE,
  light: LIGHT,
  start: [look('start')],
};

/** What to look at when a move of the route gives up, or goes otherwise than planned. */
const STEPS_OF_MOVE: Readonly<Record<string, readonly Step[]>> = {
  out: [bench('wheels'), bench('square')],
  turn: GYRO,
  line: LIGHT,
  arc: [bench('track'), bench('square')],
  approach: RANGE,
};

/** When nothing points anywhere: what is quick first. */
const ALL_ELSE: readonly Step[] = [
  look('start'),
  look('floor'),
  look('program'),
  look('gains'),
  look('robot'),
  look('battery'),
  ...(['rest', 'light', 'scale', 'track', 'wheels', 'turn', 'range', 'square'] as const).map(bench),
];

/** What the sheets say to do next, followed to the letter; null when all was done and nothing found. */
export function adviceOn(signs: Signs): Advice | null {
  const found = FAULTS.find(({ told }) => told(signs));
  if (found !== undefined) return { found };
  for (const { steps, because } of pointers(signs)) {
    const step = steps.find((one) => !isDone(one, signs));
    if (step !== undefined) return { step, because };
  }
  return null;
}

function isDone(step: Step, signs: Signs): boolean {
  switch (step.do) {
    case 'drive':
      return signs.driven.runs.length >= step.runs;
    case 'bench':
      return signs.benches.has(step.bench);
    case 'look':
      return signs.looked(step.at);
  }
}

/** All that points somewhere, the plainest first. */
function* pointers(signs: Signs): Generator<{ steps: readonly Step[]; because: Because }> {
  yield { steps: [{ do: 'drive', runs: FIRST_RUNS }], because: { sign: 'few runs' } };
  const { driven } = signs;
  const { givesUp } = driven;
  if (givesUp !== null) {
    const { moveId, share } = givesUp;
    // The same robot on the same table: a sensor that is wrong is so every time.
    const sometimes = share < ALWAYS;
    const steps = [...(sometimes ? [] : stepsOfGivingUp(moveId)), look('program')];
    yield { steps, because: { sign: sometimes ? 'gives up sometimes' : 'gives up', moveId } };
  }
  if (driven.verdict.kind === 'unstable') {
    yield { steps: [look('battery')], because: { sign: 'follows' } };
  }
  if (driven.batteryFalls) yield { steps: [look('battery')], because: { sign: 'battery falls' } };
  if (driven.snakes) yield { steps: [look('gains')], because: { sign: 'snakes' } };
  const suspects = driven.learned?.suspects.filter(({ chance }) => chance >= SUSPECTED) ?? [];
  for (const { causes } of suspects) {
    for (const { cause } of causes) {
      const steps = TELLS[cause] ?? TELLS[cause.split('.')[0]!] ?? [];
      yield { steps, because: { sign: 'learned', cause } };
    }
  }
  if (driven.spreadsMore !== null) {
    const places =
      driven.spreadsMore === 'start' ? [look('start')] : [look('floor'), look('start')];
    yield { steps: places, because: { sign: 'spread' } };
  }
  // A minute before every practice, and now that something is wrong and nothing says what.
  yield { steps: [bench('rest')], because: { sign: 'gyro unchecked' } };
  for (const { moveId } of driven.erring) {
    yield { steps: STEPS_OF_MOVE[moveId] ?? [], because: { sign: 'move errs', moveId } };
  }
  yield { steps: [{ do: 'drive', runs: MORE_RUNS }], because: { sign: 'nothing yet' } };
  yield { steps: ALL_ELSE, because: { sign: 'nothing yet' } };
}

/** A turn that never ends turns the wrong way, or a sensor never sees what it waits for. */
function stepsOfGivingUp(moveId: string): readonly Step[] {
  const move = ROUTE.moves.find(({ id }) => id === moveId);
  return move?.kind === 'turn' ? [bench('scale')] : (STEPS_OF_MOVE[moveId] ?? []);
}
