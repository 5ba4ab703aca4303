import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type { FieldRecord } from '../contracts/records.ts';
import type { Field } from '../core/field/field.ts';
import { NotFound, StaleEdit } from './errors.ts';
import { tablesOf, type FieldRow } from './tables.ts';

/** All fields, by name. */
export async function listFields(database: Sequelize): Promise<FieldRecord[]> {
  const rows = await tablesOf(database).fields.findAll({ order: [['name', 'ASC']] });
  return rows.map(fieldOf);
}

/** One field; throws {@link NotFound}. */
export async function getField(database: Sequelize, id: string): Promise<FieldRecord> {
  const row = await tablesOf(database).fields.findByPk(id);
  if (row === null) throw new NotFound('field');
  return fieldOf(row);
}

export async function createField(
  database: Sequelize,
  input: { name: string; field: Field },
): Promise<FieldRecord> {
  const row = await tablesOf(database).fields.create({
    id: randomUUID(),
    ...input,
    createdAt: new Date(),
  });
  return fieldOf(row);
}

/** Replaces a field's drawing; throws {@link StaleEdit} when somebody was quicker. */
export async function updateField(
  database: Sequelize,
  id: string,
  input: { name: string; field: Field; version: number },
): Promise<FieldRecord> {
  const [changed] = await tablesOf(database).fields.update(
    { name: input.name, field: input.field, version: input.version + 1 },
    { where: { id, version: input.version } },
  );
  const stored = await getField(database, id);
  if (changed === 0) throw new StaleEdit('field', stored);
  return stored;
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
  transaction?: Transaction,
): Promise<void> {
  const options = transaction === undefined ? {} : { transaction };
  const field = await tablesOf(database).fields.findByPk(fieldId, options);
  if (field === null) throw new NotFound('field');
  await tablesOf(database).pictures.upsert({ fieldId, ...picture }, options);
}

function fieldOf({ id, name, version, field }: FieldRow): FieldRecord {
  return { id, name, version, field };
}
