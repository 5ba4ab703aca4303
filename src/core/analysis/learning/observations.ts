import { CholeskyDecomposition, Matrix, solve } from 'ml-matrix';
import { offsetFrom, type Field, type Offset } from '../../field/field.ts';
import { wrapAngle } from '../../mathematics/angle.ts';
import { toField } from '../../mathematics/pose.ts';
import { mean, median } from '../../mathematics/sample.ts';
import { deviated, type Knowledge } from '../../robot/knowledge.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { stepsOf, type RoutePlan } from '../../route/plan.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import { nominalRun, type Experiment } from '../../simulation/run.ts';
import { SESSION_SHARE } from '../runs/posterior.ts';
import { offsetEffects, unknownEffects } from '../unknowns/effects.ts';

/** The runs of one revision, all with the same setup. */
export interface DrivenPlan {
  plan: RoutePlan;
  field: Field;
  runs: readonly DrivenRun[];
}

/** Where one run ended; the heading is null where nobody measured it. */
interface DrivenRun {
  session: string;
  measurements: readonly {
    checkpointId: string;
    along: number;
    left: number;
    turned: number | null;
  }[];
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
  /** One row a mean offset: of a plan, a session, a checkpoint and an axis. */
  effects: Matrix;
  residuals: number[];
  /** Runs that count. */
  runs: number;
  /** How far the noise-free run with some deviations ends from the one without, in the rows' units. */
  expected: (deviations: Readonly<Record<string, number>>) => number[];
}

/** Runs from which the spread is known before any is driven; those that were driven count beside so many. */
const SIMULATED = 120;
const SIMULATED_COUNT = 10;
const SEED = 41;
/** Standard deviation that reading a ruler and a protractor adds, mm and rad. */
const READING = { along: 0.3, left: 0.3, turned: 0.01 };
/** A run farther from the others than this, in standard deviations, is odd and tells nothing of the robot. */
const ODD_BEYOND = 4;

/** One row of the model: an axis of a checkpoint. */
interface Axis {
  checkpointId: string;
  axis: keyof Offset;
}

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

/** A mean offset of one session along one axis. */
interface Row {
  /** Which of the plan's axes. */
  axis: number;
  mean: number;
  /** Runs of the session that were measured along it. */
  measured: ReadonlySet<number>;
}

function planPart({ plan, field, runs }: DrivenPlan, setup: RobotParameters, known: Knowledge) {
  const experiment: Experiment = { plan, field, estimated: setup, trueParameters: setup };
  const axes = checkpointsOf(plan).flatMap(({ id }): Axis[] =>
    (['along', 'left', 'turned'] as const).map((axis) => ({ checkpointId: id, axis })),
  );
  const steps = stepsOf(plan.moves);
  const places = checkpointsOf(plan).map(({ id, modelId }) => ({
    step: steps.findIndex(({ move }) => move.id === id),
    zone: field.models.find((model) => model.id === modelId)!.zone,
  }));
  const endsOf = (of: Experiment): number[] => {
    const run = nominalRun(of);
    return places.flatMap(({ step, zone }) => {
      const { along, left, turned } = offsetFrom(zone, toolPose(setup.body, run.moves[step]!.end));
      return [along, left, turned];
    });
  };
  const nominal = endsOf(experiment);
  const effects = unknownEffects(experiment, known);
  const perPlace = places.map(({ step, zone }) => offsetEffects(effects, step, zone, setup.body));
  const perNumber = axes.map(({ axis }, i) =>
    perPlace[Math.floor(i / 3)]!.map((offset) => offset[axis]),
  );
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
    return more.map((value, i) => difference(axes[i]!.axis, value, less[i]!) / (2 * step));
  });
  const perStart = axes.map((_, i) => byAxis.map((column) => column[i]!));
  const covariance = spreadOfRuns(experiment, axes, places, runs);
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

/** The mean offsets of each session. */
function sessionRows(runs: readonly DrivenRun[], axes: readonly Axis[]): Row[][] {
  const sessions = [...new Set(runs.map(({ session }) => session))];
  return sessions.map((session) =>
    axes.flatMap((axis, index): Row[] => {
      const measured = runs.flatMap((run, i): [number, number][] => {
        const value = run.session === session ? valueOf(run, axis) : null;
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

function valueOf({ measurements }: DrivenRun, { checkpointId, axis }: Axis): number | null {
  return measurements.find((one) => one.checkpointId === checkpointId)?.[axis] ?? null;
}

/**
 * Covariance of the offsets of one run at all axes together: that of simulated runs, drawn towards what the driven ones
 * show. Checkpoints of one run err together.
 */
function spreadOfRuns(
  experiment: Experiment,
  axes: readonly Axis[],
  places: readonly { step: number; zone: Field['models'][number]['zone'] }[],
  runs: readonly DrivenRun[],
): Matrix {
  const forecast = forecastRuns(experiment, SEED, SIMULATED);
  const { body } = experiment.estimated;
  const simulated = Array.from({ length: SIMULATED }, (_, run) =>
    places.flatMap(({ step, zone }) => {
      const end = forecastPose(forecast, run, momentAfterMove(step));
      const { along, left, turned } = offsetFrom(zone, toolPose(body, end));
      return [along, left, turned];
    }),
  );
  const middles = axes.map((_, i) => mean(simulated.map((run) => run[i]!)));
  const sessions = [...new Set(runs.map(({ session }) => session))];
  const means = new Map(
    sessions.map((session) => [
      session,
      axes.map((axis) => {
        const own = runs.filter((run) => run.session === session);
        return mean(own.flatMap((run) => valueOf(run, axis) ?? []));
      }),
    ]),
  );
  const away = runs.map((run) =>
    axes.map((axis, i) => {
      const value = valueOf(run, axis);
      return value === null ? null : difference(axis.axis, value, means.get(run.session)![i]!);
    }),
  );
  const covariance = Matrix.zeros(axes.length, axes.length);
  axes.forEach((a, i) =>
    axes.forEach((_, j) => {
      const products = simulated.map((run) => (run[i]! - middles[i]!) * (run[j]! - middles[j]!));
      const before = mean(products) + (i === j ? READING[a.axis] ** 2 : 0);
      const both = away.flatMap((run) =>
        run[i] == null || run[j] == null ? [] : [run[i] * run[j]],
      );
      const free = Math.max(0, both.length - sessions.length);
      const sum = both.reduce((whole, product) => whole + product, 0);
      const weight = free === 0 ? 0 : sum;
      covariance.set(i, j, (SIMULATED_COUNT * before + weight) / (SIMULATED_COUNT + free));
    }),
  );
  return covariance;
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
    const value = valueOf(run, axis);
    const values = others.flatMap((other) => valueOf(other, axis) ?? []);
    if (value === null || values.length < 3) return true;
    const away = Math.abs(difference(axis.axis, value, median(values)));
    return away <= ODD_BEYOND * Math.sqrt(covariance.get(i, i));
  });
}

function difference(axis: keyof Offset, a: number, b: number): number {
  return axis === 'turned' ? wrapAngle(a - b) : a - b;
}
