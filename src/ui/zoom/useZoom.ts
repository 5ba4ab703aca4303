import { select } from 'd3-selection';
import {
  zoom as d3Zoom,
  zoomIdentity,
  zoomTransform,
  type D3ZoomEvent,
  type ZoomTransform,
} from 'd3-zoom';
import { useEffect, useMemo, useRef, type RefObject } from 'react';
import type { SheetKey } from '../useKeys.ts';

/** The part of the plane that a drawing shows when nothing is enlarged, in its own units. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A drawing that can be enlarged and pushed about: with the wheel, two fingers, keys and buttons. */
export interface Zoom {
  /** The drawing, and the group in it that is enlarged. */
  svg: RefObject<SVGSVGElement | null>;
  content: RefObject<SVGGElement | null>;
  /** Enlarges by a factor about the middle. */
  by: (factor: number) => void;
  /** Pushes the drawing by shares of what is seen. */
  push: (x: number, y: number) => void;
  /** Shows all of it again. */
  fit: () => void;
}

/** As much can be enlarged, and so much a press of a key or button does. */
const MOST = 16;
const STEP = 1.5;
const PUSH = 0.2;

/**
 * Lets a drawing be enlarged. It is done on the drawing itself and not through React, so that a turn of the
 * wheel draws nothing anew. One finger and the left button are left to the drawing, which has uses of its
 * own for them; the middle button and two fingers push it about.
 */
export function useZoom({ x, y, width, height }: Box): Zoom {
  const svg = useRef<SVGSVGElement>(null);
  const content = useRef<SVGGElement>(null);
  const behaviour = useMemo(
    () =>
      d3Zoom<SVGSVGElement, unknown>()
        .extent([
          [x, y],
          [x + width, y + height],
        ])
        .translateExtent([
          [x, y],
          [x + width, y + height],
        ])
        .scaleExtent([1, MOST])
        .filter(mayZoom),
    [x, y, width, height],
  );
  useEffect(() => {
    const drawing = select(svg.current!);
    behaviour.on('zoom', ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) =>
      show(content.current, transform),
    );
    drawing.call(behaviour).on('dblclick.zoom', null);
    // Another box: what was enlarged in the one before means nothing here.
    drawing.call((one) => behaviour.transform(one, zoomIdentity));
    return () => {
      drawing.on('.zoom', null);
    };
  }, [behaviour]);
  return useMemo(() => {
    const drawing = () => select(svg.current!);
    return {
      svg,
      content,
      by: (factor) => behaviour.scaleBy(drawing(), factor),
      push: (right, down) =>
        behaviour.translateBy(drawing(), ...pushed(svg.current!, right * width, down * height)),
      fit: () => behaviour.transform(drawing(), zoomIdentity),
    };
  }, [behaviour, width, height]);
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

/** The keys of a drawing that can be enlarged. */
export function zoomKeys(zoom: Zoom): SheetKey[] {
  return [
    { keys: '+', says: 'Enlarge', act: () => zoom.by(STEP) },
    { keys: '-', says: 'Make smaller', act: () => zoom.by(1 / STEP) },
    { keys: '0', says: 'Show all', act: zoom.fit },
    { keys: 'Shift+ArrowLeft', says: 'Look further left', act: () => zoom.push(-PUSH, 0) },
    { keys: 'Shift+ArrowRight', says: 'Look further right', act: () => zoom.push(PUSH, 0) },
    { keys: 'Shift+ArrowUp', says: 'Look further up', act: () => zoom.push(0, -PUSH) },
    { keys: 'Shift+ArrowDown', says: 'Look further down', act: () => zoom.push(0, PUSH) },
  ];
}
