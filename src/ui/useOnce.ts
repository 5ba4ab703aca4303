import { useEffect, useRef } from 'react';

/** Does something once, when the component has come onto the page. */
export function useOnce(act: () => void): void {
  const first = useRef(act);
  useEffect(() => first.current(), []);
}
