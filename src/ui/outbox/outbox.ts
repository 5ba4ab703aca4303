import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Run } from '../../contracts/practices.ts';
import { DEVICE_TIME_HEADER, PAGE_HEADER } from '../../contracts/headers.ts';
import { RequestFailed } from '../api.ts';
import { THIS_PAGE } from '../live/thisPage.ts';
import { problemDetail } from '../../contracts/problem.ts';

/** A write that waits to be sent, in the order in which it was made. */
export interface WaitingWrite {
  /** Given by the database; later writes have larger ones. */
  order: number;
  /** The run and the session that it is of; null for readings of a bench and for recordings. */
  runId: string | null;
  sessionId: string | null;
  method: 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** Below /api/v1/. */
  path: string;
  /** JSON, a picture, a part of a recording, or nothing. */
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

/** A write before it waits. */
export type Write = Omit<WaitingWrite, 'order' | 'refused'>;

/**
 * Keeps writes on this device's disk, all or none; once this has returned, closing the page loses nothing.
 *
 * @returns their places in the order of all
 */
export async function keepWrites(writes: readonly Write[]): Promise<number[]> {
  const transaction = (await database()).transaction('writes', 'readwrite', {
    durability: 'strict',
  });
  const orders: number[] = [];
  for (const write of writes) orders.push(await transaction.store.add({ ...write, refused: null }));
  await transaction.done;
  dispatchEvent(new Event(KEPT_EVENT));
  return orders;
}

/** Told to the page when something was kept, so that whoever sends goes on asking until it is sent. */
export const KEPT_EVENT = 'corvat:kept';

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

/**
 * How long an answer is waited for, ms: a connection that broke without a word would hold up all that waits. Pictures
 * and long files may take their time. What was taken all the same is sent again without harm.
 */
const PATIENCE = { words: 20_000, picture: 180_000 };

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
      signal: AbortSignal.timeout(picture ? PATIENCE.picture : PATIENCE.words),
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

/** Who waits in this page for the answers to writes, whichever round sends them. */
const answers = new Map<number, (answer: unknown) => void>();

/**
 * Sends writes after all that wait, or lets them wait too when Corvat cannot be reached.
 *
 * @returns the answers; null when they wait, on this device, and are sent later by whichever sheet is open
 * @throws RequestFailed when one was refused: then none of them waits any more
 */
export async function sendOrKeep(writes: readonly Write[]): Promise<unknown[] | null> {
  const orders = await keepWrites(writes);
  const found = new Map<number, unknown>();
  for (const order of orders) answers.set(order, (answer) => found.set(order, answer));
  try {
    await sendWaiting(() => undefined);
  } finally {
    for (const order of orders) answers.delete(order);
  }
  if (found.size === orders.length) return orders.map((order) => found.get(order));
  const left = (await waitingWrites()).filter(({ order }) => orders.includes(order));
  const refused = left.find((write) => write.refused !== null)?.refused;
  if (refused === undefined || refused === null) return null;
  for (const { order } of left) await dropWrite(order);
  throw new RequestFailed(refused, 422);
}

async function sendAll(onSent: (write: WaitingWrite, answer: unknown) => void): Promise<boolean> {
  for (const write of await waitingWrites()) {
    if (write.refused !== null) continue;
    try {
      const answer = await sendWrite(write);
      await dropWrite(write.order);
      answers.get(write.order)?.(answer);
      onSent(write, answer);
    } catch (error) {
      if (error instanceof NotReached) return false;
      if (!(error instanceof Refusal)) throw error;
      await markRefused(write, error.message);
    }
  }
  return true;
}
