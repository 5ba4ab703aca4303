import { readFileSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';

/**
 * When a process was started, in the kernel's own ticks since boot. Together with its number this
 * names one process for good: a number alone is given out again.
 *
 * @param {number} pid
 * @returns {string | null} null when there is no such process any more
 */
export function startOf(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The name in brackets may hold spaces and brackets of its own.
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    // A child that has ended but was not collected yet is not alive.
    return fields[0] === 'Z' ? null : fields[19];
  } catch {
    return null;
  }
}

/** The words of a process's command line; none when it is gone. */
export function commandOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0');
  } catch {
    return [];
  }
}

/**
 * Ends a process: politely, and after a deadline without asking.
 *
 * @param {number} pid
 * @param {string} start what {@link startOf} said of it: another process of that number is left alone
 * @param {number} deadline ms until it is killed
 */
export async function endProcess(pid, start, deadline) {
  const signal = (name) => {
    if (startOf(pid) !== start) return false;
    try {
      process.kill(pid, name);
      return true;
    } catch {
      return false;
    }
  };
  if (!signal('SIGTERM')) return;
  const until = Date.now() + deadline;
  while (startOf(pid) === start && Date.now() < until) await sleep(20);
  if (signal('SIGKILL')) while (startOf(pid) === start) await sleep(20);
}
