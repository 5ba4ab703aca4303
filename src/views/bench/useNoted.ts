import { useState } from 'react';
import type { Tried } from '../../core/benches/rest/bench.ts';

/** What was tried and not checked yet; it survives a reload of the page. */
export function useNoted(robotId: string) {
  const key = `corvat-tried-${robotId}`;
  const [tried, setTried] = useState<Tried | null>(() => {
    try {
      return JSON.parse(localStorage.getItem(key) ?? 'null') as Tried | null;
    } catch {
      return null;
    }
  });
  return {
    tried,
    set: (next: Tried) => {
      localStorage.setItem(key, JSON.stringify(next));
      setTried(next);
    },
    clear: () => {
      localStorage.removeItem(key);
      setTried(null);
    },
  };
}
