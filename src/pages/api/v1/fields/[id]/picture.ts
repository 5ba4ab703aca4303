import { PICTURE_TYPES } from '../../../../../contracts/files.ts';
import { database } from '../../../../../store/database.ts';
import { NotFound } from '../../../../../store/errors.ts';
import { getPicture, setPicture } from '../../../../../store/fields.ts';
import { bodyBytes, endpoint, idOf, json, refused } from '../../../_endpoint.ts';

/** The picture under a field. It is shown as an image only: nothing in it may run. */
export const GET = endpoint(async (context) => {
  const picture = await getPicture(database(), idOf(context));
  if (picture === null) throw new NotFound('picture');
  return new Response(new Uint8Array(picture.bytes), {
    headers: {
      'content-type': picture.type,
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      'x-content-type-options': 'nosniff',
      'cache-control': 'no-cache',
    },
  });
});

export const PUT = endpoint(async (context) => {
  const type = context.request.headers.get('content-type') ?? '';
  const known = PICTURE_TYPES.find((candidate) => type.startsWith(candidate));
  if (known === undefined) throw refused(415, 'Send a picture as PNG, JPEG or SVG.');
  const bytes = Buffer.from(await bodyBytes(context.request, LARGEST));
  if (!begins(bytes, known)) throw refused(422, 'The file is not the picture that it says it is.');
  await setPicture(database(), idOf(context), { type: known, bytes });
  return json({ bytes: bytes.length });
});

/** Largest picture, bytes: with base64 it still fits into a field's file. */
const LARGEST = 8 * 1024 * 1024;

/** Whether bytes begin as a picture of a type does. */
function begins(bytes: Buffer, type: (typeof PICTURE_TYPES)[number]): boolean {
  switch (type) {
    case 'image/png':
      return bytes.subarray(0, 8).equals(Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]));
    case 'image/jpeg':
      return bytes[0] === 0xff && bytes[1] === 0xd8;
    case 'image/svg+xml':
      return bytes.subarray(0, 1000).toString('utf8').includes('<svg');
  }
}
