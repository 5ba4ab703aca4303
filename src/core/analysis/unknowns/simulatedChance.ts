import { offsetFrom, scores, type Offset, type Zone } from '../../field/field.ts';
import { RobotDraws } from '../../robot/knowledge.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { stepsOf } from '../../route/plan.ts';
import { cameBy, forecastPose, momentAfterMove, type Forecast } from '../../simulation/forecast.ts';
import type { Experiment } from '../../simulation/run.ts';
import { budgetOf, type Budget, type StepModels } from '../budget/budget.ts';
import { rangeOf, type ChanceRange } from '../runs/chanceRange.ts';
import { offsetEffects, unknownEffects, type UnknownEffects } from './effects.ts';
import { middleOf, SpreadLevels } from './levels.ts';

/** Robots whose chances make the range, and simulated runs that make each chance, at the most. */
const ROBOTS = 300;
const RUNS = 2000;
const SEED = 37;
/** A spread below this is none, mm. */
const TINY = 1e-3;

/**
 * Where the chance to hit lies by simulated runs, as far as the robot is known. What chance did to each run is what is
 * left of its end when the middle of its own robot is taken off; every robot that may be gets its middle and
 * all of these, as wide as its noises are.
 */
function simulatedChance(
  experiment: Experiment,
  forecast: Forecast,
  budget: Budget,
  effects: UnknownEffects,
  step: number,
  zone: Zone,
): ChanceRange {
  const known = experiment.knowledge!;
  const { body } = experiment.estimated;
  const here = stepsOf(experiment.plan.moves)[step]!;
  const perUnit = offsetEffects(effects, step, zone, body);
  const levels = new SpreadLevels(experiment, budget, known, step, zone);
  const wide = (deviations: ArrayLike<number>) => {
    const { along, left } = levels.of(deviations).covariance;
    return Math.sqrt(along + left);
  };
  const width = known.paths.length;
  const middle = (deviations: ArrayLike<number>) =>
    middleOf(known, effects.knowledge, perUnit, deviations);
  const chanceParts: Offset[] = [];
  let lost = 0;
  const runs = Math.min(RUNS, forecast.runs);
  for (let run = 0; run < runs; run++) {
    if (!cameBy(forecast, run, here)) {
      lost++;
      continue;
    }
    const end = forecastPose(forecast, run, momentAfterMove(step));
    const deviations = forecast.deviations.subarray(run * width, (run + 1) * width);
    const own = middle(deviations);
    const narrower = 1 / Math.max(TINY, wide(deviations));
    const offset = offsetFrom(zone, toolPose(body, end));
    chanceParts.push({
      along: narrower * (offset.along - own.along),
      left: narrower * (offset.left - own.left),
      turned: narrower * (offset.turned - own.turned),
    });
  }
  const draws = new RobotDraws(experiment.trueParameters, known);
  const came = 1 - lost / runs;
  return rangeOf(
    Array.from({ length: ROBOTS }, (_, robot) => {
      const deviations = draws.deviations(SEED, robot);
      const own = middle(deviations);
      const wider = Math.max(TINY, wide(deviations));
      const hits = chanceParts.filter((part) =>
        scores(zone, {
          along: own.along + wider * part.along,
          left: own.left + wider * part.left,
          turned: own.turned + wider * part.turned,
        }),
      ).length;
      return (came * hits) / Math.max(1, chanceParts.length);
    }),
  );
}

/** The same for every checkpoint of a route, by checkpoint. */
export function simulatedRanges(
  experiment: Experiment,
  forecast: Forecast,
  models?: StepModels,
): Record<string, ChanceRange> {
  const known = experiment.knowledge;
  if (known === undefined) return {};
  const { plan, field } = experiment;
  const budget = budgetOf(experiment, models);
  const effects = unknownEffects(experiment, known);
  const steps = stepsOf(plan.moves);
  return Object.fromEntries(
    checkpointsOf(plan).flatMap(({ id, modelId }): [string, ChanceRange][] => {
      const model = field.models.find((one) => one.id === modelId);
      const step = steps.findIndex(({ move }) => move.id === id);
      if (model === undefined) return [];
      return [[id, simulatedChance(experiment, forecast, budget, effects, step, model.zone)]];
    }),
  );
}
