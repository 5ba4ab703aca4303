import type { PointerEvent } from 'react';
import { handlesOf, fieldObjectOf, type Chosen } from '../../core/field/editing.ts';
import type { Field } from '../../core/field/field.ts';
import type { Point } from '../../core/mathematics/pose.ts';
import styles from './FieldView.module.css';
import { theirThings, type Merging } from './MergePanel.tsx';

interface FieldOverlayProps {
  field: Field;
  drawn: (point: Point) => Point;
  /** Whether things can be taken hold of. */
  choosing: boolean;
  chosen: Chosen | null;
  open: readonly Point[];
  measured: [Point, Point] | null;
  /** Things that somebody else saved in another shape, to be seen beside ours. */
  theirs: Merging | null;
  onChoose: (chosen: Chosen) => void;
  onHandle: (handle: number) => void;
  onThing: (at: Point) => void;
  snap: (point: Point) => Point;
}

/** What lies over the drawing: things to take hold of, the handles of the chosen one, open lines. */
export function FieldOverlay(props: FieldOverlayProps) {
  const { field, drawn, choosing, chosen, open, measured, onChoose, onHandle, onThing, snap } =
    props;
  const path = (points: readonly Point[]) =>
    points
      .map(drawn)
      .map(({ x, y }) => `${x},${y}`)
      .join(' ');
  const grab = (next: Chosen) => ({
    className: styles['grab'],
    onPointerDown: (event: PointerEvent<SVGGraphicsElement>) => {
      event.stopPropagation();
      onChoose(next);
      const matrix = event.currentTarget.getScreenCTM();
      if (matrix === null) return;
      const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
      onThing(snap({ x: at.x, y: field.height - at.y }));
    },
  });
  const thing = chosen === null ? null : fieldObjectOf(field, chosen);
  return (
    <>
      {(props.theirs === null ? [] : theirThings(props.theirs)).map((one) => (
        <polygon
          key={`${one.kind} ${one.thing.id}`}
          className={styles['theirs']}
          points={path(handlesOf(one))}
        />
      ))}
      {field.starts.map((start) => {
        const at = drawn(start.pose);
        const ahead = drawn({
          x: start.pose.x + 90 * Math.cos(start.pose.heading),
          y: start.pose.y + 90 * Math.sin(start.pose.heading),
        });
        return (
          <g key={start.id} className={styles['start']}>
            <line x1={at.x} y1={at.y} x2={ahead.x} y2={ahead.y} />
            <circle cx={at.x} cy={at.y} r={16} />
            {choosing && (
              <circle {...grab({ kind: 'start', id: start.id })} cx={at.x} cy={at.y} r={34} />
            )}
          </g>
        );
      })}
      {choosing &&
        field.models.map((model) => (
          <polygon
            key={model.id}
            {...grab({ kind: 'model', id: model.id })}
            points={path(model.outline)}
          />
        ))}
      {choosing &&
        [
          ...field.walls.map((one) => ({ kind: 'wall' as const, one, width: 24 })),
          ...field.lines.map((one) => ({
            kind: 'line' as const,
            one,
            width: Math.max(24, one.width),
          })),
        ].map(({ kind, one, width }) => (
          <polyline
            key={`${kind} ${one.id}`}
            {...grab({ kind, id: one.id })}
            points={path(one.points)}
            strokeWidth={width}
          />
        ))}
      {choosing &&
        thing !== null &&
        handlesOf(thing).map((at, handle) => {
          const { x, y } = drawn(at);
          const zone = thing.kind === 'model' && handle === thing.thing.outline.length;
          return (
            <circle
              key={handle}
              className={zone ? styles['zoneHandle'] : styles['handle']}
              cx={x}
              cy={y}
              r={zone ? 14 : 11}
              onPointerDown={(event) => {
                event.stopPropagation();
                onHandle(handle);
              }}
            />
          );
        })}
      {open.length > 0 && (
        <>
          <polyline className={styles['open']} points={path(open)} />
          {open.map((at, i) => {
            const { x, y } = drawn(at);
            return <circle key={i} className={styles['handle']} cx={x} cy={y} r={9} />;
          })}
        </>
      )}
      {measured !== null && <polyline className={styles['measure']} points={path(measured)} />}
    </>
  );
}
