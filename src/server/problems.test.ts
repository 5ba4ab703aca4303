import { describe, expect, it } from 'vitest';
import { Conflict, NotFound, StaleEdit, UserFacingError } from '../store/errors.ts';
import { problemOf, Refused } from './problems.ts';

const database = (code: string) =>
  Object.assign(new Error(code), { original: Object.assign(new Error(code), { code }) });

describe('what an error means for whoever asked', () => {
  it.each([
    [new Refused(415, 'No.'), 415],
    [new NotFound('robot'), 404],
    [new StaleEdit('field', { id: 1 }), 409],
    [new Conflict('It does not fit.'), 409],
    [new UserFacingError('Not so.'), 422],
    [Object.assign(new Error(), { code: 'ECONNREFUSED' }), 503],
    [new Error('wrapped', { cause: database('ER_SOCKET_UNEXPECTED_CLOSE') }), 503],
    [Object.assign(new Error(), { code: 'ENOSPC' }), 507],
    [new Error('wrapped', { cause: Object.assign(new Error(), { code: 'ER_DISK_FULL' }) }), 507],
    [new TypeError('undefined is not a function'), 500],
  ])('%s is %i', (error, status) => {
    expect(problemOf(error).status).toBe(status);
  });

  it('is a fault of ours with a reference, and without what only the log may know', () => {
    const problem = problemOf(new TypeError('secret of the house'));
    expect(problem.detail).not.toMatch(/secret/);
    expect(problem.reference).toMatch(/^[0-9a-f]{8}$/);
    expect(problem.detail).toContain(problem.reference!);
  });
});
