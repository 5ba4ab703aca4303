import { z } from 'zod';
import { fieldSchema } from '../core/field/schema.ts';
import {
  idSchema,
  instantSchema,
  nameSchema,
  noteSchema,
  numberSchema,
  versionSchema,
} from '../core/schema/scalars.ts';

const fieldRevisionSchema = z.object({
  id: idSchema,
  number: numberSchema,
  reason: z.string(),
  createdAt: instantSchema,
});
export type FieldRevision = z.output<typeof fieldRevisionSchema>;

export const fieldRecordSchema = z.object({
  id: idSchema,
  name: z.string(),
  version: versionSchema,
  /** Which revision of the drawing this is; one that was kept never changes. */
  revision: fieldRevisionSchema,
  /** Number of the newest revision: larger when this is an older one. */
  newest: numberSchema,
  field: fieldSchema,
});
export type FieldRecord = z.output<typeof fieldRecordSchema>;
export const fieldCreateSchema = z.strictObject({ name: nameSchema, field: fieldSchema });
export const fieldUpdateSchema = fieldCreateSchema.extend({
  version: versionSchema,
  /** Why the drawing was changed. */
  reason: noteSchema.default(''),
});

/** A field that another team of the club lets all take a copy of. */
export interface OfferedField {
  id: string;
  name: string;
  team: string;
}

export const offerChoiceSchema = z.strictObject({ offered: z.boolean() });
