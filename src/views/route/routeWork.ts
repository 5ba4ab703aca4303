import { createContext, useContext, useMemo } from 'react';
import type { Robot } from '../../contracts/robots.ts';
import { startChecks } from '../../core/analysis/checks/choiceChecks.ts';
import { routeChecks, type RouteCheck } from '../../core/analysis/checks/routeChecks.ts';
import type { Move } from '../../core/moves/index.ts';
import { fittedPlan } from '../../core/route/fittedPlan.ts';
import { checkpointsOf, type Checkpoint } from '../../core/route/checkpoints.ts';
import { stepsOf, type RoutePlan, type Step } from '../../core/route/plan.ts';
import { titlesOf } from '../../core/route/titles.ts';
import {
  nominalRun,
  otherWays,
  randomRun,
  type Experiment,
  type RunRecord,
} from '../../core/simulation/run.ts';
import type { ForecastSummary } from '../../ui/forecastPool.ts';
import { useEdited } from '../../ui/history.ts';
import { useRouteState, useRouteStore } from './routeStore.ts';
import { knowledgeOf } from '../../core/robot/knowledge.ts';
import type { RouteUnknowns } from '../../core/analysis/unknowns/routeUnknowns.ts';
import { useUnknowns } from './useUnknowns.ts';
import { useBudget, type BudgetState } from './useBudget.ts';
import { FORECAST_SEED, useForecast, type ForecastState } from './useForecast.ts';

/** What follows from the plan as it stands: simulated, forecast, checked, in words. */
export interface RouteWork {
  robot: Robot;
  plan: RoutePlan;
  experiment: Experiment;
  /** The same with how well the robot is known: what is forecast. */
  known: Experiment;
  /** What is not known, as it shows on the route; null while it is being worked out. */
  unknowns: RouteUnknowns | null;
  nominal: RunRecord;
  /** Runs that take the other way at one choice each. */
  others: ReadonlyMap<string, RunRecord>;
  steps: readonly Step[];
  /** One a move, and the same in one or two words. */
  titles: string[];
  short: string[];
  checks: RouteCheck[];
  /** What is to be said of the start. */
  startSays: string[];
  checkpoints: Checkpoint[];
  budget: BudgetState;
  /** Steps after which the place is known again. */
  references: number[];
  forecast: ForecastState;
  /** The forecast, while it is that of the plan as it stands. */
  summary: ForecastSummary | null;
  /** The simulated run that is looked at. */
  replayed: RunRecord | null;
  /** The chosen move and its position, −1 for the start; the step in which it is carried out first. */
  move: Move | null;
  position: number;
  step: number;
  /** Whether that step is not carried out in a run without noise. */
  passed: boolean;
  /** Why the revision does not fit the drawing of its field, and whether there is something to save. */
  unfit: string[];
  changed: boolean;
  /** Chooses a move and goes to the moment of its end. */
  select: (id: string) => void;
  /** Forecasts as many runs as are chosen, and shows them. */
  lookAhead: () => void;
}

/** Works out what follows from the plan. What depends on the moment alone is not among it. */
export function useRouteWorkOf(robot: Robot): RouteWork {
  const store = useRouteStore();
  const { revision, continued, field, selected, replay, forecastRuns } = useRouteState(
    (state) => state,
  );
  const { present: plan } = useEdited(store.history);
  const setup = robot.setup.setup;
  const fit = useMemo(() => fittedPlan(revision.plan, field.field), [revision, field]);
  const experiment: Experiment = useMemo(
    () => ({ plan, field: field.field, estimated: setup, trueParameters: setup }),
    [plan, field, setup],
  );
  const known: Experiment = useMemo(
    () => ({ ...experiment, knowledge: knowledgeOf(setup, robot.setup.sources) }),
    [experiment, setup, robot.setup.sources],
  );
  const unknowns = useUnknowns(known);
  const nominal = useMemo(() => nominalRun(experiment), [experiment]);
  const others = useMemo(() => otherWays(experiment, nominal), [experiment, nominal]);
  const steps = useMemo(() => stepsOf(plan.moves), [plan]);
  const names = useMemo(() => titlesOf(plan.moves, setup), [plan, setup]);
  const budget = useBudget(experiment, nominal);
  const forecast = useForecast(known);
  const position = plan.moves.findIndex((move) => move.id === selected);
  const move = plan.moves[position] ?? null;
  const step = steps.findIndex((one) => one.position === position);
  const unchosen = move === null;
  return {
    robot,
    plan,
    experiment,
    known,
    unknowns,
    nominal,
    others,
    steps,
    titles: names.map(({ title }) => title),
    short: names.map((name) => name.short),
    checks: useMemo(() => routeChecks(experiment, nominal), [experiment, nominal]),
    // Hundreds of robots are put down for it: only while the start is looked at.
    startSays: useMemo(() => (unchosen ? startChecks(experiment) : []), [unchosen, experiment]),
    checkpoints: useMemo(() => checkpointsOf(plan), [plan]),
    budget,
    references: steps.flatMap((_, i) => (budget.budget.steps[i]?.relocalises ? [i] : [])),
    forecast,
    summary: forecast.of === known ? forecast.summary : null,
    replayed: useMemo(
      () =>
        replay !== null && replay.of === known ? randomRun(known, FORECAST_SEED, replay.run) : null,
      [replay, known],
    ),
    move,
    position,
    step,
    passed: budget.budget.steps[step]?.passedOver ?? true,
    unfit: fit.says,
    changed:
      plan !== revision.plan ||
      continued !== null ||
      field.revision.id !== revision.fieldRevisionId,
    select: (id) => {
      store.choose(id);
      const record = nominal.moves.find((one) => one.moveId === id);
      if (record !== undefined && !store.playback.clock.getState().playing) {
        store.playback.goTo(record.to);
      }
    },
    lookAhead: () => {
      forecast.start(forecastRuns);
      store.show('spread');
    },
  };
}

const Context = createContext<RouteWork | null>(null);
export const RouteWorkProvider = Context.Provider;

/** What follows from the plan of the sheet that a component stands on. */
export function useRouteWork(): RouteWork {
  const work = useContext(Context);
  if (work === null) throw new Error('This stands on no route sheet.');
  return work;
}
