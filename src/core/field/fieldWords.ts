import { type FieldObject, fieldObjectOf } from './editing.ts';
import type { Field } from './field.ts';
import {
  alike,
  THING_WORDS,
  fieldObjectsOf,
  type TableMember,
  TABLE_MEMBERS,
} from './fieldObjects.ts';

/** What the table itself is called, member by member. */
export const TABLE_WORDS: Readonly<Record<TableMember, string>> = {
  width: 'The width of the table',
  height: 'The depth of the table',
  border: 'The border',
  matchSeconds: 'The time of a match',
  ground: 'The colour of the table',
  picture: 'The place of the picture',
};

/** The difference of two drawings of a field in sentences; empty when they are alike. */
export function fieldDifferences(before: Field, after: Field): string[] {
  const says: string[] = [];
  for (const member of TABLE_MEMBERS) {
    if (!alike(before[member], after[member])) says.push(`${TABLE_WORDS[member]} changed.`);
  }
  for (const thing of fieldObjectsOf(after)) {
    const old = fieldObjectOf(before, { kind: thing.kind, id: thing.thing.id });
    if (old === null) says.push(`${nameOf(thing)} is new.`);
    else if (!alike(old.thing, thing.thing)) says.push(changeOf(old, thing));
  }
  for (const thing of fieldObjectsOf(before)) {
    if (fieldObjectOf(after, { kind: thing.kind, id: thing.thing.id }) === null) {
      says.push(`${nameOf(thing)} was taken away.`);
    }
  }
  return says;
}

/** A thing by its kind and name. */
export function nameOf({ kind, thing }: FieldObject): string {
  return `${THING_WORDS[kind]} “${thing.name}”`;
}

function changeOf(before: FieldObject, after: FieldObject): string {
  if (before.thing.name !== after.thing.name) {
    return `${nameOf(before)} is called “${after.thing.name}” now.`;
  }
  if (before.kind === 'model' && after.kind === 'model') {
    const { outline, zone } = before.thing;
    if (!alike(zone, after.thing.zone)) return `${nameOf(after)} has another zone.`;
    if (alike(outline, after.thing.outline)) return `${nameOf(after)} counts otherwise.`;
  }
  return `${nameOf(after)} stands elsewhere, or has another shape.`;
}
