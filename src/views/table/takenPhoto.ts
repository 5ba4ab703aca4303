import { say } from '../../core/language/say.ts';

/** Longest side of a photo that is kept, px: enough to measure a table by it. */
const LONGEST_SIDE = 2400;

/** What a photo is taken from. */
export const PHOTO_KINDS = 'image/png,image/jpeg';

/** A camera's picture is larger than anybody can use: it is made smaller before it is kept. Throws a sentence for what is none. */
export async function takenPhoto(file: File): Promise<File> {
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new Error(say`This file is no picture that the browser can read. Take a PNG or a JPEG.`);
  });
  const scale = Math.min(1, LONGEST_SIDE / Math.max(bitmap.width, bitmap.height));
  if (scale === 1) return file;
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(bitmap.width * scale);
  canvas.height = Math.round(bitmap.height * scale);
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) =>
    canvas.toBlob(resolve, 'image/jpeg', 0.88),
  );
  return blob === null ? file : new File([blob], 'photo.jpg', { type: 'image/jpeg' });
}
