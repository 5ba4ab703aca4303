import { memo, useId } from 'react';
import type { Field, FieldLine, FieldModel, StartPlace } from '../core/field/field.ts';
import { colourNamed, rgbOf, STARTING_COLOURS } from '../core/robot/colours.ts';
import { toField, type Point } from '../core/mathematics/pose.ts';
import styles from './FieldDrawing.module.css';
import { say } from '../core/language/say.ts';

/** mm between two lines of the grid. */
const GRID = 100;

/** A place as it is drawn: screens count downwards, tables away from the start side. */
export function onScreen({ x, y }: Point, { height }: Field): Point {
  return { x, y: height - y };
}

function pathOf(points: readonly Point[], field: Field): string {
  return points
    .map((point) => onScreen(point, field))
    .map(({ x, y }) => `${x},${y}`)
    .join(' ');
}

type TableProps = {
  field: Field;
  startId: string;
  pictureUrl: string | null;
};

/** What stands on the table whatever is drawn over it; drawn again only when the field changes. */
export const Table = memo(function Table({ field, startId, pictureUrl }: TableProps) {
  const hatch = useId();
  const clip = useId();
  const start = field.starts.find((place) => place.id === startId);
  return (
    <>
      <defs>
        <clipPath id={clip}>
          <rect width={field.width} height={field.height} />
        </clipPath>
        <pattern
          id={hatch}
          width="18"
          height="18"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <line x1="0" y1="9" x2="18" y2="9" stroke="var(--hair)" strokeWidth="2" />
        </pattern>
      </defs>
      {field.border && (
        <rect
          className={styles['border']}
          x={-13}
          y={-13}
          width={field.width + 26}
          height={field.height + 26}
        />
      )}
      <rect className={styles['table']} width={field.width} height={field.height} />
      {pictureUrl !== null && field.picture !== null && (
        // What of the picture is beyond the table is not shown, and it is never in the way.

        // What of the picture is beyond the table is not shown, and it is never in the way.
        <g clipPath={`url(#${clip})`} pointerEvents="none">
          <image
            href={pictureUrl}
            width={field.picture.width}
            height={field.picture.height}
            preserveAspectRatio="none"
            opacity={0.55}
            // The picture's own origin is its upper left corner; the table's is its lower left one.
            transform={`translate(${field.picture.x} ${field.height - field.picture.y}) rotate(${(-field.picture.turned * 180) / Math.PI}) translate(0 ${-field.picture.height})`}
          />
        </g>
      )}
      <TableGrid field={field} />
      {field.lines.map((line) => (
        <LineMark key={line.id} line={line} field={field} />
      ))}
      {field.walls.map((wall) => (
        <polyline key={wall.id} className={styles['wall']} points={pathOf(wall.points, field)} />
      ))}
      {start !== undefined && <StartMark start={start} field={field} />}
      {field.models.map((model) => (
        <ModelMark key={model.id} model={model} field={field} hatch={hatch} />
      ))}
    </>
  );
});

/** The grid, and the rules at the edges. */
function TableGrid({ field }: { field: Field }) {
  const columns = steps(field.width);
  const rows = steps(field.height);
  return (
    <>
      {columns.map((x) => (
        <line key={`x${x}`} className={styles['grid']} x1={x} x2={x} y1={0} y2={field.height} />
      ))}
      {rows.map((y) => (
        <line
          key={`y${y}`}
          className={styles['grid']}
          y1={field.height - y}
          y2={field.height - y}
          x1={0}
          x2={field.width}
        />
      ))}
      {[0, ...columns].map((x) => (
        <g key={`rx${x}`}>
          <line className={styles['tick']} x1={x} x2={x} y1={-20} y2={x % 500 === 0 ? -40 : -28} />
          {x % 500 === 0 && (
            <text className={styles['rule']} x={x + 8} y={-30} fontSize={28}>
              {x}
            </text>
          )}
        </g>
      ))}
      {[0, ...rows].map((y) => (
        <line
          key={`ry${y}`}
          className={styles['tick']}
          y1={field.height - y}
          y2={field.height - y}
          x1={-20}
          x2={y % 500 === 0 ? -40 : -28}
        />
      ))}
    </>
  );
}

function LineMark({ line, field }: { line: FieldLine; field: Field }) {
  const second = line.points[1];
  return (
    <g>
      <polyline
        className={styles['line']}
        points={pathOf(line.points, field)}
        strokeWidth={line.width}
        strokeOpacity={line.colour === null ? 1 - 0.8 * line.reflectance : 1}
        style={colourStyle(line.colour)}
      />
      {second !== undefined && (
        <text
          className={styles['name']}
          fontSize={28}
          {...nudged(onScreen(second, field), 22, -22)}
        >
          {line.name}
        </text>
      )}
    </g>
  );
}

function StartMark({ start, field }: { start: StartPlace; field: Field }) {
  const { x, y } = onScreen(start.pose, field);
  return (
    <g>
      <circle className={styles['start']} r={150} cx={x} cy={y} />
      <text
        className={styles['rule']}
        fontSize={26}
        x={start.pose.x - 145}
        y={field.height - 12}
      >{say`start`}</text>
    </g>
  );
}

function ModelMark({ model, field, hatch }: { model: FieldModel; field: Field; hatch: string }) {
  const tops = model.outline.map((corner) => onScreen(corner, field));
  const left = Math.min(...tops.map((corner) => corner.x));
  const top = Math.min(...tops.map((corner) => corner.y));
  const bottom = Math.max(...tops.map((corner) => corner.y));
  const { target, shape } = model.zone;
  // A name at the table's edge goes under its model.
  const nameY = top < 60 ? bottom + 36 : top - 12;
  return (
    <g>
      <polygon
        className={styles['model']}
        points={pathOf(model.outline, field)}
        style={{ fill: `url(#${hatch})` }}
      />
      {shape.kind === 'circle' ? (
        <circle
          className={styles['zone']}
          r={shape.radius}
          cx={target.x}
          cy={field.height - target.y}
        />
      ) : (
        <polygon
          className={styles['zone']}
          points={pathOf(
            shape.corners.map((corner) => toField(target, corner)),
            field,
          )}
        />
      )}
      <text className={styles['name']} fontSize={30} x={left} y={nameY}>
        {model.name.length > 24 ? `${model.name.slice(0, 23)}…` : model.name}
      </text>
    </g>
  );
}

function steps(length: number): number[] {
  return Array.from({ length: Math.floor(length / GRID) }, (_, i) => (i + 1) * GRID);
}

function nudged(point: Point, x: number, y: number): Point {
  return { x: point.x + x, y: point.y + y };
}

/** The ink of a line whose colour has a usual name; the drawing's own for all others. */
function colourStyle(name: string | null): { stroke?: string } {
  const known = name === null ? undefined : colourNamed(STARTING_COLOURS, name);
  if (known === undefined) return {};
  const { red, green, blue } = rgbOf(known.middle);
  const share = (channel: number) => Math.round(255 * channel);
  return { stroke: `rgb(${share(red)} ${share(green)} ${share(blue)})` };
}
