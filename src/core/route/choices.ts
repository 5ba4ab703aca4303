import { definitionOf, type Move } from '../moves/index.ts';
import { say } from '../language/say.ts';

/** A choice of two ways by the positions of its three moves in a plan. */
export interface Choice {
  opens: number;
  turns: number;
  closes: number;
}

/** The choices of a plan in their order; those that are not whole are passed over, {@link choiceFaults} says so. */
export function choicesOf(moves: readonly Move[]): Choice[] {
  const choices: Choice[] = [];
  let opens = -1;
  let turns = -1;
  moves.forEach(({ kind }, position) => {
    switch (definitionOf(kind).bracket) {
      case 'opens':
        [opens, turns] = [position, -1];
        break;
      case 'turns':
        turns = position;
        break;
      case 'closes':
        if (opens >= 0 && turns > opens) choices.push({ opens, turns, closes: position });
        [opens, turns] = [-1, -1];
        break;
      case undefined:
        break;
    }
  });
  return choices;
}

/** The way of a choice on which a position lies: what has to be answered to come there; null on no such way. */
export function wayOf(
  choices: readonly Choice[],
  position: number,
): { choice: Choice; answer: boolean } | null {
  for (const choice of choices) {
    if (position <= choice.opens || position >= choice.closes || position === choice.turns)
      continue;
    return { choice, answer: position < choice.turns };
  }
  return null;
}

/** Sentences that say why the choices of a plan are not whole; empty when they are. */
export function choiceFaults(moves: readonly Move[]): string[] {
  const faults: string[] = [];
  let open: { at: number; turned: boolean } | null = null;
  moves.forEach(({ kind }, i) => {
    switch (definitionOf(kind).bracket) {
      case 'opens':
        if (open !== null) {
          faults.push(
            say`Move ${i + 1} chooses within a way of another choice: put it behind where both ways are one again.`,
          );
        }
        open = { at: i, turned: false };
        break;
      case 'turns':
        if (open === null || open.turned) {
          faults.push(say`Move ${i + 1}, “otherwise”, stands where there is nothing to choose.`);
        } else open.turned = true;
        break;
      case 'closes':
        if (!open?.turned) faults.push(say`Move ${i + 1} ends a choice that has no two ways.`);
        open = null;
        break;
      case undefined:
        break;
    }
  });
  if (open !== null)
    faults.push(say`The two ways of move ${(open as { at: number }).at + 1} never end.`);
  return faults;
}
