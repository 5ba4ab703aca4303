import {
  fieldObjectOf,
  withoutThing,
  withFieldObject,
  type Chosen,
  type FieldObject,
} from './editing.ts';
import type { Field } from './field.ts';
import { alike, TABLE_MEMBERS, fieldObjectsOf, type TableMember } from './fieldObjects.ts';

/** Something that two people changed in different ways. A thing that one of them took away is null. */
export type Collision =
  | { what: 'thing'; chosen: Chosen; mine: FieldObject | null; theirs: FieldObject | null }
  | { what: 'table'; member: TableMember };

/** Two drawings made from the same one, laid together. */
export interface MergedField {
  /** Both changes; where they collide, mine. */
  field: Field;
  collisions: Collision[];
}

/** Lays together what two people drew from the same drawing: what only one of them changed is taken from them. */
export function mergedField(base: Field, mine: Field, theirs: Field): MergedField {
  let field = mine;
  const collisions: Collision[] = [];
  for (const member of TABLE_MEMBERS) {
    if (alike(base[member], theirs[member]) || alike(mine[member], theirs[member])) continue;
    if (alike(base[member], mine[member])) field = { ...field, [member]: theirs[member] };
    else collisions.push({ what: 'table', member });
  }
  for (const chosen of allThings([base, mine, theirs])) {
    const [was, own, other] = [base, mine, theirs].map((one) => fieldObjectOf(one, chosen));
    if (alike(was, other) || alike(own, other)) continue;
    if (alike(was, own)) field = withEither(field, chosen, other!);
    else collisions.push({ what: 'thing', chosen, mine: own!, theirs: other! });
  }
  return { field, collisions };
}

/** The field with their side of a collision in place of mine. */
export function withTheirs(field: Field, theirs: Field, collision: Collision): Field {
  return collision.what === 'table'
    ? { ...field, [collision.member]: theirs[collision.member] }
    : withEither(field, collision.chosen, collision.theirs);
}

function withEither(field: Field, chosen: Chosen, thing: FieldObject | null): Field {
  return thing === null ? withoutThing(field, chosen) : withFieldObject(field, thing);
}

function allThings(fields: readonly Field[]): Chosen[] {
  const seen = new Map<string, Chosen>();
  for (const { kind, thing } of fields.flatMap(fieldObjectsOf)) {
    seen.set(`${kind} ${thing.id}`, { kind, id: thing.id });
  }
  return [...seen.values()];
}
