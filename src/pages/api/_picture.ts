import { PICTURE_TYPES } from '../../core/formats/files.ts';
import { cleanPicture, type Picture } from '../../store/pictures.ts';
import { bodyBytes, refused } from './_endpoint.ts';
import { say } from '../../core/language/say.ts';

/** Largest picture, bytes: with base64 it still fits into a line of a bundle. */
const LARGEST = 8 * 1024 * 1024;

/** A picture that was sent, without what its camera wrote beside it; refuses what is none. */
export async function pictureBody(request: Request): Promise<Picture> {
  const type = (request.headers.get('content-type') ?? '').split(';', 1)[0]!.trim();
  if (!PICTURE_TYPES.some((known) => known === type)) {
    throw refused(415, say`Send a picture as PNG, JPEG or SVG.`);
  }
  return cleanPicture(type, Buffer.from(await bodyBytes(request, LARGEST)));
}

/** A picture as an answer. It is shown as an image only: nothing in it may run. */
export function pictureAnswer({ type, bytes }: { type: string; bytes: Buffer }): Response {
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': type,
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      'cache-control': 'no-cache',
    },
  });
}
