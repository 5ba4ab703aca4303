import { database } from '../../../../../store/database.ts';
import { NotFound } from '../../../../../store/errors.ts';
import { getField, getPicture, setPicture } from '../../../../../store/fields.ts';
import { endpoint, idOf, json } from '../../../_endpoint.ts';
import { pictureAnswer, pictureBody } from '../../../_picture.ts';
import { say } from '../../../../../core/language/say.ts';

/** The picture under a field. */
export const GET = endpoint('look', async (context) => {
  const picture = await getPicture(database(), idOf(context));
  if (picture === null) throw new NotFound(say`picture`);
  return pictureAnswer(picture);
});

export const PUT = endpoint('coach', async (context) => {
  const { id } = await getField(database(), idOf(context));
  const picture = await pictureBody(context.request);
  await setPicture(database(), id, picture);
  return json({ bytes: picture.bytes.length });
});
