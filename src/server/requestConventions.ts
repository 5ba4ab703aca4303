import { AsyncLocalStorage } from 'node:async_hooks';
import {
  provideConventions,
  USUAL_CONVENTIONS,
  type Conventions,
} from '../core/language/conventions.ts';
import { isKnown } from './languages.ts';

// Requests are answered side by side, each in the conventions that it has read.
const answered = new AsyncLocalStorage<{ conventions: Conventions }>();
provideConventions(() => answered.getStore()?.conventions ?? USUAL_CONVENTIONS);

/**
 * Answers a request in conventions of its own: the usual ones until {@link countBy} says others.
 *
 * @param language the language of the page that asks, where it is known
 */
export function withConventions<T>(work: () => T, language: string = ''): T {
  const conventions = isKnown(language) ? { ...USUAL_CONVENTIONS, language } : USUAL_CONVENTIONS;
  return answered.run({ conventions }, work);
}

/** From here on the request that is answered speaks in these. */
export function countBy(conventions: Conventions): void {
  const own = answered.getStore();
  if (own !== undefined) own.conventions = conventions;
}
