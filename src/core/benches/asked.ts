/**
 * What is known of a reading before it is taken, by column, in core units: “told 500 mm”. An empty word is to be
 * written anew.
 */
type Known = Readonly<Record<string, number | string>>;

/** A reading that a whole bench asks for. */
export interface AskedReading {
  known: Known;
  /** What to do now, as somebody kneeling beside the robot would be told. */
  say: string;
  /** Which of the bench's drawn steps shows it, from 0. */
  step: number;
}

/** The next reading of a bench, and how far it is. */
export interface NextReading {
  reading: AskedReading;
  /** Its number among those that the bench asks for; one behind the last asks for more of the same. */
  number: number;
  of: number;
}

/** Two numbers that are the same reading's, but for what typing in another unit rounds. */
const SAME = 1e-3;

/**
 * The first reading of a whole bench that was not taken yet, whatever the order in which people took them. When all are
 * there, more of the same are asked for in their order.
 *
 * @param asked at least one
 */
export function nextReading(
  asked: readonly AskedReading[],
  taken: readonly Readonly<Record<string, unknown>>[],
): NextReading {
  const left = [...taken];
  const open = asked.filter(({ known }) => {
    const at = left.findIndex((reading) => fits(reading, known));
    if (at === -1) return true;
    left.splice(at, 1);
    return false;
  });
  const [first] = open;
  return first === undefined
    ? { reading: asked[left.length % asked.length]!, number: taken.length + 1, of: asked.length }
    : { reading: first, number: asked.length - open.length + 1, of: asked.length };
}

function fits(reading: Readonly<Record<string, unknown>>, known: Known): boolean {
  return Object.entries(known).every(([column, value]) => {
    const own = reading[column];
    return typeof value === 'number' && typeof own === 'number'
      ? Math.abs(own - value) <= SAME * Math.max(1, Math.abs(value))
      : own === value;
  });
}
