import type { FieldFile } from '../../core/formats/files.ts';
import { setPicture } from '../fields.ts';
import { cleanPicture } from '../pictures.ts';
import { tablesOf } from '../tables/index.ts';
import { counted, freeName, instantOf, missingParts, type IntakeContext } from './context.ts';
import { say } from '../../core/language/say.ts';

/** Takes a field in, or the drawings that a field that is here lacks of it. */
export async function takeField(context: IntakeContext, file: FieldFile): Promise<void> {
  const { fields, fieldRevisions } = tablesOf(context.database);
  const revisions =
    file.revisions !== undefined && file.revisions.length > 0
      ? file.revisions
      : [
          {
            number: 1,
            reason: say`First drawing`,
            createdAt: new Date().toISOString(),
            field: file.field,
          },
        ];
  const stored = file.id === undefined || context.copy ? null : await fields.findByPk(file.id);
  if (stored !== null) {
    const here = await fieldRevisions.findAll({
      where: { fieldId: stored.id },
      attributes: ['id', 'number'],
    });
    const missing = missingParts(revisions, here);
    if (missing !== 'divergent') {
      context.recognise('field', stored.id);
      await addDrawings(context, stored.id, missing, true);
      return;
    }
  }
  const keep = stored === null && !context.copy;
  const name =
    keep && file.id !== undefined
      ? file.name
      : await freeName(file.name, (taken) => fields.count({ where: { name: taken } }));
  const id = context.fresh('fields', file.id, keep);
  context.rename('field', file.name, name);
  await fields.create({
    id,
    name,
    createdAt: file.createdAt === undefined ? new Date() : new Date(file.createdAt),
    archivedAt: instantOf(file.archivedAt),
  });
  await addDrawings(context, id, revisions, keep);
  if (file.picture !== null) await takePicture(context, id, file.picture);
  context.sentences.push(
    say`Field “${name}” is here, with ${counted(file.field.models.length, 'model')}.`,
  );
}

/** Lays a picture under a field that came with this import. */
export async function takePicture(
  context: IntakeContext,
  fieldId: string,
  { type, base64 }: { type: string; base64: string },
): Promise<void> {
  if (!context.wasMade('fields', fieldId)) return;
  const picture = await cleanPicture(type, Buffer.from(base64, 'base64'));
  await setPicture(context.database, fieldId, picture);
}

async function addDrawings(
  context: IntakeContext,
  fieldId: string,
  revisions: NonNullable<FieldFile['revisions']>,
  keep: boolean,
): Promise<void> {
  await tablesOf(context.database).fieldRevisions.bulkCreate(
    revisions.map(({ id, createdAt, ...revision }) => ({
      id: context.fresh('fieldRevisions', id, keep),
      fieldId,
      ...revision,
      createdAt: new Date(createdAt),
    })),
  );
}
