import type { GreyPicture } from './greyPicture.ts';

/** How the light over a table is. */
export type Light = 'good' | 'dim' | 'glaring';

/** Every so many pixels one is looked at. */
const EVERY = 16;
/** Where the lightest twentieth of a picture is darker than this, of 255, tags drown in noise. */
const DIM = 70;
/** Where more than this share of a picture is as white as it can be, edges of white paper are eaten. */
const GLARING = 0.08;

/** How the light is by which a picture was taken. */
export function lightOf({ width, height, data }: GreyPicture): Light {
  const shades: number[] = [];
  for (let row = EVERY / 2; row < height; row += EVERY)
    for (let column = EVERY / 2; column < width; column += EVERY)
      shades.push(data[row * width + column]!);
  shades.sort((a, b) => a - b);
  if (shades[Math.floor(0.95 * shades.length)]! < DIM) return 'dim';
  return shades[Math.floor((1 - GLARING) * shades.length)]! >= 254 ? 'glaring' : 'good';
}
