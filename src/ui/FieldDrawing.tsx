import type { PointerEvent, ReactNode } from 'react';
import type { Field } from '../core/field/field.ts';
import type { Point } from '../core/mathematics/pose.ts';
import { onScreen, Table } from './FieldTable.tsx';
import styles from './FieldDrawing.module.css';
import type { Box } from './zoom/box.ts';
import type { Zoom } from './zoom/useZoom.ts';
import frame from './zoom/ZoomButtons.module.css';

interface FieldDrawingProps {
  field: Field;
  /** Where the route starts, drawn with its name. */
  startId: string;
  /** Drawn over the table, in field coordinates turned for the screen by `drawn`. */
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
