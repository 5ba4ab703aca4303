import { useMutation } from '@tanstack/react-query';
import type { RevisionCreate } from '../contracts/routes.ts';
import { send } from './api.ts';
import { sheetAddress } from './sheetAddress.ts';

/**
 * Makes the next revision of a route and goes to it.
 *
 * @param basedOn number of the revision that was looked at
 */
export function useNewRevision(routeId: string, basedOn: number) {
  return useMutation({
    mutationFn: (content: Omit<RevisionCreate, 'basedOn'>) =>
      send('POST', `routes/${routeId}/revisions`, { basedOn, ...content }),
    onSuccess: () => location.assign(sheetAddress('/route', { route: routeId })),
  });
}
