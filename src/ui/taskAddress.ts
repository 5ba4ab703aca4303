import type { ShownTask } from '../core/text/shownTask.ts';
import { sheetAddress } from './sheetAddress.ts';

/** Where a task is done, with everything set. */
export function taskAddress({
  kind,
  routeId,
  bench,
}: Pick<ShownTask, 'kind' | 'routeId' | 'bench'>): string {
  switch (kind) {
    case 'measure':
      return sheetAddress(`/bench#${bench}`);
    case 'log runs':
    case 'more runs':
      return sheetAddress('/table', { route: routeId });
    case 'find cause':
    case 'contradiction':
    case 'aim':
    case 'tighten':
      return sheetAddress('/verdict', { route: routeId });
  }
}
