import { useEffect, useRef } from 'react';
import { runNewsSchema, type Run } from '../../contracts/records.ts';
import { ask } from '../../ui/api.ts';

/** How often the server is asked for what others logged, ms: seen within two seconds. */
const ASK_EVERY = 1200;

/**
 * Follows what others log in this session. An answer to a question that was asked before this device
 * wrote something itself is older than what is shown, and is left aside.
 *
 * @param written counts the writes of this device that the server has answered
 */
export function useRunNews(
  session: string | null,
  route: string,
  written: { current: number },
  onRuns: (runs: Run[]) => void,
): void {
  const latest = useRef(onRuns);
  useEffect(() => {
    latest.current = onRuns;
  });
  useEffect(() => {
    if (session === null) return;
    let ended = false;
    let mark = '';
    const look = async () => {
      if (document.hidden) return;
      const before = written.current;
      const query = new URLSearchParams({ session, route, mark });
      // Out of reach is nothing new: what waits says so.
      const news = await ask(runNewsSchema, 'GET', `runs/news?${query}`).catch(() => null);
      if (ended || news === null || written.current !== before) return;
      mark = news.mark;
      if (news.runs !== null) latest.current(news.runs);
    };
    const timer = setInterval(() => void look(), ASK_EVERY);
    return () => {
      ended = true;
      clearInterval(timer);
    };
  }, [session, route, written]);
}
