import { degrees, wrapAngle } from '../../mathematics/angle.ts';
import { formatNumber, formatQuantity } from '../../mathematics/quantity.ts';
import { questionOf } from '../../moves/questions.ts';
import { choicesOf } from '../../route/choices.ts';
import { stepsOf } from '../../route/plan.ts';
import { startPose, type Experiment, type RunRecord } from '../../simulation/run.ts';
import { worldOf } from '../../simulation/world.ts';
import { startingMemory } from '../../program/robot.ts';
import { budgetOf } from '../budget/budget.ts';
import { placesAtStart, seenFrom } from '../budget/choiceChance.ts';
import { say } from '../../language/say.ts';

/** A limit this near to the reading, in its spreads, sends runs the wrong way. */
const NEAR = 2;
/** A chance below this is not worth a word. */
const RARE = 0.005;
/** Ways that end further apart than this are not one again, mm and rad. */
const APART = 15;
const TURNED_APART = (3 * Math.PI) / 180;

/** What is worth knowing about each choice, in sentences by the identifiers of the moves that they are about. */
export function choiceChecks(
  experiment: Experiment,
  nominal: RunRecord,
  others: ReadonlyMap<string, RunRecord>,
): Map<string, string[]> {
  const says = new Map<string, string[]>();
  const { plan } = experiment;
  const choices = choicesOf(plan.moves);
  if (choices.length === 0) return says;
  for (const { moveId, wrong, reading } of budgetOf(experiment).choices) {
    const near =
      reading !== null && Math.abs(reading.value - reading.limit) < NEAR * reading.spread;
    if (!near && wrong < RARE) continue;
    const share = say`${formatNumber(100 * wrong, wrong < 0.02 ? 1 : 0)} % of the runs go the wrong way here.`;
    const number = (value: number) => formatNumber(value, reading?.digits ?? 0);
    says.set(moveId, [
      near
        ? say`This limit lies within ${NEAR} spreads of the reading: it reads ${number(reading.value)} ± ${formatNumber(reading.spread, 1)}${reading.unit} here, the limit is ${number(reading.limit)}${reading.unit}. ${share}`
        : share,
    ]);
  }
  const steps = stepsOf(plan.moves);
  for (const { opens, closes } of choices) {
    const last = steps.findLastIndex(({ position }) => position > opens && position < closes);
    const other = others.get(plan.moves[opens]!.id);
    if (last < 0 || other === undefined) continue;
    const [a, b] = [nominal.moves[last]!.end, other.moves[last]!.end];
    const away = Math.hypot(a.x - b.x, a.y - b.y);
    const turned = Math.abs(wrapAngle(a.heading - b.heading));
    if (away < APART && turned < TURNED_APART) continue;
    const { id } = plan.moves[opens]!;
    says.set(id, [
      ...(says.get(id) ?? []),
      say`The two ways end ${formatQuantity(away, 'length', 0)} and ${formatNumber(degrees(turned), 0)}° apart; what comes after them begins in two places.`,
    ]);
  }
  return says;
}

/** Whether what starts the program is seen at the start already, before anybody gives the sign. */
export function startChecks({ plan, field, estimated, trueParameters }: Experiment): string[] {
  if (plan.startBy === undefined) return [];
  const question = questionOf(plan.startBy, estimated);
  const state = {
    pose: startPose(plan, field),
    gyro: 0,
    arm: 0,
    memory: startingMemory(estimated),
  };
  const places = placesAtStart(state, trueParameters);
  const { yes } = seenFrom(places, { question, looks: 1 }, trueParameters, worldOf(field));
  return yes < RARE
    ? []
    : [
        say`What starts it is there already where the robot stands: it sets off by itself, at the first look in ${formatNumber(100 * yes, 0)} % of the runs.`,
      ];
}
