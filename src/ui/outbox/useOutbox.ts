import { useCallback, useEffect, useRef, useState } from 'react';
import {
  KEPT_EVENT,
  dropWrite,
  keepWrites,
  markRefused,
  sendWaiting,
  waitingWrites,
  type WaitingWrite,
} from './outbox.ts';

/** While something waits, the server is asked this often, ms. */
const ASK_EVERY = 2000;

export interface Outbox {
  /** What has not been sent, oldest first. */
  waiting: readonly WaitingWrite[];
  /** False after the server could not be reached. */
  reached: boolean;
  /** Keeps a write on disk and begins to send. */
  keep: (write: Omit<WaitingWrite, 'order' | 'refused'>) => Promise<void>;
  /** Gives up a write that was refused, or tries it again. */
  drop: (write: WaitingWrite) => Promise<void>;
  retry: (write: WaitingWrite) => Promise<void>;
}

/**
 * The writes of this device that wait to be sent.
 *
 * @param onSent called for each with the server's answer, before it stops waiting
 */
export function useOutbox(onSent: (write: WaitingWrite, answer: unknown) => void): Outbox {
  const [waiting, setWaiting] = useState<readonly WaitingWrite[]>([]);
  const [reached, setReached] = useState(true);
  const latest = useRef(onSent);
  useEffect(() => {
    latest.current = onSent;
  });
  const sending = useRef(false);
  const again = useRef(false);

  const look = useCallback(async () => setWaiting(await waitingWrites()), []);
  const send = useCallback(async () => {
    // What was kept while sending is sent in another round.
    again.current = true;
    if (sending.current) return;
    sending.current = true;
    try {
      while (again.current) {
        again.current = false;
        const done = await sendWaiting((write, answer) => {
          latest.current(write, answer);
          setWaiting((now) => now.filter(({ order }) => order !== write.order));
        });
        setReached(done);
      }
    } finally {
      sending.current = false;
      await look();
    }
  }, [look]);

  useEffect(() => {
    void send();
    const online = () => void send();
    const kept = () => void look();
    addEventListener('online', online);
    addEventListener(KEPT_EVENT, kept);
    return () => {
      removeEventListener('online', online);
      removeEventListener(KEPT_EVENT, kept);
    };
  }, [send, look]);
  const open = waiting.some(({ refused }) => refused === null);
  useEffect(() => {
    if (!open) return;
    const timer = setInterval(() => void send(), ASK_EVERY);
    return () => clearInterval(timer);
  }, [open, send]);

  return {
    waiting,
    reached,
    keep: async (write) => {
      await keepWrites([write]);
      await look();
      void send();
    },
    drop: async (write) => {
      await dropWrite(write.order);
      await look();
    },
    retry: async (write) => {
      await markRefused(write, null);
      await send();
    },
  };
}
