import { useMemo } from 'react';
import { matchWorker } from '../../../ui/matchWorker.ts';
import { useWorked } from '../../../ui/useWorker.ts';
import { useRehearsing } from './rehearsing.ts';

/**
 * What is best to start next; until that is worked out, and where a route was skipped, the next in the team’s order.
 *
 * @param left whole seconds; null while a route is under way
 */
export function useNext(left: number | null): string | null {
  const { record, routes, prospects, timed, course } = useRehearsing();
  const { plan } = record;
  const { legs, skipped } = course!;
  const gone = useMemo(
    () => [...legs, ...skipped].map(({ entryId }) => entryId).join(' '),
    [legs, skipped],
  );
  const reached = useMemo(() => {
    const found = legs.flatMap(({ rescued, outcomes }) => (rescued ? [] : outcomes));
    const hits = new Map(
      found.flatMap(({ modelId, hit, points }) => (hit ? [[modelId, points]] : [])),
    );
    return JSON.stringify([...hits].map(([modelId, points]) => ({ modelId, points })));
  }, [legs]);
  const last = legs.at(-1)?.entryId ?? null;
  const wanted = useMemo(
    () =>
      prospects === null
        ? null
        : {
            question: { plan, routes, prospects, timed },
            standing: {
              done: gone === '' ? [] : gone.split(' '),
              last,
              reached: JSON.parse(reached) as { modelId: string; points: number }[],
            },
          },
    [plan, routes, prospects, timed, gone, last, reached],
  );
  const { found } = useWorked(matchWorker, wanted, (worker, { question, standing }) =>
    worker.ask((door) => door.nexts(question, standing)),
  );
  if (left === null) return null;
  if (found !== null) return found[Math.min(left, found.length - 1)] ?? null;
  return plan.entries.find(({ id }) => !gone.split(' ').includes(id))?.id ?? null;
}
