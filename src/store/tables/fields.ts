import { fieldSchema } from '../../core/field/schema.ts';
import {
  archivedAt,
  bytes,
  document,
  id,
  instant,
  integer,
  key,
  name,
  reference,
  table,
  text,
  textUpTo,
  version,
  type RowOf,
} from './columns.ts';

export const fields = table('fields', { id, name, version, createdAt: instant, archivedAt });
export type FieldRow = RowOf<typeof fields.columns>;

export const fieldRevisions = table('field_revisions', {
  id,
  fieldId: reference,
  number: integer,
  reason: text,
  field: document(fieldSchema),
  createdAt: instant,
});
export type FieldRevisionRow = RowOf<typeof fieldRevisions.columns>;

export const pictures = table('field_pictures', {
  fieldId: key(reference),
  type: textUpTo(40),
  bytes: bytes('long'),
});
