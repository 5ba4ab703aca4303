import { useEffect, useMemo, useRef, type RefObject } from 'react';
import type { Box } from './box.ts';
import type { Enlarger } from './enlarger.ts';
import type { SheetKey } from '../useKeys.ts';
import { say } from '../../core/language/say.ts';

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

/** How much a press of a key or button enlarges and pushes. */
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
  const enlarger = useRef<Promise<Enlarger | null> | null>(null);
  useEffect(() => {
    let gone = false;
    const drawing = svg.current!;
    // The sheet is of use before it can be enlarged, and what enlarges is a lot of script.
    const coming = import('./enlarger.ts').then(
      ({ enlarge }) =>
        // One that comes too late would take the listeners of the next one away when it goes.
        gone ? null : enlarge(drawing, content, { x, y, width, height }),
      // Without a connection, or from a page that is left, it does not come: the drawing stays as large as it is.
      () => null,
    );
    enlarger.current = coming;
    return () => {
      gone = true;
      void coming.then((one) => one?.end());
    };
  }, [x, y, width, height]);
  return useMemo(() => {
    // What is pressed before it is there is done once it is.
    const once = (act: (one: Enlarger) => void) =>
      void enlarger.current?.then((one) => one !== null && act(one));
    return {
      svg,
      content,
      by: (factor) => once((one) => one.by(factor)),
      push: (right, down) => once((one) => one.push(right * width, down * height)),
      fit: () => once((one) => one.fit()),
    };
  }, [width, height]);
}

/** The keys of a drawing that can be enlarged. */
export function zoomKeys(zoom: Zoom): SheetKey[] {
  return [
    { keys: '+', says: say`Enlarge`, act: () => zoom.by(STEP) },
    { keys: '-', says: say`Make smaller`, act: () => zoom.by(1 / STEP) },
    { keys: '0', says: say`Show all`, act: zoom.fit },
    { keys: 'Shift+ArrowLeft', says: say`Look further left`, act: () => zoom.push(-PUSH, 0) },
    { keys: 'Shift+ArrowRight', says: say`Look further right`, act: () => zoom.push(PUSH, 0) },
    { keys: 'Shift+ArrowUp', says: say`Look further up`, act: () => zoom.push(0, -PUSH) },
    { keys: 'Shift+ArrowDown', says: say`Look further down`, act: () => zoom.push(0, PUSH) },
  ];
}
