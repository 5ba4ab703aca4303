import { say } from '../core/language/say.ts';

/** What can lie under the drawing of a table. */
export const PICTURE_KINDS = 'image/png,image/jpeg,image/svg+xml';

/** Depth over width of a picture. Throws a sentence for what is no picture. */
export function pictureRatio(file: File): Promise<number> {
  return new Promise((resolve, reject) => {
    const image = new Image();
    const address = URL.createObjectURL(file);
    image.onload = () => {
      URL.revokeObjectURL(address);
      resolve((image.naturalHeight || 1) / (image.naturalWidth || 1));
    };
    image.onerror = () => {
      URL.revokeObjectURL(address);
      reject(
        new Error(say`This file could not be read as a picture. PNG, JPEG and SVG are taken.`),
      );
    };
    image.src = address;
  });
}

/** Keeps a picture with a field. Throws the server’s sentence when it is refused. */
export async function keepPicture(fieldId: string, file: File): Promise<void> {
  const response = await fetch(`/api/v1/fields/${fieldId}/picture`, {
    method: 'PUT',
    headers: { 'content-type': file.type },
    body: file,
  });
  if (response.ok) return;
  const problem = (await response.json()) as { detail: string };
  throw new Error(problem.detail);
}
