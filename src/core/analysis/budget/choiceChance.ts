import { toField } from '../../mathematics/pose.ts';
import { normal } from '../../mathematics/randomness.ts';
import { mean, standardDeviation } from '../../mathematics/sample.ts';
import type { LookInstruction } from '../../program/instructions/look.ts';
import { majorityChance, questionKind, type Question } from '../../program/questions/index.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { instructionsOf } from '../../route/instructions.ts';
import { Plant } from '../../simulation/plant.ts';
import type { Experiment } from '../../simulation/run.ts';
import { worldOf, type World } from '../../simulation/world.ts';
import type { Compared } from '../../program/questions/definition.ts';
import { ERROR_SIZE, type StepModel, type StepState } from './stepModel.ts';

/** What the error budget says of a look that chooses a way. */
export interface ChoiceChance {
  step: number;
  moveId: string;
  /** What a robot without noise sees. */
  expected: boolean;
  /** Chance that the look sends the robot the other way. */
  wrong: number;
  /** What it compares, with the standard deviation of one look from run to run; null where that is no number. */
  reading: (Compared & { spread: number }) | null;
}

/** Places that are drawn from the spread before a look: the chance is known to a few thousandths. */
const PLACES = 400;
/** The draws are the same each time, so that the chance changes smoothly with the plan. */
const SEED = 7;

/**
 * The chance of the wrong way at every look that a run comes by.
 *
 * @param steps the models of its steps, and the covariances of the error after each
 */
export function choiceChances(
  steps: readonly StepModel[],
  covariances: readonly Float64Array[],
  experiment: Experiment,
): ChoiceChance[] {
  const { plan, field, estimated, trueParameters } = experiment;
  const world = worldOf(field);
  return instructionsOf(plan.moves, estimated).flatMap((instruction, step) => {
    const { answer, end } = steps[step]!;
    if (instruction.kind !== 'look' || answer === null) return [];
    // A look moves nothing: as it ends so it began.
    const places = drawn(end, covariances[step]!);
    const seen = seenFrom(places, instruction, trueParameters, world);
    const wrong = answer ? 1 - seen.yes : seen.yes;
    return [{ step, moveId: instruction.moveId, expected: answer, wrong, reading: seen.reading }];
  });
}

/** Chance that a question is answered with yes, over places from which it is asked. */
export function seenFrom(
  places: readonly StepState[],
  { question, looks }: Pick<LookInstruction, 'question' | 'looks'>,
  trueParameters: RobotParameters,
  world: World,
): { yes: number; reading: ChoiceChance['reading'] } {
  const { chance, compared } = questionKind(question);
  const plant = new Plant(trueParameters, world);
  const chances: number[] = [];
  const readings: Compared[] = [];
  for (const { pose, gyro, arm, memory } of places) {
    plant.putDown(pose, null);
    plant.perturb('gyro', gyro);
    plant.placeArm(arm);
    // It has stood there for as long as any sensor reads late.
    plant.advanceTo(1);
    chances.push(majorityChance(chance(plant, question, memory, trueParameters), looks));
    if (compared !== undefined) readings.push(compared(plant, question, trueParameters));
  }
  return { yes: mean(chances), reading: readingOf(readings, question) };
}

function readingOf(readings: readonly Compared[], { kind }: Question): ChoiceChance['reading'] {
  const seen = readings.filter(({ value }) => Number.isFinite(value));
  const [first] = readings;
  if (first === undefined || seen.length === 0) return null;
  const values = seen.map(({ value }) => value);
  // An attachment stands where its own motor left it, wherever the robot is.
  const places = kind === 'arm' ? 0 : standardDeviation(values);
  return { ...first, value: mean(values), spread: Math.hypot(places, first.noise) };
}

/** Robots that stand about a place by a covariance of place and heading. */
function drawn(state: StepState, covariance: Float64Array): StepState[] {
  const root = choleskyOf(covariance);
  const draw = normal(SEED, 0, 22);
  return Array.from({ length: PLACES }, () => {
    const z = [draw(), draw(), draw()];
    const [x, y, heading] = root.map((row) => row.reduce((sum, l, j) => sum + l * z[j]!, 0));
    const { pose } = state;
    return {
      ...state,
      pose: { x: pose.x + x!, y: pose.y + y!, heading: pose.heading + heading! },
    };
  });
}

/** Lower triangle L with L·Lᵀ the covariance of place and heading; a variance of nothing gives nothing. */
function choleskyOf(covariance: Float64Array): number[][] {
  const at = (i: number, j: number) => covariance[i * ERROR_SIZE + j]!;
  const l = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (let i = 0; i < 3; i++) {
    for (let j = 0; j <= i; j++) {
      let rest = at(i, j);
      for (let k = 0; k < j; k++) rest -= l[i]![k]! * l[j]![k]!;
      l[i]![j] = i === j ? Math.sqrt(Math.max(0, rest)) : l[j]![j]! > 0 ? rest / l[j]![j]! : 0;
    }
  }
  return l;
}

/** Robots as they are put down by hand about their start, for what is asked before the first move. */
export function placesAtStart(state: StepState, { placement }: RobotParameters): StepState[] {
  const draw = normal(SEED, 0, 23);
  return Array.from({ length: PLACES }, () => {
    const along = placement.alongSpread * draw();
    const across = placement.acrossSpread * draw();
    const turned = placement.headingSpread * draw();
    const { x, y } = toField(state.pose, { x: along, y: across });
    return { ...state, pose: { x, y, heading: state.pose.heading + turned } };
  });
}
