import { rehearsalCreateSchema, type Rehearsal } from '../../../contracts/matches.ts';
import { rehearsalEventSchema } from '../../../core/match/rehearsal.ts';
import type { WaitingWrite } from '../../../ui/outbox/outbox.ts';

type RehearsalWrite = Pick<WaitingWrite, 'method' | 'path' | 'content' | 'refused'>;

const PATH = /^rehearsals\/([0-9a-f-]{36})(?:\/events\/([0-9a-f-]{36}))?$/;

/** The rehearsals of a plan as they will be when everything that waits has been sent, oldest first. */
export function withWaitingEvents(
  stored: readonly Rehearsal[],
  waiting: readonly RehearsalWrite[],
  matchId: string,
): Rehearsal[] {
  return waiting
    .filter(({ refused }) => refused === null)
    .reduce((rehearsals, write) => withWrite(rehearsals, write, matchId), [...stored])
    .toSorted((a, b) => a.happenedAt.localeCompare(b.happenedAt) || a.id.localeCompare(b.id));
}

function withWrite(rehearsals: Rehearsal[], write: RehearsalWrite, matchId: string): Rehearsal[] {
  const [, id, eventId] = PATH.exec(write.path) ?? [];
  if (id === undefined) return rehearsals;
  const known = rehearsals.find((one) => one.id === id);
  if (eventId === undefined) {
    const others = rehearsals.filter((one) => one.id !== id);
    const begun = rehearsalCreateSchema.safeParse(write.content);
    if (write.method === 'DELETE') return others;
    return !begun.success || begun.data.matchId !== matchId
      ? rehearsals
      : [...others, { events: [], ...known, ...begun.data, id }];
  }
  if (known === undefined) return rehearsals;
  const others = known.events.filter((one) => one.id !== eventId);
  const event = rehearsalEventSchema.safeParse(write.content);
  const events = event.success ? [...others, { id: eventId, event: event.data }] : others;
  return rehearsals.map((one) => (one === known ? { ...known, events } : one));
}
