import { QueryClient } from '@tanstack/react-query';
import { RequestFailed } from './api.ts';

/** How often a question is asked again when the answer did not come. */
const RETRIES = 3;

/** Questions to the server and their answers, shared by all views of a page. */
export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // What the server refuses it refuses again; what did not reach it may the next time.
      retry: (failures, error) => failures < RETRIES && !isRefusal(error),
      staleTime: 10_000,
      refetchOnWindowFocus: true,
      // A browser without a network reaches a Corvat on its own machine all the same.
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});

function isRefusal(error: Error): boolean {
  return error instanceof RequestFailed && error.status >= 400 && error.status < 500;
}
