import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Run } from '../../contracts/practices.ts';
import { DEVICE_TIME_HEADER, PAGE_HEADER } from '../../contracts/headers.ts';
import { THIS_PAGE } from '../live/thisPage.ts';
import { problemDetail } from '../../contracts/problem.ts';

/** A write that waits to be sent, in the order in which it was made. */
export interface WaitingWrite {
  /** Given by the database; later writes have larger ones. */
  order: number;
  runId: string;
  sessionId: string;
  method: 'PUT' | 'PATCH' | 'DELETE';
  /** Below /api/v1/. */
  path: string;
  /** JSON, a picture, or nothing. */
  content: unknown;
  /** The run as it will be, for showing it; null when it is taken back or stays as it is. */
  run: Run | null;
  /** Why the server would not take it; null while it has not been asked or could not be reached. */
  refused: string | null;
}

interface OutboxSchema extends DBSchema {
  writes: { key: number; value: Omit<WaitingWrite, 'order'> & { order?: number } };
}

let opened: Promise<IDBPDatabase<OutboxSchema>> | null = null;

function database(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= openDB<OutboxSchema>('corvat', 1, {
    upgrade: (created) => {
      created.createObjectStore('writes', { keyPath: 'order', autoIncrement: true });
    },
  });
  return opened;
}

/** Keeps a write on this device's disk; once this has returned, closing the page loses nothing. */
export async function keepWrite(write: Omit<WaitingWrite, 'order' | 'refused'>): Promise<void> {
  const transaction = (await database()).transaction('writes', 'readwrite', {
    durability: 'strict',
  });
  await transaction.store.add({ ...write, refused: null });
  await transaction.done;
}

/** Everything that waits, oldest first. */
export async function waitingWrites(): Promise<WaitingWrite[]> {
  return (await (await database()).getAll('writes')) as WaitingWrite[];
}

/** Throws away a write that was sent, or that its author gave up. */
export async function dropWrite(order: number): Promise<void> {
  await (await database()).delete('writes', order);
}

/** Marks a write that the server would not take, or makes it wait again with null. */
export async function markRefused(write: WaitingWrite, refused: string | null): Promise<void> {
  await (await database()).put('writes', { ...write, refused });
}

/** The server could not be reached, or its database is away for the moment: everything goes on waiting. */
class NotReached extends Error {}

/** The server did not take this, and waiting alone will not help: a person has to look. */
class Refusal extends Error {}

async function sendWrite({ method, path, content }: WaitingWrite): Promise<unknown> {
  const picture = content instanceof Blob;
  let answer: Response;
  try {
    answer = await fetch(`/api/v1/${path}`, {
      method,
      headers: {
        [DEVICE_TIME_HEADER]: new Date().toISOString(),
        [PAGE_HEADER]: THIS_PAGE,
        ...(content === undefined
          ? {}
          : { 'content-type': picture ? content.type : 'application/json' }),
      },
      ...(content === undefined ? {} : { body: picture ? content : JSON.stringify(content) }),
    });
  } catch {
    throw new NotReached();
  }
  const body: unknown = answer.status === 204 ? null : await answer.json().catch(() => null);
  if (answer.ok) return body;
  if (answer.status === 503) throw new NotReached();
  throw new Refusal(problemDetail(body));
}

/**
 * Sends what waits, one after the other, until all is sent or the server is out of reach. What the server
 * refuses stays, marked, and does not hold up the rest. Sending twice does no harm: every run has its own
 * identifier. Only one page at a time sends, where the browser has locks.
 *
 * @returns whether the server was reached
 */
export async function sendWaiting(
  onSent: (write: WaitingWrite, answer: unknown) => void,
): Promise<boolean> {
  const locks = 'locks' in navigator ? navigator.locks : null;
  if (locks === null) return sendAll(onSent);
  return locks.request('corvat-outbox', () => sendAll(onSent));
}

async function sendAll(onSent: (write: WaitingWrite, answer: unknown) => void): Promise<boolean> {
  for (const write of await waitingWrites()) {
    if (write.refused !== null) continue;
    try {
      const answer = await sendWrite(write);
      await dropWrite(write.order);
      onSent(write, answer);
    } catch (error) {
      if (error instanceof NotReached) return false;
      if (!(error instanceof Refusal)) throw error;
      await markRefused(write, error.message);
    }
  }
  return true;
}
