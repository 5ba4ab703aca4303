import { useSyncExternalStore } from 'react';

/** What the address of the page has behind `#`, with it; empty without. */
export function useHash(): string {
  return useSyncExternalStore(follow, () => location.hash);
}

function follow(changed: () => void): () => void {
  addEventListener('hashchange', changed);
  return () => removeEventListener('hashchange', changed);
}
