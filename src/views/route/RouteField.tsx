import { useRef, type ReactNode } from 'react';
import type { Field } from '../../core/field/field.ts';
import { toField, type Point, type Pose } from '../../core/mathematics/pose.ts';
import { stepsOf } from '../../core/route/plan.ts';
import { type Move } from '../../core/moves/index.ts';
import { ellipseOf, type BudgetAt } from '../../core/analysis/budget/band.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import type { Forecast } from '../../core/simulation/forecast.ts';
import { runThrough, type RunRecord } from '../../core/simulation/run.ts';
import { FieldDrawing } from '../../ui/FieldDrawing.tsx';
import type { Zoom } from '../../ui/zoom/useZoom.ts';
import styles from './RouteField.module.css';
import { RunCloud } from './RunCloud.tsx';
import { say } from '../../core/language/say.ts';

interface RouteFieldProps {
  field: Field;
  /** Address of the picture under the field. */
  pictureUrl: string;
  startId: string;
  setup: RobotParameters;
  moves: readonly Move[];
  nominal: RunRecord;
  /** Runs that take the other way at one choice each. */
  others: ReadonlyMap<string, RunRecord>;
  /** A simulated run that is looked at; null for none. */
  replayed: RunRecord | null;
  /** What moves with the moment that is shown, drawn on the paths and under their handles. */
  moving: (drawn: (point: Point) => Point) => ReactNode;
  zoom: Zoom;
  /** Steps after which the place is known again. */
  references: readonly number[];
  forecast: Forecast | null;
  stale: boolean;
  /** Where the runs of this revision ended, as tool points on the field. */
  measured: readonly Point[];
  /** Steps after which runs are measured. */
  checkpointSteps: readonly number[];
  /** Runs that missed, by the step after which they are measured, and what happens when a run of the cloud is chosen. */
  missed: ReadonlyMap<number, ReadonlySet<number>>;
  onRun: (run: number) => void;
  selected: string | null;
  onSelect: (id: string) => void;
  onTime: (time: number) => void;
  onMove: (move: Move) => void;
  /** A drag begins, and has ended: what changes in between is one step. */
  onGrab: () => void;
  onRelease: () => void;
}

const CROSS = 11;

/** The route on the table: planned path, cloud of simulated runs, measured runs, and the robot. */
export function RouteField(props: RouteFieldProps) {
  const { field, startId, setup, moves, nominal, replayed, forecast, selected } = props;
  const steps = stepsOf(moves);
  /** The run that comes by each step. */
  const runs = steps.map((_, step) => runThrough(step, nominal, props.others));
  const dragged = useRef<number | null>(null);
  const follow = (point: Point, pressed: boolean) => {
    const position = dragged.current;
    if (position === null) return;
    if (!pressed) {
      dragged.current = null;
      props.onRelease();
      return;
    }
    const move = steps[position]?.move;
    const start = runs[position]?.moves[position]?.start;
    if (move?.kind !== 'drive' || start === undefined) return;
    // The end of a straight follows the pointer along the straight.
    const along =
      (point.x - start.x) * Math.cos(start.heading) + (point.y - start.y) * Math.sin(start.heading);
    const distance = Math.round(along / 5) * 5;
    if (distance !== 0 && distance !== move.distance) props.onMove({ ...move, distance });
  };
  return (
    <FieldDrawing
      field={field}
      startId={startId}
      pictureUrl={props.pictureUrl}
      zoom={props.zoom}
      label={say`The field to scale with the planned route`}
      onPoint={(point, event) => follow(point, event.buttons !== 0)}
    >
      {(drawn) => (
        <>
          {steps.map(({ move, round }, i) => (
            <polyline
              key={`${move.id} ${round}`}
              className={[styles['path'], move.id === selected ? styles['chosen'] : ''].join(' ')}
              data-astray={runs[i] !== nominal}
              points={pathOf(runs[i]!, i, drawn)}
            />
          ))}
          {forecast !== null && (
            <g className={props.stale ? styles['stale'] : ''}>
              {props.checkpointSteps.map((step) => (
                <RunCloud
                  key={step}
                  forecast={forecast}
                  step={step}
                  setup={setup}
                  field={field}
                  missed={props.missed.get(step)}
                  onRun={props.onRun}
                />
              ))}
            </g>
          )}
          {props.references.map((step) => (
            <Reference key={step} at={nominal.moves[step]?.end} drawn={drawn} />
          ))}
          {replayed !== null && (
            <polyline
              className={styles['replayed']}
              points={replayed.trace
                .map(drawn)
                .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
                .join(' ')}
            />
          )}
          {props.moving(drawn)}
          {steps.map(({ move, round }, i) => (
            <polyline
              key={`${move.id} ${round}`}
              className={styles['grab']}
              points={pathOf(runs[i]!, i, drawn)}
              onClick={() => props.onSelect(move.id)}
              onPointerMove={(event) => {
                if (event.buttons !== 0) return;
                const record = nominal.moves[i]!;
                const matrix = event.currentTarget.getScreenCTM();
                if (matrix === null) return;
                const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(
                  matrix.inverse(),
                );
                props.onTime(
                  nearestTime(nominal, i, { x: at.x, y: field.height - at.y }) ?? record.to,
                );
              }}
            />
          ))}
          {steps.map(({ move, position, round }, i) => {
            const end = runs[i]!.moves[i]?.end;
            if (end === undefined) return null;
            const at = drawn(end);
            return (
              <g key={`${move.id} ${round}`}>
                {move.kind === 'drive' && round === 1 && (
                  <circle
                    className={styles['handle']}
                    r={26}
                    cx={at.x}
                    cy={at.y}
                    onPointerDown={() => {
                      dragged.current = i;
                      props.onGrab();
                      props.onSelect(move.id);
                    }}
                  >
                    <title>{say`Drag to change the distance of move ${position + 1}`}</title>
                  </circle>
                )}
                <circle className={styles['node']} r={9} cx={at.x} cy={at.y} pointerEvents="none" />
              </g>
            );
          })}
          {props.measured.map((point, i) => {
            const { x, y } = drawn(point);
            return (
              <path
                key={i}
                className={styles['measured']}
                d={`M${x - CROSS},${y}h${2 * CROSS}M${x},${y - CROSS}v${2 * CROSS}`}
              />
            );
          })}
        </>
      )}
    </FieldDrawing>
  );
}

/** Chi-square of two degrees of freedom at 95 %, its root: the ellipse that holds 19 of 20 runs. */
const ELLIPSE_95 = 2.4477;

interface SpreadEllipseProps {
  at: BudgetAt;
  drawn: (point: Point) => Point;
  /** Whether what is not known of the robot is in it. */
  nextRun?: boolean;
}

/** Where 19 of 20 runs are at the moment that is shown. */
export function SpreadEllipse({ at, drawn, nextRun = false }: SpreadEllipseProps) {
  const { long, short, direction } = ellipseOf(at.tool);
  const { x, y } = drawn(at.middle);
  return (
    <ellipse
      className={styles[nextRun ? 'next-run' : 'spread']}
      rx={ELLIPSE_95 * long}
      ry={ELLIPSE_95 * short}
      transform={`translate(${x} ${y}) rotate(${(-direction * 180) / Math.PI})`}
    />
  );
}

function pathOf(nominal: RunRecord, move: number, drawn: (point: Point) => Point): string {
  const record = nominal.moves[move];
  if (record === undefined) return '';
  return [record.start, ...nominal.trace.filter((moment) => moment.move === move), record.end]
    .map(drawn)
    .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
    .join(' ');
}

function nearestTime(nominal: RunRecord, move: number, point: Point): number | undefined {
  let best: { time: number; distance: number } | undefined;
  for (const moment of nominal.trace) {
    if (moment.move !== move) continue;
    const distance = Math.hypot(moment.x - point.x, moment.y - point.y);
    if (best === undefined || distance < best.distance) best = { time: moment.time, distance };
  }
  return best?.time;
}

/** The short double bar across the path where a position is known again. */
function Reference({ at, drawn }: { at: Pose | undefined; drawn: (point: Point) => Point }) {
  if (at === undefined) return null;
  const bar = (x: number) => {
    const a = drawn(toField(at, { x, y: -45 }));
    const b = drawn(toField(at, { x, y: 45 }));
    return <line className={styles['reference']} x1={a.x} y1={a.y} x2={b.x} y2={b.y} />;
  };
  return (
    <g>
      {bar(-30)}
      {bar(-46)}
    </g>
  );
}
