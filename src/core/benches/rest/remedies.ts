/** What people do about a drifting gyro. */
export const REMEDIES = ['wait and reset', 'switch mode', 'unplug', 'power cycle'] as const;
export type Remedy = (typeof REMEDIES)[number];

/** One try: what was done, how long it took, and whether the gyro was good at the next check. */
export interface RemedyTry {
  remedy: Remedy;
  seconds: number;
  worked: boolean;
}

export interface RemedyAdvice {
  remedy: Remedy;
  /** Chance to work, from this robot's record and a Beta(1, 1) prior. */
  chance: number;
  /** Mean time that it takes, s. */
  seconds: number;
  worked: number;
  tries: number;
}

/** Time in s that a remedy is thought to take until the robot has a record of its own. */
const USUAL_SECONDS: Record<Remedy, number> = {
  'wait and reset': 5,
  'switch mode': 5,
  unplug: 20,
  'power cycle': 90,
};

/**
 * The ladder of remedies in the order that makes the expected time to a good gyro least. When each
 * is tried until one works, that is the order of time over chance, smallest first.
 */
export function remedyLadder(record: readonly RemedyTry[]): RemedyAdvice[] {
  return REMEDIES.map((remedy) => {
    const tries = record.filter((one) => one.remedy === remedy);
    const worked = tries.filter((one) => one.worked).length;
    const seconds =
      tries.length === 0
        ? USUAL_SECONDS[remedy]
        : tries.reduce((sum, one) => sum + one.seconds, 0) / tries.length;
    return {
      remedy,
      chance: (worked + 1) / (tries.length + 2),
      seconds,
      worked,
      tries: tries.length,
    };
  }).toSorted((a, b) => a.seconds / a.chance - b.seconds / b.chance);
}

/** Expected time, s, until one of them works or all were tried: Σ time · chance that it is needed. */
export function expectedSeconds(ladder: readonly RemedyAdvice[]): number {
  let needed = 1;
  let sum = 0;
  for (const { seconds, chance } of ladder) {
    sum += needed * seconds;
    needed *= 1 - chance;
  }
  return sum;
}
