import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { v4 as uuid } from 'uuid';
import { z } from 'zod';
import { rehearsalSchema, type MatchRecord, type Rehearsal } from '../../../contracts/matches.ts';
import type { TimedHandover } from '../../../core/match/handovers.ts';
import {
  rehearsalCourse,
  timedHandovers,
  type RehearsalEvent,
} from '../../../core/match/rehearsal.ts';
import { ask } from '../../../ui/api.ts';
import { useOutbox } from '../../../ui/outbox/useOutbox.ts';
import { queries } from '../../../ui/queries.ts';
import { withWaitingEvents } from './withWaitingEvents.ts';

const rehearsalsSchema = z.array(rehearsalSchema);
/** While the sheet is open, what another device writes comes so soon, ms. */
const ASK_EVERY = 2000;

const keyOf = (matchId: string) => ['rehearsals', matchId];

function useStored(matchId: string, follows: boolean) {
  return useQuery({
    queryKey: keyOf(matchId),
    queryFn: () => ask(rehearsalsSchema, 'GET', `rehearsals?match=${matchId}`),
    refetchInterval: follows ? ASK_EVERY : false,
  });
}

/** The rehearsals of a plan, oldest first; what is written is on this device’s disk before it is shown. */
export function useRehearsals({ id: matchId }: Pick<MatchRecord, 'id'>) {
  const { data } = useStored(matchId, true);
  const outbox = useOutbox((write) =>
    queries.setQueryData<Rehearsal[]>(keyOf(matchId), (stored) =>
      withWaitingEvents(stored ?? [], [write], matchId),
    ),
  );
  const rehearsals = useMemo(
    () => withWaitingEvents(data ?? [], outbox.waiting, matchId),
    [data, outbox.waiting, matchId],
  );
  const write = (method: 'PUT' | 'DELETE', path: string, content?: unknown) =>
    outbox.keep({ runId: null, sessionId: null, method, path, content, run: null });
  return {
    rehearsals,
    begin: async (people: string): Promise<string> => {
      const id = uuid();
      const content = { matchId, happenedAt: new Date().toISOString(), people };
      await write('PUT', `rehearsals/${id}`, content);
      return id;
    },
    note: async (rehearsalId: string, event: RehearsalEvent): Promise<void> =>
      write('PUT', `rehearsals/${rehearsalId}/events/${uuid()}`, event),
    takeBack: async (rehearsalId: string, eventId: string): Promise<void> =>
      write('DELETE', `rehearsals/${rehearsalId}/events/${eventId}`),
    withdraw: async (rehearsalId: string): Promise<void> =>
      write('DELETE', `rehearsals/${rehearsalId}`),
  };
}

export type Rehearsals = ReturnType<typeof useRehearsals>;

/** The hand-overs of all rehearsals of a plan; none until they have come. */
export function useTimedHandovers({ id, plan }: MatchRecord): readonly TimedHandover[] {
  const { data } = useStored(id, false);
  return useMemo(() => handoversIn(data ?? [], plan), [data, plan]);
}

/** The hand-overs that were timed in rehearsals. */
export function handoversIn(
  rehearsals: readonly Rehearsal[],
  plan: MatchRecord['plan'],
): TimedHandover[] {
  return rehearsals.flatMap(({ events }) =>
    timedHandovers(
      rehearsalCourse(
        events.map(({ event }) => event),
        plan,
      ).legs,
    ),
  );
}
