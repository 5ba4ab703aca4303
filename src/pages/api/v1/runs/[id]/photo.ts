import { database } from '../../../../../store/database.ts';
import { NotFound } from '../../../../../store/errors.ts';
import { getPhoto, getRun, setPhoto } from '../../../../../store/runs.ts';
import { endpoint, idOf, json } from '../../../_endpoint.ts';
import { pictureAnswer, pictureBody } from '../../../_picture.ts';
import { say } from '../../../../../core/language/say.ts';

/** The photo of a run. */
export const GET = endpoint('look', async (context) => {
  const photo = await getPhoto(database(), idOf(context));
  if (photo === null) throw new NotFound(say`photo`);
  return pictureAnswer(photo);
});

export const PUT = endpoint('table', async (context) => {
  const { id } = await getRun(database(), idOf(context));
  const photo = await pictureBody(context.request);
  await setPhoto(database(), id, photo);
  return json({ bytes: photo.bytes.length });
});
