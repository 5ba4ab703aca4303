import { PICTURE_TYPES } from '../../contracts/files.ts';
import { bodyBytes, refused } from './_endpoint.ts';

/** Largest picture, bytes: with base64 it still fits into a file. */
const LARGEST = 8 * 1024 * 1024;

/** A picture that was sent; refuses what is none. */
export async function pictureBody(request: Request): Promise<{ type: string; bytes: Buffer }> {
  const type = request.headers.get('content-type') ?? '';
  const known = PICTURE_TYPES.find((candidate) => type.startsWith(candidate));
  if (known === undefined) throw refused(415, 'Send a picture as PNG, JPEG or SVG.');
  const bytes = Buffer.from(await bodyBytes(request, LARGEST));
  if (!begins(bytes, known)) throw refused(422, 'The file is not the picture that it says it is.');
  return { type: known, bytes };
}

/** A picture as an answer. It is shown as an image only: nothing in it may run. */
export function pictureAnswer({ type, bytes }: { type: string; bytes: Buffer }): Response {
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': type,
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      'x-content-type-options': 'nosniff',
      'cache-control': 'no-cache',
    },
  });
}

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
