import sharp from 'sharp';
import { z } from 'zod';
import { firstIssue } from '../contracts/problem.ts';
import { DICTIONARY, tagDetector } from '../core/camera/detectTags.ts';
import { measureRobot, type NotMeasured } from '../core/camera/measureRobot.ts';
import { degrees, radians } from '../core/mathematics/angle.ts';
import { listOf } from '../core/schema/scalars.ts';

const place = z.number().min(-20_000).max(20_000);
const side = z.number().positive().max(1000);
const tagId = z.int().min(0).max(586);

/** What is known of table, robot and lens; docs/formats.md says what each number is. */
const tableSchema = z.strictObject({
  dictionary: z.literal(DICTIONARY),
  tags: listOf(
    z.strictObject({
      id: tagId,
      x_mm: place,
      y_mm: place,
      size_mm: side,
      heading_deg: z.number().min(-360).max(360),
    }),
    { least: 1, most: 100 },
  ),
  robot: z.strictObject({ id: tagId, size_mm: side, height_mm: z.number().min(0).max(1000) }),
  lens: z
    .strictObject({
      fx: z.number().positive(),
      fy: z.number().positive(),
      cx: z.number(),
      cy: z.number(),
      k1: z.number().default(0),
      k2: z.number().default(0),
    })
    .nullable(),
});

/** What `measure` answers. */
export interface PictureAnswer {
  x_mm: number;
  y_mm: number;
  heading_deg: number;
  sd_mm: [number, number];
  sd_deg: number;
  scale: number;
}

/** Where the robot is in a picture. Throws an Error that says in one line what is missing. */
export async function measurePicture(picture: Buffer, table: string): Promise<PictureAnswer> {
  const { tags, robot, lens } = tableOf(table);
  const { data, info } = await sharp(picture)
    .rotate()
    .flatten({ background: '#fff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw new Error('this is no picture that can be read: PNG, JPEG and WebP can.');
    });
  const { width, height } = info;
  const seen = (await tagDetector()).find({ width, height, data });
  const found = measureRobot(
    seen,
    {
      tags: tags.map(({ id, x_mm: x, y_mm: y, size_mm: size, heading_deg }) => ({
        id,
        x,
        y,
        size,
        heading: radians(heading_deg),
      })),
      robot: { id: robot.id, size: robot.size_mm, height: robot.height_mm },
      lens,
    },
    { width, height },
  );
  if ('missing' in found) throw new Error(missingWords(found, robot.id));
  const { pose, covariance, scale } = found;
  const [sx, sy, sh] = covariance.map((row, i) => Math.sqrt(row[i]!)) as [number, number, number];
  return {
    x_mm: pose.x,
    y_mm: pose.y,
    heading_deg: degrees(pose.heading),
    sd_mm: [sx, sy],
    sd_deg: degrees(sh),
    scale,
  };
}

function tableOf(text: string): z.infer<typeof tableSchema> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Error('the table is not JSON.');
  }
  const parsed = tableSchema.safeParse(value);
  if (!parsed.success) throw new Error(`the table: ${firstIssue(parsed.error).detail}`);
  return parsed.data;
}

function missingWords({ missing, seen }: NotMeasured, robot: number): string {
  const there = seen.length === 0 ? 'no tag is seen' : `seen are ${seen.join(', ')}`;
  switch (missing) {
    case 'robot tag':
      return `the robot’s tag ${robot} is not seen whole and sharp (${there}).`;
    case 'table tags':
      return `none of the table’s tags is seen whole and sharp (${there}).`;
    case 'camera':
      return `the tags do not say where the camera is (${there}).`;
  }
}
