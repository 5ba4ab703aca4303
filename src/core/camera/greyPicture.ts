/** A picture in shades of grey, row by row, 0 to 255. */
export interface GreyPicture {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
}

/** How light a place of the picture is, between its pixels; NaN beyond its rim. */
export function shadeAt({ width, height, data }: GreyPicture, x: number, y: number): number {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) return NaN;
  const [u, v] = [x - left, y - top];
  const i = top * width + left;
  return (
    (1 - v) * ((1 - u) * data[i]! + u * data[i + 1]!) +
    v * ((1 - u) * data[i + width]! + u * data[i + width + 1]!)
  );
}

/** A rectangle of a picture, px. */
export interface Part {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** A part of a picture, cut at its rim; null when nothing of it lies inside. */
export function partOf(
  picture: GreyPicture,
  { left, top, width, height }: Part,
): { part: GreyPicture; left: number; top: number } | null {
  const [x, y] = [Math.max(0, Math.floor(left)), Math.max(0, Math.floor(top))];
  const wide = Math.min(picture.width, Math.ceil(left + width)) - x;
  const high = Math.min(picture.height, Math.ceil(top + height)) - y;
  if (wide < 1 || high < 1) return null;
  const data = new Uint8Array(wide * high);
  for (let row = 0; row < high; row++) {
    const from = (y + row) * picture.width + x;
    data.set(picture.data.subarray(from, from + wide), row * wide);
  }
  return { part: { width: wide, height: high, data }, left: x, top: y };
}
