import { type FieldObject, fieldObjectOf } from './editing.ts';
import type { Field } from './field.ts';
import {
  alike,
  THING_WORDS,
  fieldObjectsOf,
  type TableMember,
  TABLE_MEMBERS,
} from './fieldObjects.ts';
import { say } from '../language/say.ts';

/** What the table itself is called, member by member. */
export const TABLE_WORDS: Readonly<Record<TableMember, string>> = {
  get width() {
    return say`The width of the table`;
  },
  get height() {
    return say`The depth of the table`;
  },
  get border() {
    return say`The border`;
  },
  get matchSeconds() {
    return say`The time of a match`;
  },
  get ground() {
    return say`The colour of the table`;
  },
  get picture() {
    return say`The place of the picture`;
  },
};

/** The difference of two drawings of a field in sentences; empty when they are alike. */
export function fieldDifferences(before: Field, after: Field): string[] {
  const says: string[] = [];
  for (const member of TABLE_MEMBERS) {
    if (!alike(before[member], after[member])) says.push(say`${TABLE_WORDS[member]} changed.`);
  }
  for (const thing of fieldObjectsOf(after)) {
    const old = fieldObjectOf(before, { kind: thing.kind, id: thing.thing.id });
    if (old === null) says.push(say`${nameOf(thing)} is new.`);
    else if (!alike(old.thing, thing.thing)) says.push(changeOf(old, thing));
  }
  for (const thing of fieldObjectsOf(before)) {
    if (fieldObjectOf(after, { kind: thing.kind, id: thing.thing.id }) === null) {
      says.push(say`${nameOf(thing)} was taken away.`);
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
    return say`${nameOf(before)} is called “${after.thing.name}” now.`;
  }
  if (before.kind === 'model' && after.kind === 'model') {
    const { outline, zone } = before.thing;
    if (!alike(zone, after.thing.zone)) return say`${nameOf(after)} has another zone.`;
    if (alike(outline, after.thing.outline)) return say`${nameOf(after)} counts otherwise.`;
  }
  return say`${nameOf(after)} stands elsewhere, or has another shape.`;
}
