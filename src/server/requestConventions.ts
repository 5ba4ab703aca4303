import { AsyncLocalStorage } from 'node:async_hooks';
import {
  provideConventions,
  USUAL_CONVENTIONS,
  type Conventions,
} from '../core/mathematics/conventions.ts';

// Requests are answered side by side, each in the conventions that it has read.
const answered = new AsyncLocalStorage<{ conventions: Conventions }>();
provideConventions(() => answered.getStore()?.conventions ?? USUAL_CONVENTIONS);

/** Answers a request in conventions of its own: the usual ones until {@link countBy} says others. */
export function withConventions<T>(work: () => T): T {
  return answered.run({ conventions: USUAL_CONVENTIONS }, work);
}

/** From here on the request that is answered speaks in these. */
export function countBy(conventions: Conventions): void {
  const own = answered.getStore();
  if (own !== undefined) own.conventions = conventions;
}
