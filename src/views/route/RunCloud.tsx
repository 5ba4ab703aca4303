import { memo, useMemo, useState, type MouseEvent } from 'react';
import type { Field } from '../../core/field/field.ts';
import type { Point } from '../../core/mathematics/pose.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import { toolPose } from '../../core/robot/toolPose.ts';
import { forecastPose, momentAfterMove, type Forecast } from '../../core/simulation/forecast.ts';
import styles from './RouteField.module.css';
import { say } from '../../core/language/say.ts';

interface RunCloudProps {
  forecast: Forecast;
  /** The step after which the runs are drawn. */
  step: number;
  setup: RobotParameters;
  field: Field;
  /** Runs that missed there. */
  missed: ReadonlySet<number> | undefined;
  onRun: (run: number) => void;
}

/** Dots that are drawn at most; more would only be ink. */
const DOTS = 500;
const DOTS_PER_PATH = 20;
/** Runs that can be chosen: the first of them, so that each can be hit. */
const PICKED = 250;
/** Radius of a ring round a run, mm. */
const RING = 7;

/**
 * Where the runs of a forecast end after a step, and which of them missed. It is a handful of paths and not an element
 * a run, which would hold the page up whenever a forecast comes in.
 */
export const RunCloud = memo(function RunCloud(props: RunCloudProps) {
  const { forecast, step, setup, field, missed, onRun } = props;
  const [pointed, setPointed] = useState<number | null>(null);
  const points = useMemo(
    () => pointsOf(forecast, step, setup, field),
    [forecast, step, setup, field],
  );
  const picked = points.slice(0, PICKED);
  const under = (event: MouseEvent<SVGPathElement>) => {
    const matrix = event.currentTarget.getScreenCTM();
    if (matrix === null) return null;
    return nearest(
      picked,
      new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()),
    );
  };
  const place = pointed === null ? undefined : picked[pointed];
  return (
    <>
      {dotsOf(points).map((dots, i) => (
        <path key={i} className={styles['cloud']} d={dots} />
      ))}
      <path
        className={styles['miss']}
        d={picked.map((point, run) => (missed?.has(run) === true ? ringOf(point) : '')).join('')}
      />
      {place !== undefined && (
        <circle className={styles['pointed']} cx={place.x} cy={place.y} r={RING} />
      )}
      <path
        className={styles['pick']}
        d={picked.map(dotOf).join('')}
        strokeWidth={2 * RING}
        onPointerMove={(event) => setPointed(under(event))}
        onPointerLeave={() => setPointed(null)}
        onClick={(event) => {
          const run = under(event);
          if (run !== null) onRun(run);
        }}
      >
        <title>
          {pointed === null
            ? say`A simulated run`
            : say`Run ${pointed + 1}: click to see how it went`}
        </title>
      </path>
    </>
  );
});

/** Where the tool points of the runs are after a step, turned for the screen. */
function pointsOf(forecast: Forecast, step: number, setup: RobotParameters, field: Field): Point[] {
  const moment = momentAfterMove(step);
  if (moment >= forecast.moments.times.length) return [];
  return Array.from({ length: Math.min(DOTS, forecast.runs) }, (_, run) => {
    const { x, y } = toolPose(setup.body, forecastPose(forecast, run, moment));
    return { x, y: field.height - y };
  });
}

/** A stroke without length, drawn with round ends. */
function dotOf({ x, y }: Point): string {
  return `M${x.toFixed(1)},${y.toFixed(1)}h0`;
}

function ringOf({ x, y }: Point): string {
  return `M${(x - RING).toFixed(1)},${y.toFixed(1)}a${RING},${RING} 0 1 0 ${2 * RING},0a${RING},${RING} 0 1 0 ${-2 * RING},0`;
}

/** The dots as a few paths. Dots of one path do not darken each other, so a path holds only a few. */
function dotsOf(points: readonly Point[]): string[] {
  return Array.from({ length: Math.ceil(points.length / DOTS_PER_PATH) }, (_, i) =>
    points
      .slice(i * DOTS_PER_PATH, (i + 1) * DOTS_PER_PATH)
      .map(dotOf)
      .join(''),
  );
}

/** The number of the point that is nearest; null when there are none. */
function nearest(points: readonly Point[], { x, y }: Point): number | null {
  let best: number | null = null;
  let least = Infinity;
  points.forEach((point, run) => {
    const distance = Math.hypot(point.x - x, point.y - y);
    if (distance >= least) return;
    least = distance;
    best = run;
  });
  return best;
}
