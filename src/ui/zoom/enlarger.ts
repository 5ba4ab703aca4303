import { select } from 'd3-selection';
import { zoom, zoomIdentity, zoomTransform, type D3ZoomEvent, type ZoomTransform } from 'd3-zoom';
import type { RefObject } from 'react';
import type { Box } from './box.ts';

/** As much can be enlarged. */
const MOST = 16;

/** What enlarges one drawing. */
export interface Enlarger {
  by: (factor: number) => void;
  /** Pushes by so much on the screen, in the drawing's own units. */
  push: (right: number, down: number) => void;
  fit: () => void;
  /** Lets go of the drawing. */
  end: () => void;
}

/** Lets a drawing be enlarged by the wheel, two fingers and the middle button; one finger and the left button stay its own. */
export function enlarge(
  svg: SVGSVGElement,
  content: RefObject<SVGGElement | null>,
  { x, y, width, height }: Box,
): Enlarger {
  const extent: [[number, number], [number, number]] = [
    [x, y],
    [x + width, y + height],
  ];
  const behaviour = zoom<SVGSVGElement, unknown>()
    .extent(extent)
    .translateExtent(extent)
    .scaleExtent([1, MOST])
    .filter(mayZoom)
    .on('zoom', ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) =>
      show(content.current, transform),
    );
  const drawing = select(svg);
  drawing.call(behaviour).on('dblclick.zoom', null);
  const fit = () => behaviour.transform(drawing, zoomIdentity);
  // Another box: what was enlarged in the one before means nothing here.
  fit();
  return {
    by: (factor) => behaviour.scaleBy(drawing, factor),
    push: (right, down) => behaviour.translateBy(drawing, ...pushed(svg, right, down)),
    fit,
    end: () => drawing.on('.zoom', null),
  };
}

function mayZoom(event: MouseEvent | WheelEvent | TouchEvent): boolean {
  if (event.type === 'wheel') return true;
  if ('touches' in event) return event.touches.length > 1;
  return event.button === 1;
}

function show(content: SVGGElement | null, { x, y, k }: ZoomTransform): void {
  content?.setAttribute('transform', `translate(${x} ${y}) scale(${k})`);
}

/** A push on the screen in the drawing's own units, which are smaller the more it is enlarged. */
function pushed(svg: SVGSVGElement, x: number, y: number): [number, number] {
  const { k } = zoomTransform(svg);
  return [-x / k, -y / k];
}
