import { useMutation } from '@tanstack/react-query';
import type { RevisionCreate } from '../../contracts/routes.ts';
import { send } from '../../ui/api.ts';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { useVerdictWork } from './verdictWork.ts';

/** Makes the next revision of the route and goes to it. */
export function useNewRevision() {
  const { route, revision } = useVerdictWork();
  return useMutation({
    mutationFn: (content: Omit<RevisionCreate, 'basedOn'>) =>
      send('POST', `routes/${route.id}/revisions`, { basedOn: revision.number, ...content }),
    onSuccess: () => location.assign(sheetAddress('/route', { route: route.id })),
  });
}
