import { memo, useId, type PointerEvent, type ReactNode } from 'react';
import type { Field } from '../core/field/field.ts';
import { colourNamed, rgbOf, STARTING_COLOURS } from '../core/robot/colours.ts';
import { toField, type Point } from '../core/mathematics/pose.ts';
import styles from './FieldDrawing.module.css';
import type { Box, Zoom } from './zoom/useZoom.ts';
import frame from './zoom/ZoomButtons.module.css';

interface FieldDrawingProps {
  field: Field;
  /** Where the route starts, drawn with its name. */
  startId: string;
  /** Drawn over the table, in field coordinates turned for the screen by {@link drawn}. */
  children?: (drawn: (point: Point) => Point) => ReactNode;
  /** Address of the picture that lies under the drawing; null for none. */
  pictureUrl?: string | null;
  onPoint?: (point: Point, event: PointerEvent<SVGSVGElement>) => void;
  label: string;
  /** How it is enlarged, for the box that {@link fieldBox} gives. */
  zoom: Zoom;
}

/** Room round the table for the rulers, mm. */
const MARGIN = 70;
const GRID = 100;

/** The table with its rulers. */
export function fieldBox({ width, height }: Pick<Field, 'width' | 'height'>): Box {
  return { x: -MARGIN, y: -MARGIN, width: width + 1.4 * MARGIN, height: height + 1.4 * MARGIN };
}

/** The table to scale with rulers, border, lines, models and their zones. */
export function FieldDrawing(props: FieldDrawingProps) {
  const { field, startId, children, onPoint, label, pictureUrl = null, zoom } = props;
  const point = (event: PointerEvent<SVGSVGElement>) => {
    const matrix = zoom.content.current?.getScreenCTM() ?? null;
    if (matrix === null || onPoint === undefined) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    onPoint({ x: at.x, y: field.height - at.y }, event);
  };
  const box = fieldBox(field);
  return (
    <div className={frame['frame']}>
      <svg
        ref={zoom.svg}
        className={styles['drawing']}
        viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
        role="img"
        aria-label={label}
        onPointerDown={point}
        onPointerMove={point}
        onPointerUp={point}
        onPointerLeave={point}
      >
        <g ref={zoom.content}>
          <Table field={field} startId={startId} pictureUrl={pictureUrl} />
          {children?.((at) => onScreen(at, field))}
        </g>
      </svg>
    </div>
  );
}

/** A place as it is drawn: screens count downwards, tables away from the start side. */
function onScreen({ x, y }: Point, { height }: Field): Point {
  return { x, y: height - y };
}

type TableProps = Required<Pick<FieldDrawingProps, 'field' | 'startId' | 'pictureUrl'>>;

/** What stands on the table whatever is drawn over it; drawn again only when the field changes. */
const Table = memo(function Table({ field, startId, pictureUrl }: TableProps) {
  const hatch = useId();
  const clip = useId();
  const drawn = (point: Point) => onScreen(point, field);
  const path = (points: readonly Point[]) =>
    points
      .map(drawn)
      .map(({ x, y }) => `${x},${y}`)
      .join(' ');
  const start = field.starts.find((place) => place.id === startId);
  const columns = steps(field.width);
  const rows = steps(field.height);
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
      {field.lines.map((line) => (
        <g key={line.id}>
          <polyline
            className={styles['line']}
            points={path(line.points)}
            strokeWidth={line.width}
            strokeOpacity={line.colour === null ? 1 - 0.8 * line.reflectance : 1}
            style={colourStyle(line.colour)}
          />
          {line.points[1] !== undefined && (
            <text
              className={styles['name']}
              fontSize={28}
              {...nudged(drawn(line.points[1]), 22, -22)}
            >
              {line.name}
            </text>
          )}
        </g>
      ))}
      {field.walls.map((wall) => (
        <polyline key={wall.id} className={styles['wall']} points={path(wall.points)} />
      ))}
      {start !== undefined && (
        <g>
          <circle
            className={styles['start']}
            r={150}
            cx={drawn(start.pose).x}
            cy={drawn(start.pose).y}
          />
          <text
            className={styles['rule']}
            fontSize={26}
            x={start.pose.x - 145}
            y={field.height - 12}
          >
            start
          </text>
        </g>
      )}
      {field.models.map((model) => {
        const tops = model.outline.map(drawn);
        const left = Math.min(...tops.map((corner) => corner.x));
        const top = Math.min(...tops.map((corner) => corner.y));
        const bottom = Math.max(...tops.map((corner) => corner.y));
        const { target, shape } = model.zone;
        // A name at the table's edge goes under its model.
        const nameY = top < 60 ? bottom + 36 : top - 12;
        return (
          <g key={model.id}>
            <polygon
              className={styles['model']}
              points={path(model.outline)}
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
                points={path(shape.corners.map((corner) => toField(target, corner)))}
              />
            )}
            <text className={styles['name']} fontSize={30} x={left} y={nameY}>
              {model.name.length > 24 ? `${model.name.slice(0, 23)}…` : model.name}
            </text>
          </g>
        );
      })}
    </>
  );
});

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
