import { SURE } from '../../robot/knowledge.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { stepsOf } from '../../route/plan.ts';
import { nominalRun, type Experiment } from '../../simulation/run.ts';
import { budgetBand, spreadAt, type BudgetAt } from '../budget/band.ts';
import {
  budgetOf,
  leverOf,
  type Budget,
  type StepModels,
  type ToolSpread,
} from '../budget/budget.ts';
import { unknownEffects, type UnknownEffects } from './effects.ts';
import { twoLevels, type TwoLevels } from './twoLevels.ts';

/** What is not known of the robot, over a whole route and at each of its checkpoints. */
export interface RouteUnknowns {
  /** Where a next run may be at each moment of a forecast: what varies and what is not known together. */
  band: BudgetAt[];
  /** By checkpoint. */
  checkpoints: Record<string, TwoLevels>;
}

/**
 * The two levels of a forecast by the error budget, at every moment and every checkpoint.
 *
 * @param models step models from earlier budgets
 */
export function routeUnknowns(experiment: Experiment, models?: StepModels): RouteUnknowns {
  const known = experiment.knowledge ?? SURE;
  const { plan, field } = experiment;
  const budget = budgetOf(experiment, models);
  const effects = unknownEffects(experiment, known);
  const steps = stepsOf(plan.moves);
  const checkpoints = checkpointsOf(plan).flatMap(({ id, modelId }): [string, TwoLevels][] => {
    const model = field.models.find((one) => one.id === modelId);
    const step = steps.findIndex(({ move }) => move.id === id);
    if (model === undefined) return [];
    return [[id, twoLevels(experiment, budget, effects, known, step, model.zone)]];
  });
  return {
    band: nextRunBand(experiment, budget, effects),
    checkpoints: Object.fromEntries(checkpoints),
  };
}

const AXES = ['x', 'y', 'heading'] as const;

/** The band of the error budget, wider by what is not known. */
function nextRunBand(
  experiment: Experiment,
  budget: Budget,
  { nominal, perUnit, knowledge: { covariance } }: UnknownEffects,
): BudgetAt[] {
  const { body } = experiment.estimated;
  return budgetBand(budget, nominalRun(experiment), body).map(({ tool, time, move }, moment) => {
    const pose = nominal[moment]!;
    const [dx, dy] = leverOf(pose, body);
    const effects = perUnit.map((moments) => {
      const { x, y, heading } = moments[moment]!;
      return { x: x + dx * heading, y: y + dy * heading, heading };
    });
    // Each number with all others that it errs with, once for all axes.
    const pulled = covariance.map((row) =>
      Object.fromEntries(
        AXES.map((axis) => [
          axis,
          row.reduce((sum, value, j) => sum + value * effects[j]![axis], 0),
        ]),
      ),
    );
    const unknown = (a: (typeof AXES)[number], b: (typeof AXES)[number]) =>
      effects.reduce((sum, effect, i) => sum + effect[a] * pulled[i]![b]!, 0);
    const both: ToolSpread = {
      xx: tool.xx + unknown('x', 'x'),
      xy: tool.xy + unknown('x', 'y'),
      yy: tool.yy + unknown('y', 'y'),
      heading: tool.heading + unknown('heading', 'heading'),
      xHeading: tool.xHeading + unknown('x', 'heading'),
      yHeading: tool.yHeading + unknown('y', 'heading'),
    };
    return spreadAt(both, pose, body, time, move);
  });
}
