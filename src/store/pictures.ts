import sharp from 'sharp';
import { PICTURE_TYPES, type PictureType } from '../core/formats/files.ts';
import { UserFacingError } from './errors.ts';
import { say } from '../core/language/say.ts';

/** A picture as it is kept. */
export interface Picture {
  type: PictureType;
  bytes: Buffer;
}

/** More points than any camera at a table has, and than a page can show. */
const MOST_PIXELS = 60_000_000;
const SECONDS = 20;
const FORMATS: Record<string, PictureType> = {
  png: 'image/png',
  jpeg: 'image/jpeg',
  svg: 'image/svg+xml',
};

/**
 * A picture that really is one, without what cameras write beside it: where and when it was taken, and by whom. A
 * picture that carries nothing of that stays as it is, byte by byte. Throws a {@link UserFacingError}.
 *
 * @param type what the sender says it is
 */
export async function cleanPicture(type: string, bytes: Buffer): Promise<Picture> {
  const known = PICTURE_TYPES.find((candidate) => candidate === type);
  if (known === undefined) throw new UserFacingError(say`Send a picture as PNG, JPEG or SVG.`);
  if (known === 'image/svg+xml' && /<!(DOCTYPE|ENTITY)/i.test(bytes.toString('latin1'))) {
    throw new UserFacingError(say`Drawings with entities are not taken: save it as plain SVG.`);
  }
  const picture = () =>
    sharp(bytes, { failOn: 'error', limitInputPixels: MOST_PIXELS }).timeout({ seconds: SECONDS });
  try {
    const found = await picture().metadata();
    if (FORMATS[found.format] !== known) throw new Error('another format');
    // Decodes it to the end.
    await picture().stats();
    const said = [found.exif, found.iptc, found.xmp, found.comments];
    if (known === 'image/svg+xml' || said.every((part) => part === undefined)) {
      return { type: known, bytes };
    }
    // Turned upright first: how the camera was held stands in what is taken away.
    const upright = picture().autoOrient().keepIccProfile();
    const clean = known === 'image/png' ? upright.png() : upright.jpeg({ quality: 92 });
    return { type: known, bytes: await clean.toBuffer() };
  } catch {
    throw new UserFacingError(say`The file is not the picture that it says it is.`);
  }
}
