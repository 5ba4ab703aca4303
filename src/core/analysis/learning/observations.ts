import { CholeskyDecomposition, Matrix, solve } from 'ml-matrix';
import type { Field } from '../../field/field.ts';
import { toField, type Pose } from '../../mathematics/pose.ts';
import { mean, median } from '../../mathematics/sample.ts';
import { deviated, type Knowledge } from '../../robot/knowledge.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { RoutePlan } from '../../route/plan.ts';
import {
  CONDITIONS,
  forecastPose,
  forecastRuns,
  momentAfterMove,
  type Forecast,
} from '../../simulation/forecast.ts';
import { nominalRun, startPose, type Experiment } from '../../simulation/run.ts';
import { SESSION_SHARE } from '../runs/posterior.ts';
import { unknownEffects, type UnknownEffects } from '../unknowns/effects.ts';
import { axesOf, posesOf, type Axis, type DrivenRun, type RunPoses } from './axes.ts';

/** The runs of one revision, all with the same setup. */
export interface DrivenPlan {
  plan: RoutePlan;
  field: Field;
  runs: readonly DrivenRun[];
}

/** How a start is put down otherwise than it is drawn, every time: one unit of each moves the ends as any number does. */
const START_AXES = ['along', 'left', 'turned'] as const;

/**
 * What the runs of some sessions say, as a linear model: residual = effects · deviations + noise. The noise is white and
 * of unit size, because every session's rows are divided by the root of their covariance.
 */
export interface Observations {
  /** What may be off: numbers of the robot by their paths, and put-downs as `start.<place>.<axis>`. */
  causes: string[];
  /** Covariance of the causes as known before. */
  prior: Matrix;
  /** One row a mean of what was measured: of a plan, a session and an axis. */
  effects: Matrix;
  residuals: number[];
  /** Runs that count, and those of them that were seen move by move. */
  runs: number;
  seen: number;
  /** How far the noise-free run with some deviations ends from the one without, in the rows' units. */
  expected: (deviations: Readonly<Record<string, number>>) => number[];
}

/** Runs from which the spread is known before any is driven; those that were driven count beside so many. */
const SIMULATED = 120;
const SIMULATED_COUNT = 10;
const SEED = 41;
/** A run farther from the others than this, in standard deviations, is odd and tells nothing of the robot. */
const ODD_BEYOND = 4;

/** Takes the runs of all plans apart into mean offsets, and works out what each cause would do to them. */
export function observationsOf(
  driven: readonly DrivenPlan[],
  setup: RobotParameters,
  known: Knowledge,
): Observations {
  const parts = driven.map((one) => planPart(one, setup, known));
  const starts = [...new Set(driven.map(({ plan }) => plan.startId))];
  const numbers = parts[0]?.numbers ?? { paths: [], covariance: [] };
  const causes = [
    ...numbers.paths,
    ...starts.flatMap((start) => START_AXES.map((axis) => startCause(start, axis))),
  ];
  const { placement } = setup;
  const putDown = [placement.alongSpread, placement.acrossSpread, placement.headingSpread];
  const prior = Matrix.zeros(causes.length, causes.length);
  numbers.covariance.forEach((row, i) => row.forEach((value, j) => prior.set(i, j, value)));
  starts.forEach((_, s) =>
    putDown.forEach((spread, a) => {
      const at = numbers.paths.length + 3 * s + a;
      prior.set(at, at, spread ** 2);
    }),
  );
  const blocks = parts.flatMap((part) => {
    const first = numbers.paths.length + 3 * starts.indexOf(part.startId);
    return part.sessions.map((rows) => {
      const effects = Matrix.zeros(rows.length, causes.length);
      for (const [i, { axis }] of rows.entries()) {
        part.perNumber[axis]!.forEach((value, column) => effects.set(i, column, value));
        part.perStart[axis]!.forEach((value, a) => effects.set(i, first + a, value));
      }
      const noise = rows.map((row) => rows.map((other) => part.noise(row, other)));
      return { part, rows, effects, whiten: whitening(noise) };
    });
  });
  const offsets = blocks.map(({ part, rows }) =>
    rows.map((row) => row.mean - part.nominal[row.axis]!),
  );
  const whitened = (values: readonly number[][]): number[] =>
    blocks.flatMap(({ whiten }, b) => whiten(Matrix.columnVector(values[b]!)).to1DArray());
  return {
    causes,
    prior,
    effects: new Matrix(blocks.flatMap(({ effects, whiten }) => whiten(effects).to2DArray())),
    residuals: whitened(offsets),
    runs: parts.reduce((sum, { runs }) => sum + runs, 0),
    seen: parts.reduce((sum, { seen }) => sum + seen, 0),
    expected: (deviations) => {
      const ends = new Map(parts.map((part) => [part, part.endsWith(deviations)]));
      return whitened(
        blocks.map(({ part, rows }) =>
          rows.map(({ axis }) => ends.get(part)![axis]! - part.nominal[axis]!),
        ),
      );
    },
  };
}

/** Divides by the root of a covariance: what had it is white and of unit size then. */
function whitening(covariance: number[][]): (values: Matrix) => Matrix {
  const root = new CholeskyDecomposition(new Matrix(covariance)).lowerTriangularMatrix;
  return (values) => solve(root, values);
}

/** The name of a put-down that is off along an axis, at a start. */
function startCause(startId: string, axis: (typeof START_AXES)[number]): string {
  return `start.${startId}.${axis}`;
}

/** A mean of one session along one axis. */
interface Row {
  /** Which of the plan's axes. */
  axis: number;
  mean: number;
  /** Runs of the session that were measured along it. */
  measured: ReadonlySet<number>;
}

function planPart({ plan, field, runs }: DrivenPlan, setup: RobotParameters, known: Knowledge) {
  const experiment: Experiment = { plan, field, estimated: setup, trueParameters: setup };
  const straight = nominalRun(experiment);
  const axes = axesOf(plan, field, setup.body, straight, runs);
  const endsOf = (of: Experiment): number[] => {
    const poses = posesOf(nominalRun(of));
    return axes.map((axis) => axis.of(poses));
  };
  const planned = posesOf(straight);
  const nominal = axes.map((axis) => axis.of(planned));
  const effects = unknownEffects(experiment, known);
  const perNumber = axisEffects(axes, planned, effects);
  const moved = (deviations: Readonly<Record<string, number>>) => ({
    ...experiment,
    field: movedStart(field, plan.startId, deviations),
  });
  const { placement } = setup;
  const steps3 = [placement.alongSpread, placement.acrossSpread, placement.headingSpread];
  const byAxis = START_AXES.map((axis, a) => {
    const step = Math.max(1e-4, steps3[a]!);
    const [more, less] = [step, -step].map((by) =>
      endsOf(moved({ [startCause(plan.startId, axis)]: by })),
    ) as [number[], number[]];
    return more.map((value, i) => (value - less[i]!) / (2 * step));
  });
  const perStart = axes.map((_, i) => byAxis.map((column) => column[i]!));
  const covariance = spreadOfRuns(experiment, axes, straight.moves.length, runs);
  const counted = runs.filter((run, i) => isUsual(run, i, runs, axes, covariance));
  const sessions = sessionRows(counted, axes);
  return {
    numbers: effects.knowledge,
    startId: plan.startId,
    nominal,
    perNumber,
    perStart,
    sessions,
    runs: counted.length,
    seen: counted.filter(({ seen }) => seen !== null).length,
    /** Covariance of two mean offsets of a session: of the runs, and of the session that they have in common. */
    noise: (a: Row, b: Row): number => {
      const both = [...a.measured].filter((run) => b.measured.has(run)).length;
      const shared = both / (a.measured.size * b.measured.size) + SESSION_SHARE ** 2;
      return shared * covariance.get(a.axis, b.axis);
    },
    endsWith: (deviations: Readonly<Record<string, number>>): number[] => {
      const numbers = Object.fromEntries(
        Object.entries(deviations).filter(([cause]) => !cause.startsWith('start.')),
      );
      const trueParameters = deviated(setup, numbers);
      return endsOf({ ...moved(deviations), trueParameters });
    },
  };
}

/** The field with the start where the robot is really put down. */
function movedStart(
  field: Field,
  startId: string,
  deviations: Readonly<Record<string, number>>,
): Field {
  const [x, y, heading] = START_AXES.map((axis) => deviations[startCause(startId, axis)] ?? 0) as [
    number,
    number,
    number,
  ];
  return {
    ...field,
    starts: field.starts.map((start) =>
      start.id === startId
        ? {
            ...start,
            pose: { ...toField(start.pose, { x, y }), heading: start.pose.heading + heading },
          }
        : start,
    ),
  };
}

/** What each session measured in the mean. */
function sessionRows(runs: readonly DrivenRun[], axes: readonly Axis[]): Row[][] {
  const sessions = [...new Set(runs.map(({ session }) => session))];
  return sessions.map((session) =>
    axes.flatMap((axis, index): Row[] => {
      const measured = runs.flatMap((run, i): [number, number][] => {
        const value = run.session === session ? axis.measured(run) : null;
        return value === null ? [] : [[i, value]];
      });
      if (measured.length === 0) return [];
      return [
        {
          axis: index,
          mean: mean(measured.map(([, value]) => value)),
          measured: new Set(measured.map(([i]) => i)),
        },
      ];
    }),
  );
}

/** Change of each axis for one unit of deviation of each number: small enough for a straight line, whatever its unit is. */
function axisEffects(
  axes: readonly Axis[],
  { start, ends }: RunPoses,
  { perUnit }: UnknownEffects,
): number[][] {
  const changed = perUnit.map((moments): RunPoses & { per: number } => {
    const changes = ends.map((_, step) => moments[momentAfterMove(step)]!);
    const per = Math.max(
      ...changes.map(({ x, y, heading }) => Math.max(Math.hypot(x, y), 100 * Math.abs(heading))),
    );
    const part = per > 0 ? 1 / per : 0;
    const moved = (end: Pose, step: number): Pose => ({
      x: end.x + part * changes[step]!.x,
      y: end.y + part * changes[step]!.y,
      heading: end.heading + part * changes[step]!.heading,
    });
    return { start, ends: ends.map(moved), per };
  });
  return axes.map((axis) => {
    const planned = axis.of({ start, ends });
    return changed.map((poses) => poses.per * (axis.of(poses) - planned));
  });
}

/** The poses of a simulated run. */
function simulatedPoses(forecast: Forecast, run: number, drawn: Pose, steps: number): RunPoses {
  const at = run * CONDITIONS.length;
  const [along, left, turned] = forecast.conditions.slice(at, at + 3) as unknown as [
    number,
    number,
    number,
  ];
  return {
    start: { ...toField(drawn, { x: along, y: left }), heading: drawn.heading + turned },
    ends: Array.from({ length: steps }, (_, step) =>
      forecastPose(forecast, run, momentAfterMove(step)),
    ),
  };
}

/**
 * Covariance of all axes of one run together: that of simulated runs, drawn towards what the driven ones show. Places and
 * moves of one run err together.
 */
function spreadOfRuns(
  experiment: Experiment,
  axes: readonly Axis[],
  steps: number,
  runs: readonly DrivenRun[],
): Matrix {
  const forecast = forecastRuns(experiment, SEED, SIMULATED);
  const drawn = startPose(experiment.plan, experiment.field);
  const simulated = Array.from({ length: SIMULATED }, (_, run) => {
    const poses = simulatedPoses(forecast, run, drawn, steps);
    return axes.map((axis) => axis.of(poses));
  });
  const middles = axes.map((_, i) => mean(simulated.map((run) => run[i]!)));
  const sessions = [...new Set(runs.map(({ session }) => session))];
  const means = new Map(
    sessions.map((session) => [
      session,
      axes.map((axis) => {
        const own = runs.filter((run) => run.session === session);
        return mean(own.flatMap((run) => axis.measured(run) ?? []));
      }),
    ]),
  );
  const away = runs.map((run) =>
    axes.map((axis, i) => {
      const value = axis.measured(run);
      return value === null ? null : value - means.get(run.session)![i]!;
    }),
  );
  const before = Matrix.zeros(axes.length, axes.length);
  const covariance = Matrix.zeros(axes.length, axes.length);
  axes.forEach((a, i) =>
    axes.forEach((_, j) => {
      const products = simulated.map((run) => (run[i]! - middles[i]!) * (run[j]! - middles[j]!));
      before.set(i, j, mean(products) + (i === j ? a.reading ** 2 : 0));
      const both = away.flatMap((run) =>
        run[i] == null || run[j] == null ? [] : [run[i] * run[j]],
      );
      const free = Math.max(0, both.length - sessions.length);
      const sum = free === 0 ? 0 : both.reduce((whole, product) => whole + product, 0);
      covariance.set(i, j, (SIMULATED_COUNT * before.get(i, j) + sum) / (SIMULATED_COUNT + free));
    }),
  );
  // Where some runs were seen and others were not, what each pair of axes shows may not fit together.
  return new CholeskyDecomposition(covariance).isPositiveDefinite() ? covariance : before;
}

/** Whether a run lies with the others of its session on every axis. */
function isUsual(
  run: DrivenRun,
  index: number,
  runs: readonly DrivenRun[],
  axes: readonly Axis[],
  covariance: Matrix,
): boolean {
  const others = runs.filter((other, i) => other.session === run.session && i !== index);
  if (others.length < 3) return true;
  return axes.every((axis, i) => {
    const value = axis.measured(run);
    const values = others.flatMap((other) => axis.measured(other) ?? []);
    if (value === null || values.length < 3) return true;
    const away = Math.abs(value - median(values));
    return away <= ODD_BEYOND * Math.sqrt(covariance.get(i, i));
  });
}
