import { useQuery, useQueryClient } from '@tanstack/react-query';
import { runNewsSchema, type Run } from '../../contracts/practices.ts';
import { ask } from '../../ui/api.ts';
import { useChanges } from '../../ui/live/useChanges.ts';
import { say } from '../../core/language/say.ts';

/** How often the server is asked for what others logged all the same, ms, should it not have told. */
const ASK_EVERY = 15_000;

/** The runs of a session as the server knows them, and the mark by which it tells whether there are news. */
interface KnownRuns {
  mark: string;
  runs: Run[];
}

/**
 * Follows the runs of a session, whoever logs them.
 *
 * @param first the runs that came with the page
 */
export function useRunNews(first: Run[], session: string | null, route: string) {
  const client = useQueryClient();
  const key = [say`run news`, session, route];
  const { data } = useQuery<KnownRuns>({
    queryKey: key,
    queryFn: async () => {
      const known = client.getQueryData<KnownRuns>(key) ?? { mark: '', runs: first };
      const query = new URLSearchParams({ session: session!, route, mark: known.mark });
      const news = await ask(runNewsSchema, 'GET', `runs/news?${query}`);
      return news.runs === null ? known : { mark: news.mark, runs: news.runs };
    },
    enabled: session !== null,
    initialData: { mark: '', runs: first },
    refetchInterval: ASK_EVERY,
    // Out of reach is nothing new: what waits says so, and the next question comes soon.
    retry: false,
  });
  const look = () => void client.invalidateQueries({ queryKey: key });
  useChanges(
    true,
    ({ action }) => {
      if (/ (runs|imports|kept)\b/.test(action)) look();
    },
    (status) => {
      if (status === 'open') look();
    },
  );
  return {
    runs: data.runs,
    /** Shows at once what this device wrote. An answer to a question from before is older, and left aside. */
    change: (how: (runs: Run[]) => Run[]) => {
      void client.cancelQueries({ queryKey: key });
      client.setQueryData<KnownRuns>(key, (known) => ({
        mark: '',
        runs: how(known?.runs ?? first),
      }));
    },
  };
}
