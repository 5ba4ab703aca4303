import { findNodeAtLocation, getNodeValue, parseTree, type ParseError } from 'jsonc-parser';
import { z } from 'zod';
import {
  fieldSchema,
  nameSchema,
  noteSchema,
  planSchema,
  setupSchema,
  sourcesSchema,
} from './domain.ts';
import { benchSchema } from './bench.ts';
import { goalSchema, instantSchema, originSchema, promiseSchema } from './records.ts';
import { telemetryInFileSchema } from './telemetry.ts';

/** Why a file was refused: a sentence, and where in the file the fault lies. */
export class FileError extends Error {
  constructor(
    message: string,
    readonly line: number,
    readonly column: number,
  ) {
    super(`Line ${line}, column ${column}: ${message}`);
    this.name = 'FileError';
  }
}

const number = z.int().positive();

/** A robot with all its setups and bench records. Core units: mm, rad, s, V. */
export const robotFileSchema = z.strictObject({
  corvat: z.literal('robot'),
  version: z.literal(1),
  name: nameSchema,
  setups: z
    .array(
      z.strictObject({
        number,
        reason: noteSchema,
        createdAt: instantSchema,
        setup: setupSchema,
        sources: sourcesSchema,
      }),
    )
    .min(1, 'A robot needs a setup.'),
  benchRecords: z.array(z.strictObject({ number, createdAt: instantSchema, bench: benchSchema })),
  /** The telemetry that bench records name. */
  telemetry: z.array(telemetryInFileSchema).default([]),
});
export type RobotFile = z.infer<typeof robotFileSchema>;

/** Pictures that may lie under a field, and the largest of them in base64. */
export const PICTURE_TYPES = ['image/png', 'image/jpeg', 'image/svg+xml'] as const;
const LARGEST_PICTURE = 11 * 1024 * 1024;
const pictureSchema = z.strictObject({
  type: z.enum(PICTURE_TYPES),
  base64: z.base64().max(LARGEST_PICTURE),
});

export const fieldFileSchema = z.strictObject({
  corvat: z.literal('field'),
  version: z.literal(1),
  name: nameSchema,
  field: fieldSchema,
  /** The picture under the drawing. */
  picture: pictureSchema.nullable().default(null),
});
export type FieldFile = z.infer<typeof fieldFileSchema>;

/** A route with its revisions; robot and field are named, not contained. */
export const routeFileSchema = z.strictObject({
  corvat: z.literal('route'),
  version: z.literal(1),
  name: nameSchema,
  robot: nameSchema,
  field: nameSchema,
  goal: goalSchema,
  revisions: z
    .array(
      z.strictObject({
        number,
        parent: number.nullable(),
        origin: originSchema,
        reason: noteSchema,
        createdAt: instantSchema,
        plan: planSchema,
        promises: z.array(promiseSchema).default([]),
      }),
    )
    .min(1),
});
export type RouteFile = z.infer<typeof routeFileSchema>;

export const runRowSchema = z.strictObject({
  id: z.uuid(),
  session: nameSchema,
  sessionStartedAt: instantSchema,
  surface: z.string().max(80),
  people: z.string().max(200),
  route: nameSchema,
  revision: number,
  setup: number,
  happenedAt: instantSchema,
  measurements: z.array(
    z.strictObject({
      checkpoint: z.string(),
      along: z.number(),
      left: z.number(),
      turned: z.number().nullable(),
    }),
  ),
  outcomes: z.array(
    z.strictObject({
      model: z.string(),
      hit: z.boolean(),
      points: z.number().nullable().default(null),
    }),
  ),
  battery: z.number().positive().nullable(),
  gyroAt: instantSchema.nullable().default(null),
  jig: z.boolean().nullable().default(null),
  seconds: z.number().positive().nullable().default(null),
  setAside: z.string().nullable(),
  note: noteSchema,
});
/** One run as files carry it: sessions, routes and setups by name or number. */
export type RunRow = z.infer<typeof runRowSchema>;

export const runsFileSchema = z.strictObject({
  corvat: z.literal('runs'),
  version: z.literal(1),
  robot: nameSchema,
  runs: z.array(runRowSchema),
  /** What a run's line does not say of its session. */
  sessions: z
    .array(
      z.strictObject({
        title: nameSchema,
        startedAt: instantSchema,
        note: noteSchema,
        goalRuns: z.int().positive().nullable(),
        goalHits: z.int().nonnegative().nullable(),
      }),
    )
    .default([]),
  /** What the link recorded with runs, and photos of them. */
  telemetry: z.array(telemetryInFileSchema.extend({ run: z.uuid() })).default([]),
  photos: z.array(pictureSchema.extend({ run: z.uuid() })).default([]),
});
export type RunsFile = z.infer<typeof runsFileSchema>;

const singleFileSchema = z.discriminatedUnion('corvat', [
  robotFileSchema,
  fieldFileSchema,
  routeFileSchema,
  runsFileSchema,
]);
export type SingleFile = z.infer<typeof singleFileSchema>;

/** Several files in one, in the order in which they need each other. */
export const bundleFileSchema = z.strictObject({
  corvat: z.literal('bundle'),
  version: z.literal(1),
  files: z.array(singleFileSchema).min(1).max(200),
});
export type BundleFile = z.infer<typeof bundleFileSchema>;

const anyFileSchema = z.discriminatedUnion(
  'corvat',
  [robotFileSchema, fieldFileSchema, routeFileSchema, runsFileSchema, bundleFileSchema],
  { error: 'This is not a robot, field, route, runs or bundle file of Corvat.' },
);
export type CorvatFile = z.infer<typeof anyFileSchema>;

/** Reads any JSON file of Corvat; throws a {@link FileError} with line and column. */
export function readJsonFile(text: string): CorvatFile {
  const errors: ParseError[] = [];
  const clean = text.replace(/^\uFEFF/, '');
  const tree = parseTree(clean, errors, { disallowComments: true, allowTrailingComma: false });
  if (errors.length > 0 || tree === undefined) {
    const at = placeOf(clean, errors[0]?.offset ?? 0);
    throw new FileError('the text is not JSON here.', at.line, at.column);
  }
  const parsed = anyFileSchema.safeParse(getNodeValue(tree));
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  // The nearest place that exists: a missing member is reported at its parent.
  const path = issue.path.map((part) => (typeof part === 'number' ? part : String(part)));
  let node = findNodeAtLocation(tree, path);
  while (node === undefined && path.length > 0) {
    path.pop();
    node = findNodeAtLocation(tree, path);
  }
  const at = placeOf(clean, node?.offset ?? 0);
  const where = issue.path.length > 0 ? `${issue.path.map(String).join('.')}: ` : '';
  throw new FileError(`${where}${issue.message}`, at.line, at.column);
}

/** Writes a document as people can read it. Numbers keep every digit. */
export function writeJsonFile(file: CorvatFile): string {
  return `${JSON.stringify(file, null, 2)}\n`;
}

function placeOf(text: string, offset: number): { line: number; column: number } {
  const before = text.slice(0, offset).split('\n');
  return { line: before.length, column: before[before.length - 1]!.length + 1 };
}
