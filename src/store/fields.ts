import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { Op, type Sequelize } from 'sequelize';
import type { FieldRecord, FieldRevision } from '../contracts/fields.ts';
import type { Field } from '../core/field/field.ts';
import { inTransaction } from './database.ts';
import { NotFound, StaleEdit } from './errors.ts';
import { tablesOf } from './tables/index.ts';
import type { FieldRevisionRow, FieldRow } from './tables/fields.ts';
import { say } from '../core/language/say.ts';

/** A drawing with its field, and the number of the field's newest drawing. */
type Drawing = FieldRevisionRow & { owner: FieldRow };

/** The number of the newest drawing of the field that a drawing belongs to. */
const NEWEST =
  '(SELECT MAX(number) FROM field_revisions AS other WHERE other.field_id = field_revisions.field_id)';

/** All fields that are in use with their newest drawings, by name. */
export async function listFields(database: Sequelize): Promise<FieldRecord[]> {
  const { fields, fieldRevisions } = tablesOf(database);
  const rows = await fieldRevisions.findAll({
    where: { number: { [Op.eq]: database.literal(NEWEST) } },
    include: [{ model: fields, as: 'owner', where: { archivedAt: null } }],
    order: [[database.col('owner.name'), 'ASC']],
  });
  return (rows as Drawing[]).map((row) => fieldOf(row.owner, row));
}

/** One field with its newest drawing; throws {@link NotFound}. */
export async function getField(database: Sequelize, id: string): Promise<FieldRecord> {
  const { fields, fieldRevisions } = tablesOf(database);
  const row = (await fieldRevisions.findOne({
    where: { fieldId: id },
    include: [{ model: fields, as: 'owner', required: true }],
    order: [['number', 'DESC']],
  })) as Drawing | null;
  if (row === null) throw new NotFound(say`field`);
  return fieldOf(row.owner, row);
}

/** All revisions of a field with their drawings, newest first. */
export async function listFieldRevisions(
  database: Sequelize,
  fieldId: string,
): Promise<(FieldRevision & { field: Field })[]> {
  const rows = await tablesOf(database).fieldRevisions.findAll({
    where: { fieldId },
    order: [['number', 'DESC']],
  });
  return rows.map((row) => ({ ...revisionOf(row), field: row.field }));
}

/** One revision of a field by its number; throws {@link NotFound}. */
export async function fieldRevisionRow(
  database: Sequelize,
  fieldId: string,
  number: number,
): Promise<FieldRevisionRow> {
  const row = await tablesOf(database).fieldRevisions.findOne({ where: { fieldId, number } });
  if (row === null) throw new NotFound(say`revision of the field`);
  return row;
}

export async function createField(
  database: Sequelize,
  { name, field }: { name: string; field: Field },
): Promise<FieldRecord> {
  const { fields, fieldRevisions } = tablesOf(database);
  return inTransaction(database, async () => {
    const createdAt = new Date();
    const row = await fields.create({ id: randomUUID(), name, createdAt });
    const revision = await fieldRevisions.create({
      id: randomUUID(),
      fieldId: row.id,
      number: 1,
      reason: say`First drawing`,
      field,
      createdAt,
    });
    return fieldOf(row, revision);
  });
}

/**
 * Keeps a field's name and drawing; another drawing becomes a revision of its own, so that what was planned and
 * driven on the one before keeps it. Throws {@link StaleEdit} when somebody was quicker.
 */
export async function updateField(
  database: Sequelize,
  id: string,
  input: { name: string; field: Field; version: number; reason: string },
): Promise<FieldRecord> {
  const { fields, fieldRevisions } = tablesOf(database);
  return inTransaction(database, async () => {
    // The field's row is the lock: two people cannot both make the next revision.
    const row = await fields.findByPk(id, { lock: true });
    if (row === null) throw new NotFound(say`field`);
    const stored = await getField(database, id);
    if (row.version !== input.version) throw new StaleEdit(say`field`, stored);
    await row.update({ name: input.name, version: input.version + 1 });
    if (isDeepStrictEqual(stored.field, input.field)) {
      return { ...stored, name: row.name, version: row.version };
    }
    const revision = await fieldRevisions.create({
      id: randomUUID(),
      fieldId: id,
      number: stored.newest + 1,
      reason: input.reason,
      field: input.field,
      createdAt: new Date(),
    });
    return fieldOf(row, revision);
  });
}

/** A picture under a field's drawing. */
export interface FieldPicture {
  type: string;
  bytes: Buffer;
}

/** The picture of a field, or null. */
export async function getPicture(
  database: Sequelize,
  fieldId: string,
): Promise<FieldPicture | null> {
  const row = await tablesOf(database).pictures.findByPk(fieldId);
  return row === null ? null : { type: row.type, bytes: row.bytes };
}

/** Keeps a picture for a field in place of the one before; throws {@link NotFound}. */
export async function setPicture(
  database: Sequelize,
  fieldId: string,
  picture: FieldPicture,
): Promise<void> {
  const { fields, pictures } = tablesOf(database);
  if ((await fields.findByPk(fieldId)) === null) throw new NotFound(say`field`);
  await pictures.upsert({ fieldId, ...picture });
}

/** A field by one of its drawings, and the number of the newest. */
export function fieldOf(
  row: FieldRow,
  revision: FieldRevisionRow,
  newest = revision.number,
): FieldRecord {
  const { id, name, version } = row;
  return { id, name, version, revision: revisionOf(revision), newest, field: revision.field };
}

function revisionOf({ id, number, reason, createdAt }: FieldRevisionRow): FieldRevision {
  return { id, number, reason, createdAt: createdAt.toISOString() };
}
