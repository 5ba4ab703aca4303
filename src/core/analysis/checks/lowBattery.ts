import { offsetFrom, scores } from '../../field/field.ts';
import { wrapAngle } from '../../mathematics/angle.ts';
import { relativeTo } from '../../mathematics/pose.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import { instructionsOf } from '../../route/instructions.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { stepsOf } from '../../route/plan.ts';
import { Plant } from '../../simulation/plant.ts';
import { recordRun, startPose, type Experiment, type RunRecord } from '../../simulation/run.ts';
import { worldOf } from '../../simulation/world.ts';
import { say } from '../../language/say.ts';

/** A pack below this share of the voltage in use drives nobody any more. */
const EMPTY = 0.7;
/** How finely a voltage is found, V. */
const FINE = 0.02;

/** Below which voltage a route fails, where, and which move goes wrong most. */
export interface LowBattery {
  voltage: number;
  checkpoint: string;
  /** Position of the move in the plan. */
  position: number;
}

/**
 * The highest voltage at which the run without noise misses a checkpoint that it hits at the voltage in use; null
 * when a pack that is nearly empty still does.
 *
 * @param follows how the speed follows the voltage, where it is not what the robot's numbers say
 */
export function lowBattery(
  experiment: Experiment,
  follows = experiment.trueParameters.battery.speedFollows,
): LowBattery | null {
  const robot = withSetupValues(experiment.trueParameters, { 'battery.speedFollows': follows });
  const inUse = robot.battery.voltage;
  const run = runsAtVoltage({ ...experiment, trueParameters: robot });
  const full = run(inUse);
  const missed = (voltage: number) => missedIn(experiment, full, run(voltage));
  let [above, below] = [inUse, EMPTY * inUse];
  let found = missed(below);
  if (found === null) return null;
  // What goes wrong goes more wrong on a lower pack, so halving finds where it begins.
  while (above - below > FINE) {
    const middle = (above + below) / 2;
    const here = missed(middle);
    if (here === null) above = middle;
    else [below, found] = [middle, here];
  }
  const position = worstMove(experiment, full, run(below), found.step);
  return { voltage: below, checkpoint: found.name, position };
}

/** What to do about it, as a sentence: “Below 7.4 V the turn of move 2 leaves Heron Hide: charge.” */
export function lowBatterySentence(
  { voltage, checkpoint, position }: LowBattery,
  titles: readonly string[],
): string {
  return say`Below ${formatNumber(voltage, 1)} V ${checkpoint} is missed, most by move ${position + 1}, ${titles[position] ?? ''}: charge before.`;
}

/** Runs without noise at any voltage, as the robot would drive a program that was written for the one in use. */
function runsAtVoltage({ plan, field, estimated, trueParameters }: Experiment) {
  const instructions = instructionsOf(plan.moves, estimated);
  const plant = new Plant(trueParameters, worldOf(field));
  return (voltage: number): RunRecord => {
    plant.observer = null;
    plant.putDown(startPose(plan, field), null);
    plant.perturb('voltage', voltage - trueParameters.battery.voltage);
    return recordRun(plant, instructions, estimated, 'mean');
  };
}

/** The first checkpoint that a full run hits and another misses, with its step. */
function missedIn({ plan, field, estimated }: Experiment, full: RunRecord, run: RunRecord) {
  const steps = stepsOf(plan.moves);
  for (const { id, name, modelId } of checkpointsOf(plan)) {
    const zone = field.models.find((model) => model.id === modelId)?.zone;
    const step = steps.findIndex(({ move }) => move.id === id);
    if (zone === undefined) continue;
    const hit = ({ moves }: RunRecord) =>
      moves[step]!.ended !== 'passed over' &&
      scores(zone, offsetFrom(zone, toolPose(estimated.body, moves[step]!.end)));
    if (hit(full) && !hit(run)) return { name, step };
  }
  return null;
}

/** The move up to a step whose own way changed most, as it shows at that step's end. */
function worstMove({ plan }: Experiment, full: RunRecord, run: RunRecord, last: number): number {
  const target = full.moves[last]!.end;
  const costs = full.moves.slice(0, last + 1).map((before, step) => {
    const after = run.moves[step]!;
    const [was, is] = [before, after].map(({ start, end }) => relativeTo(start, end));
    const lever = Math.hypot(target.x - before.end.x, target.y - before.end.y);
    const turned = Math.abs(wrapAngle(is!.heading - was!.heading));
    return Math.hypot(is!.x - was!.x, is!.y - was!.y) + lever * turned;
  });
  return stepsOf(plan.moves)[costs.indexOf(Math.max(...costs))]!.position;
}
