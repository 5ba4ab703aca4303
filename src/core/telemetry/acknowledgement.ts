import { z } from 'zod';
/**
 * What has arrived from one sender. Lines are counted by the sender from 1, so a gap is a loss until
 * the line comes after all; a number that was there before is a double.
 */
export const acknowledgementSchema = z.object({
  /** One more than the highest number that arrived. */
  next: z.number(),
  /** Numbers below `next` that have not arrived, as first and last of each gap. */
  gaps: z.array(z.tuple([z.number(), z.number()])),
  arrived: z.number(),
  /** Lines that filled a gap. */
  late: z.number(),
  doubled: z.number(),
  malformed: z.number(),
  /** Lines without a number: losses among them cannot be told. */
  uncounted: z.number(),
  /** Numbers that were missing when their gap was forgotten, because there were too many gaps. */
  givenUp: z.number(),
  lastFault: z.string().nullable(),
  /** Time of the newest line by the sender's clock, s; a sender that starts again goes on from it. */
  lastTime: z.number(),
});
export type Acknowledgement = z.output<typeof acknowledgementSchema>;

/** Gaps that are remembered; older ones are given up as lost. */
const MOST_GAPS = 500;

export function emptyAcknowledgement(): Acknowledgement {
  return {
    next: 1,
    gaps: [],
    arrived: 0,
    late: 0,
    doubled: 0,
    malformed: 0,
    uncounted: 0,
    givenUp: 0,
    lastFault: null,
    lastTime: 0,
  };
}

/** Lines that are missing now. */
export function lostLines({ gaps, givenUp }: Acknowledgement): number {
  return gaps.reduce((sum, [from, to]) => sum + to - from + 1, givenUp);
}

/**
 * Notes an arrived line in the receipt, and says whether it is new.
 *
 * @param time of the line by the sender's clock, s
 */
export function receive(receipt: Acknowledgement, n: number | null, time: number): boolean {
  if (n === null || n >= receipt.next) receipt.lastTime = time;
  if (n === null) {
    receipt.uncounted++;
    receipt.arrived++;
    return true;
  }
  if (n >= receipt.next) {
    if (n > receipt.next) {
      receipt.gaps.push([receipt.next, n - 1]);
      if (receipt.gaps.length > MOST_GAPS) {
        const [from, to] = receipt.gaps.shift()!;
        receipt.givenUp += to - from + 1;
      }
    }
    receipt.next = n + 1;
    receipt.arrived++;
    return true;
  }
  const at = receipt.gaps.findIndex(([from, to]) => n >= from && n <= to);
  if (at < 0) {
    receipt.doubled++;
    return false;
  }
  const [from, to] = receipt.gaps[at]!;
  const rest: [number, number][] = [];
  if (from < n) rest.push([from, n - 1]);
  if (n < to) rest.push([n + 1, to]);
  receipt.gaps.splice(at, 1, ...rest);
  receipt.late++;
  receipt.arrived++;
  return true;
}

/** Notes a line that could not be read. */
export function receiveMalformed(receipt: Acknowledgement, fault: string): void {
  receipt.malformed++;
  receipt.lastFault = fault;
}
