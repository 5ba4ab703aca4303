import { useEffect, useRef } from 'react';

/** Does something once, when the component has come onto the page. */
export function useMountEffect(act: () => void): void {
  const first = useRef(act);
  useEffect(() => first.current(), []);
}
