import { ConnectionError } from 'sequelize';

/** Codes of the server and of the network that mean: nobody is there to answer. */
const UNREACHABLE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ENOENT',
  'ETIMEDOUT',
  'ER_SOCKET_UNEXPECTED_CLOSE',
  'ER_SOCKET_TIMEOUT',
  'ER_CONNECTION_TIMEOUT',
  'ER_CONNECTION_ALREADY_CLOSED',
  'ER_CMD_CONNECTION_CLOSED',
  'ER_CONNECTION_KILLED',
  'ER_SERVER_SHUTDOWN',
  'ER_NORMAL_SHUTDOWN',
  'ER_NET_READ_ERROR',
  // A node of a cluster that lost sight of the others, or has not caught up with them yet.
  'ER_UNKNOWN_COM_ERROR',
  // So it gives back what it was to commit when it lost them: every write can be done again.
  'ER_ERROR_DURING_COMMIT',
  // So a node answers a question for which it waited in vain to catch up, while the cluster forms anew.
  'ER_LOCK_WAIT_TIMEOUT',
]);
const DISK_FULL = new Set(['ENOSPC', 'ER_DISK_FULL', 'ER_RECORD_FILE_FULL', 'ER_CANT_LOCK']);
const DEADLOCK = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD']);

/** Whether the database could not be reached: the same work may succeed in a moment. */
export function isUnreachable(error: unknown): boolean {
  return (
    error instanceof ConnectionError ||
    codesOf(error).some((code) => UNREACHABLE.has(code)) ||
    // The pool was emptied while its server was away.
    (error instanceof Error && error.name === 'SequelizeConnectionAcquireTimeoutError')
  );
}

/** Whether there was no room left on the disk. */
export function isDiskFull(error: unknown): boolean {
  return codesOf(error).some((code) => DISK_FULL.has(code)) || /errno: 28\b/.test(wordsOf(error));
}

/** Whether the server gave up this work for the sake of another's. */
export function isDeadlock(error: unknown): boolean {
  return codesOf(error).some((code) => DEADLOCK.has(code));
}

/** The codes of an error and of what caused it. */
function codesOf(error: unknown): string[] {
  const codes: string[] = [];
  for (let at = error, depth = 0; typeof at === 'object' && at !== null && depth < 5; depth++) {
    // What caused an error stands in `original` when Sequelize wrapped it.
    const { code, cause, original } = at as Record<'code' | 'cause' | 'original', unknown>;
    if (typeof code === 'string') codes.push(code);
    at = cause ?? original;
  }
  return codes;
}

function wordsOf(error: unknown): string {
  return error instanceof Error ? error.message : '';
}
