import type { GreyPicture } from '../core/camera/greyPicture.ts';

/** Layouts of pixels whose first plane is how light they are. */
const LIGHT_FIRST = ['I420', 'I420A', 'I422', 'I444', 'NV12'];

let bytes = new Uint8Array(0);

/** The picture of a frame in shades of grey: as it comes from a camera, or drawn where its layout is another. */
export async function greyOf(frame: VideoFrame | ImageBitmap): Promise<GreyPicture> {
  if (
    'format' in frame &&
    frame.format !== null &&
    LIGHT_FIRST.includes(frame.format) &&
    frame.visibleRect !== null
  ) {
    const { width, height } = frame.visibleRect;
    const size = frame.allocationSize();
    if (bytes.length < size) bytes = new Uint8Array(size);
    const [light] = await frame.copyTo(bytes);
    const data = new Uint8Array(width * height);
    for (let row = 0; row < height; row++) {
      const from = light!.offset + row * light!.stride;
      data.set(bytes.subarray(from, from + width), row * width);
    }
    return { width, height, data };
  }
  return drawnGrey(frame);
}

let canvas: OffscreenCanvas | null = null;

function drawnGrey(frame: VideoFrame | ImageBitmap): GreyPicture {
  const [width, height] =
    'displayWidth' in frame
      ? [frame.displayWidth, frame.displayHeight]
      : [frame.width, frame.height];
  if (canvas === null || canvas.width !== width || canvas.height !== height)
    canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(frame, 0, 0);
  const colours = context.getImageData(0, 0, width, height).data;
  const data = new Uint8Array(width * height);
  // Weights of Rec. 601 in parts of 256.
  for (let i = 0, k = 0; i < data.length; i++, k += 4)
    data[i] = (77 * colours[k]! + 150 * colours[k + 1]! + 29 * colours[k + 2]!) >> 8;
  return { width, height, data };
}
