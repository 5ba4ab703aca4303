import type { FieldObject, ThingKind } from './editing.ts';
import type { Field } from './field.ts';
import { say } from '../language/say.ts';

/** What a kind of thing on a field is called. */
export const THING_WORDS: Readonly<Record<ThingKind, string>> = {
  get model() {
    return say`Model`;
  },
  get wall() {
    return say`Wall`;
  },
  get line() {
    return say`Line`;
  },
  get start() {
    return say`Start place`;
  },
};

/** Everything that stands on a field, each with its kind. */
export function fieldObjectsOf(field: Field): FieldObject[] {
  return [
    ...field.models.map((thing): FieldObject => ({ kind: 'model', thing })),
    ...field.walls.map((thing): FieldObject => ({ kind: 'wall', thing })),
    ...field.lines.map((thing): FieldObject => ({ kind: 'line', thing })),
    ...field.starts.map((thing): FieldObject => ({ kind: 'start', thing })),
  ];
}

/** What a field is besides the things on it. */
export const TABLE_MEMBERS = [
  'width',
  'height',
  'border',
  'matchSeconds',
  'ground',
  'picture',
] as const;
export type TableMember = (typeof TABLE_MEMBERS)[number];

/** Whether two values say the same. They are plain data, so their text tells. */
export function alike(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
