import { budgetOf, type StepModels } from '../budget/budget.ts';
import { budgetChance } from '../budget/chance.ts';
import { offsetFrom, scores } from '../../field/field.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { stepsOf } from '../../route/plan.ts';
import { cameBy, forecastPose, forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import { nominalRun, type Experiment } from '../../simulation/run.ts';
import { proposalsFor, type Proposal } from './proposals.ts';

/** A proposal with what it brings, by the error budget. */
export interface NextStep extends Proposal {
  /** Chance to hit, the mean over the checkpoints, when aimed: before and after. */
  before: number;
  after: number;
  /** Time that it costs a run, s; negative when it saves some. */
  seconds: number;
  /** Gain of chance in simulated runs on the same chance events; null when not simulated. */
  simulated: number | null;
}

/** A gain below this is not worth a change. */
const LEAST_GAIN = 0.01;
/** A change that costs no time counts as this long, s, so that free gains can be ranked too. */
const FREE = 0.5;
/** Steps that are simulated, and with how many runs. */
const SIMULATED = 5;
const RUNS = 300;

/**
 * Tries everything that is known to help on the whole route and ranks it by the chance to hit that it
 * brings for every second that it costs. The best ones are simulated too, on common random numbers. What is not known
 * of the robot is the same with every proposal, so it is left out.
 *
 * @param onProgress called with the share done, 0 to 1
 */
export function nextSteps(
  { knowledge: _known, ...experiment }: Experiment,
  seed: number,
  onProgress: (share: number) => void = () => {},
): NextStep[] {
  if (checkpointsOf(experiment.plan).length === 0) return [];
  const known: StepModels = new Map();
  const before = chanceOf(experiment, known);
  const lasts = nominalRun(experiment).duration;
  const proposals = proposalsFor(experiment);
  const tried = proposals.map((proposal, i): NextStep => {
    onProgress((0.6 * i) / proposals.length);
    return {
      ...proposal,
      before,
      after: chanceOf(proposal.experiment, known),
      seconds: nominalRun(proposal.experiment).duration - lasts,
      simulated: null,
    };
  });
  const ranked = tried
    .filter((step) => step.after - before >= LEAST_GAIN)
    .sort((a, b) => worth(b) - worth(a));
  if (ranked.length === 0) return [];
  const hits = hitShare(experiment, seed);
  return ranked.map((step, i) => {
    if (i >= SIMULATED) return step;
    onProgress(0.6 + (0.4 * i) / Math.min(SIMULATED, ranked.length));
    return { ...step, simulated: hitShare(step.experiment, seed) - hits };
  });
}

function worth(step: NextStep): number {
  return (step.after - step.before) / Math.max(FREE, step.seconds);
}

function chanceOf(experiment: Experiment, known: StepModels): number {
  const { plan, field, estimated } = experiment;
  const budget = budgetOf(experiment, known);
  const steps = stepsOf(plan.moves);
  const chances = checkpointsOf(plan).flatMap(({ id, modelId }) => {
    const model = field.models.find((candidate) => candidate.id === modelId);
    const step = steps.findIndex(({ move }) => move.id === id);
    return model === undefined ? [] : [budgetChance(budget, step, model.zone, estimated.body)];
  });
  return chances.reduce((sum, chance) => sum + chance, 0) / Math.max(1, chances.length);
}

/** Share of simulated runs that would hit if the middle of all were on the target. */
function hitShare(experiment: Experiment, seed: number): number {
  const { plan, field, estimated } = experiment;
  const forecast = forecastRuns(experiment, seed, RUNS);
  const steps = stepsOf(plan.moves);
  let hits = 0;
  let asked = 0;
  for (const { id, modelId } of checkpointsOf(plan)) {
    const model = field.models.find((candidate) => candidate.id === modelId);
    if (model === undefined) continue;
    const at = steps.findIndex(({ move }) => move.id === id);
    const moment = momentAfterMove(at);
    const offsets = Array.from({ length: RUNS }, (_, run) => run)
      .filter((run) => cameBy(forecast, run, steps[at]!))
      .map((run) =>
        offsetFrom(model.zone, toolPose(estimated.body, forecastPose(forecast, run, moment))),
      );
    const mean = (of: 'along' | 'left' | 'turned') =>
      offsets.reduce((sum, offset) => sum + offset[of], 0) / Math.max(1, offsets.length);
    const middle = { along: mean('along'), left: mean('left'), turned: mean('turned') };
    asked += RUNS;
    hits += offsets.filter((offset) =>
      scores(model.zone, {
        along: offset.along - middle.along,
        left: offset.left - middle.left,
        turned: offset.turned - middle.turned,
      }),
    ).length;
  }
  return asked > 0 ? hits / asked : 0;
}
