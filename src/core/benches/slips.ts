import { degrees } from '../mathematics/angle.ts';
import { formatNumber, formatQuantity } from '../mathematics/quantity.ts';
import { median } from '../mathematics/sample.ts';
import { memberWord } from '../language/memberWords.ts';
import { say } from '../language/say.ts';

/** A reading that looks like a slip of the pen, and what to ask whoever wrote it: words that follow its number. */
export interface Slip {
  /** Place among the readings that were looked at. */
  reading: number;
  question: string;
}

/** A turn that is farther off than this, rad, was not turned like that: a quarter. */
const FAR_TURN = Math.PI / 2;
const WHOLE_TURN = 2 * Math.PI;
/** A distance that is off by more than this share is no matter of wheels. */
const FAR_SHARE = 0.25;
/** Factors by which units are mixed up: centimetres, metres, inches. */
const UNIT_FACTORS = [10, 100, 1000, 25.4] as const;
/** How near to a factor, as a share of it, makes a mix-up of units likely. */
const NEAR_FACTOR = 0.2;
/** Ends that differ by less, mm, have no sign of which it could be told that it is wrong. */
const SIGN_SHOWS = 45;

/**
 * Turns that look like slips of the pen, as questions to whoever wrote them: a whole turn that was lost or counted
 * twice, or a turn that is far off. A robot that coasts on adds a few degrees, not a quarter.
 *
 * @param turns what was asked and what came of it, rad, without sign
 */
export function turnSlips(turns: readonly { asked: number; came: number }[]): Slip[] {
  return turns.flatMap(({ asked, came }, reading) => {
    const off = came - asked;
    if (Math.abs(off) < FAR_TURN) return [];
    const whole = Math.round(off / WHOLE_TURN);
    const [was, likely] = [came, came - whole * WHOLE_TURN].map((angle) =>
      formatNumber(degrees(angle), 0),
    );
    const question =
      whole !== 0 && Math.abs(off - whole * WHOLE_TURN) < FAR_TURN
        ? say`says ${was!}°: was a whole turn ${whole > 0 ? say`counted too many` : say`left out`}, and is it ${likely!}°?`
        : say`says ${was!}° where ${formatNumber(degrees(asked), 0)}° were asked: is that right?`;
    return [{ reading, question }];
  });
}

/**
 * Distances that look like slips of the pen: another unit, or far off.
 *
 * @param distances what was told and what was measured, mm, without sign
 */
export function distanceSlips(distances: readonly { told: number; measured: number }[]): Slip[] {
  return distances.flatMap(({ told, measured }, reading) => {
    const ratio = measured / told;
    if (Math.abs(ratio - 1) <= FAR_SHARE) return [];
    const factor = UNIT_FACTORS.find((one) =>
      [ratio * one, ratio / one].some((fixed) => Math.abs(fixed - 1) <= NEAR_FACTOR),
    );
    const says = say`says ${formatQuantity(measured, 'length', 1)} where about ${formatQuantity(told, 'length', 0)} belong`;
    const question =
      factor === undefined
        ? say`${says}: is that right?`
        : say`${says}: was it read in another unit, and is it ${formatQuantity(ratio < 1 ? measured * factor : measured / factor, 'length', 1)}?`;
    return [{ reading, question }];
  });
}

/**
 * Ends that look like slips of the pen: farther away than the robot drove, or on the other side of where all others of
 * their kind ended.
 *
 * @param ends mm ahead and to the left of the start, with their kind
 * @param farthest mm that no end can be away
 */
export function endSlips(
  ends: readonly { kind: string; x: number; y: number }[],
  farthest: number,
): Slip[] {
  return ends.flatMap(({ kind, x, y }, reading) => {
    const away = Math.hypot(x, y);
    if (away > farthest) {
      const metres = formatNumber(away / 1000, 1);
      return [{ reading, question: say`ends ${metres} m from the start: are these millimetres?` }];
    }
    const others = ends.filter((one, j) => j !== reading && one.kind === kind);
    if (others.length < 3) return [];
    return (['x', 'y'] as const).flatMap((axis) => {
      const value = axis === 'x' ? x : y;
      const middle = median(others.map((one) => one[axis]));
      const spread = median(others.map((one) => Math.abs(one[axis] - middle)));
      const [asIs, turned] = [Math.abs(value - middle), Math.abs(-value - middle)];
      const room = Math.max(SIGN_SHOWS, 6 * spread);
      if (asIs <= room || turned >= room / 3) return [];
      const side = axis === 'x' ? say`ahead` : say`to the left`;
      const question = say`ends on the other side of the rest, ${side}: is the sign of ${formatQuantity(value, 'length', 0)} right?`;
      return [{ reading, question }];
    });
  });
}

/**
 * Readings of range sensors that look like slips of the pen: another unit, or far off. What a sensor reads too much
 * everywhere is no slip, so each is held against the others of its sensor.
 *
 * @param readings what the tape and the sensor said, mm
 */
export function rangeSlips(
  readings: readonly { unit: string; tape: number; reading: number }[],
): Slip[] {
  const expected = readings.map(({ unit, tape }, i) => {
    const others = readings.filter((one, j) => j !== i && one.unit === unit);
    const offset = others.length < 2 ? 0 : median(others.map((one) => one.reading - one.tape));
    return Math.max(1, tape + offset);
  });
  return distanceSlips(
    readings.map(({ reading }, i) => ({ told: expected[i]!, measured: reading })),
  );
}

/**
 * Readings of light that look as if they were taken over the other surface.
 *
 * @param samples shares of 1, with the surface that somebody named
 */
export function lightSlips(
  samples: readonly { surface: 'dark' | 'light'; value: number }[],
): Slip[] {
  return samples.flatMap(({ surface, value }, reading) => {
    const of = (named: boolean) =>
      samples.flatMap((one, j) =>
        j !== reading && (one.surface === surface) === named ? [one.value] : [],
      );
    const [own, other] = [of(true), of(false)];
    if (own.length < 2 || other.length < 2) return [];
    const [here, there] = [median(own), median(other)];
    if (Math.abs(value - there) >= Math.abs(value - here)) return [];
    const percent = (share: number) => `${formatNumber(100 * share, 0)} %`;
    const question = say`says ${percent(value)} over ${memberWord(surface)}, where the others say about ${percent(here)}: was it over the other surface?`;
    return [{ reading, question }];
  });
}
