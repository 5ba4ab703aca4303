import { randomBytes } from 'node:crypto';
import { FileError } from '../core/formats/files.ts';
import type { Problem } from '../contracts/problem.ts';
import { Conflict, NotFound, StaleEdit, UserFacingError } from '../store/errors.ts';
import { isDiskFull, isUnreachable } from '../store/faults.ts';
import { log } from './log.ts';
import { say } from '../core/language/say.ts';

/** When to ask again after the database could not be reached, s. */
export const RETRY_AFTER = 2;

/** An input that was refused, with the fault's place. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly more: Partial<Problem> = {},
  ) {
    super(message);
  }
}

/**
 * What an error means for whoever asked. What people can mend is 4xx, what only time can is 503, a full disk is 507;
 * everything else is a fault of ours: 500 with a reference under which it stands in the log.
 */
export function problemOf(error: unknown): Problem {
  const of = (status: number, title: string, detail: string, more: Partial<Problem> = {}) =>
    ({ type: 'about:blank', title, status, detail, ...more }) as Problem;
  if (error instanceof Refused) {
    return of(error.status, say`The input was refused`, error.message, error.more);
  }
  if (error instanceof FileError) {
    const { line, column } = error;
    return of(422, say`The file was refused`, say`${error.message} Nothing was imported.`, {
      line,
      column,
    });
  }
  if (error instanceof NotFound) return of(404, say`Not found`, error.message);
  if (error instanceof StaleEdit) {
    return of(409, say`Somebody was quicker`, error.message, { stored: error.stored });
  }
  if (error instanceof Conflict) return of(409, say`It does not fit`, error.message);
  if (error instanceof UserFacingError) return of(422, say`The input was refused`, error.message);
  if (isDiskFull(error)) {
    return of(
      507,
      say`The disk is full`,
      say`There is no room left on the disk of the machine that runs Corvat. What you typed is still here: make room there and try again.`,
    );
  }
  if (isUnreachable(error)) {
    return of(
      503,
      say`The database is away`,
      say`The database is being started again. What you typed is still here: try again in a moment.`,
    );
  }
  const reference = randomBytes(4).toString('hex');
  log.error({ reference, err: error }, 'a fault inside');
  return of(
    500,
    say`Corvat has a fault`,
    say`Corvat has a fault and could not do this. What you typed is still here. In its log the fault has the reference ${reference}.`,
    { reference },
  );
}
