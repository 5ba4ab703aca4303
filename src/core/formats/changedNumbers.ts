import type { SheetStep } from './programSheet.ts';
import { inSentence } from '../language/inSentence.ts';
import { say } from '../language/say.ts';

/** What a team that types its numbers by hand has to change in one step, in words. */
export interface ChangedStep {
  /** Place of the step in the sheet that is new, from 1; of a step that is gone, in the old one. */
  step: number;
  kind: 'changed' | 'new' | 'gone';
  title: string;
  /** “stop at reading 99 → 73 mm”; of a new step all its numbers. */
  numbers: string[];
}

/**
 * What changed between two program sheets, number by number, in the order of the new one: “step 4: stop at reading
 * 99 → 73 mm”. Steps are the same when they come of the same move.
 */
export function changedNumbers(
  before: readonly SheetStep[],
  after: readonly SheetStep[],
): ChangedStep[] {
  const old = new Map(before.map((step) => [step.moveId, step]));
  const changed = after.flatMap((step, i): ChangedStep[] => {
    const was = old.get(step.moveId);
    const place = { step: i + 1, title: step.title };
    if (was === undefined) {
      return [{ ...place, kind: 'new', numbers: step.numbers.map((one) => withUnit(one)) }];
    }
    const numbers = step.numbers.flatMap((number) => {
      const then = was.numbers.find(({ label }) => label === number.label);
      if (then === undefined) return [withUnit(number)];
      return then.value === number.value && then.unit === number.unit
        ? []
        : [withUnit(number, then.value)];
    });
    const without = was.numbers
      .filter(({ label }) => step.numbers.every((one) => one.label !== label))
      .map(({ label }) => say`${lower(label)}: not any more`);
    const all = [...numbers, ...without];
    return all.length === 0 ? [] : [{ ...place, kind: 'changed', numbers: all }];
  });
  const kept = new Set(after.map(({ moveId }) => moveId));
  const gone = before.flatMap(({ moveId, title }, i): ChangedStep[] =>
    kept.has(moveId) ? [] : [{ step: i + 1, kind: 'gone', title, numbers: [] }],
  );
  return [...changed, ...gone];
}

function withUnit(
  { label, value, unit }: SheetStep['numbers'][number],
  before: string | null = null,
): string {
  const joint = unit === '°' || unit === '' ? '' : ' ';
  return `${lower(label)} ${before === null ? '' : `${before} → `}${value}${joint}${unit}`;
}

function lower(label: string): string {
  return inSentence(label);
}
