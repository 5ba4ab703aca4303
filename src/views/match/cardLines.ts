import type { CardLine } from '../../core/match/cutOffs.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { say } from '../../core/language/say.ts';

/** A line of the card as it is read: what to start, and from how many seconds left on. */
interface ShownLine {
  words: string;
  when: string;
  otherwise: boolean;
}

/** The lines of one place of the order. */
export function cardLines(
  { choices }: CardLine,
  place: number,
  nameOf: (entryId: string) => string,
): ShownLine[] {
  return choices.map(({ route, least }, i) => {
    const name = route === null ? say`stop` : nameOf(route);
    return {
      words: i === 0 ? `${place + 1} ${name}` : say`else ${name}`,
      when:
        choices.length === 1
          ? say`always`
          : least === null
            ? say`with less`
            : say`if ≥ ${formatNumber(least, 0)} s`,
      otherwise: i > 0,
    };
  });
}
