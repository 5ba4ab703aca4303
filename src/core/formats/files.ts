import { visit } from 'jsonc-parser';
import { z } from 'zod';
import { fieldSchema } from '../field/schema.ts';
import { sourcesSchema } from '../robot/sources.ts';
import { parametersSchema } from '../robot/parameters.ts';
import { planSchema } from '../route/planSchema.ts';
import { benchSchema } from '../benches/index.ts';
import { FILE_LIMITS, jsonExcess } from './json.ts';
import {
  goalSchema,
  measurementSchema,
  originSchema,
  outcomeSchema,
  promiseSchema,
  runContent,
  sessionSchema,
} from './practice.ts';
import {
  distinct,
  idSchema,
  instantSchema,
  listOf,
  nameSchema,
  noteSchema,
  numberSchema,
  textSchema,
  versionSchema,
} from '../schema/scalars.ts';
import { cameraNoteSchema } from '../camera/notes.ts';
import {
  columnPieceSchema,
  telemetryInFileSchema,
  telemetryLineSchema,
} from '../telemetry/documents.ts';
import { matchPlanSchema } from '../match/matchPlan.ts';
import { rehearsalEventSchema } from '../match/rehearsal.ts';
import { say } from '../language/say.ts';

/** Why a file was refused: a sentence, and where in the file the fault lies. */
export class FileError extends Error {
  constructor(
    message: string,
    readonly line: number,
    readonly column: number,
  ) {
    super(say`Line ${line}, column ${column}: ${message}`);
    this.name = 'FileError';
  }
}

/** As many revisions, setups or records a document may hold. */
const MOST = 20_000;

/** What files of a Corvat say of a thing so that another one knows it again; others leave it out. */
const identity = {
  id: idSchema.optional(),
  createdAt: instantSchema.optional(),
  /** When it was put away; null while it is in use. */
  archivedAt: instantSchema.nullable().optional(),
};

/** A list of things that are counted, each number once. */
function numbered<T extends z.ZodType<{ number: number }>>(element: T, least = 0) {
  return listOf(element, { least, most: MOST }).refine(
    (list) => distinct(list.map(({ number }) => number)),
    { error: say`Two of them have the same number.` },
  );
}

/** A robot with all its setups and bench records. Core units: mm, rad, s, V. */
export const robotFileSchema = z.strictObject({
  corvat: z.literal('robot'),
  version: z.literal(1),
  name: nameSchema,
  ...identity,
  setups: numbered(
    z.strictObject({
      id: idSchema.optional(),
      number: numberSchema,
      reason: noteSchema,
      createdAt: instantSchema,
      setup: parametersSchema,
      sources: sourcesSchema,
    }),
    1,
  ),
  benchRecords: numbered(
    z.strictObject({
      id: idSchema.optional(),
      number: numberSchema,
      createdAt: instantSchema,
      bench: benchSchema,
    }),
  ),
  /** The telemetry that bench records name. */
  telemetry: listOf(telemetryInFileSchema, { most: MOST }).default([]),
});
export type RobotFile = z.infer<typeof robotFileSchema>;

/** Pictures that may lie under a field, and the largest of them in base64. */
export const PICTURE_TYPES = ['image/png', 'image/jpeg', 'image/svg+xml'] as const;
export type PictureType = (typeof PICTURE_TYPES)[number];
const LARGEST_PICTURE = 11 * 1024 * 1024;
const pictureSchema = z.strictObject({
  type: z.enum(PICTURE_TYPES),
  base64: z.base64().max(LARGEST_PICTURE),
});

export const fieldFileSchema = z.strictObject({
  corvat: z.literal('field'),
  version: z.literal(1),
  name: nameSchema,
  ...identity,
  /** The newest drawing. */
  field: fieldSchema,
  /** All drawings in their order, the newest among them; none means that there is only the one. */
  revisions: numbered(
    z.strictObject({
      id: idSchema.optional(),
      number: numberSchema,
      reason: noteSchema,
      createdAt: instantSchema,
      field: fieldSchema,
    }),
  ).optional(),
  /** The picture under the drawing. */
  picture: pictureSchema.nullable().default(null),
});
export type FieldFile = z.infer<typeof fieldFileSchema>;

/** A route with its revisions; robot and field are named, not contained. */
export const routeFileSchema = z.strictObject({
  corvat: z.literal('route'),
  version: z.literal(1),
  name: nameSchema,
  ...identity,
  robot: nameSchema,
  robotId: idSchema.optional(),
  field: nameSchema,
  fieldId: idSchema.optional(),
  goal: goalSchema,
  revisions: numbered(
    z.strictObject({
      id: idSchema.optional(),
      number: numberSchema,
      parent: numberSchema.nullable(),
      origin: originSchema,
      reason: noteSchema,
      createdAt: instantSchema,
      plan: planSchema,
      promises: listOf(promiseSchema, { most: 50 }).default([]),
      /** Number of the field's revision; without one the newest. */
      fieldRevision: numberSchema.optional(),
    }),
    1,
  ),
});
export type RouteFile = z.infer<typeof routeFileSchema>;

/** One run as files carry it: where it belongs by name and number, and by identifier where one is known. */
export const runRowSchema = z.strictObject({
  id: idSchema,
  session: nameSchema,
  sessionStartedAt: instantSchema,
  sessionId: idSchema.optional(),
  surface: textSchema(80),
  people: textSchema(200),
  route: nameSchema,
  routeId: idSchema.optional(),
  revision: numberSchema,
  setup: numberSchema,
  happenedAt: instantSchema,
  deviceAt: instantSchema.nullable().optional(),
  receivedAt: instantSchema.nullable().optional(),
  measurements: listOf(
    measurementSchema
      .omit({ checkpointId: true })
      .extend({ checkpoint: measurementSchema.shape.checkpointId }),
    { most: 50 },
  ).refine((list) => distinct(list.map((one) => one.checkpoint)), {
    get error() {
      return say`A run is measured once at each checkpoint.`;
    },
  }),
  outcomes: listOf(
    outcomeSchema.omit({ modelId: true }).extend({ model: outcomeSchema.shape.modelId }),
    { most: 50 },
  ).refine((list) => distinct(list.map((one) => one.model)), {
    get error() {
      return say`A model is judged once a run.`;
    },
  }),
  battery: runContent.battery,
  gyroAt: runContent.gyroAt,
  jig: runContent.jig,
  seconds: runContent.seconds,
  setAside: runContent.setAside,
  note: noteSchema,
  /** Whether it was taken back. */
  withdrawn: z.boolean().optional(),
  version: versionSchema.optional(),
  /** Fingerprint of what the device sent first, so that it can send it again. */
  sentHash: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable()
    .optional(),
});
export type RunRow = z.infer<typeof runRowSchema>;

export const runsFileSchema = z.strictObject({
  corvat: z.literal('runs'),
  version: z.literal(1),
  robot: nameSchema,
  runs: listOf(runRowSchema, { most: 200_000 }).refine(
    (runs) => distinct(runs.map(({ id }) => id)),
    {
      get error() {
        return say`Two runs have the same identifier.`;
      },
    },
  ),
  /** What a run's line does not say of its session. */
  sessions: listOf(
    z.strictObject({
      title: nameSchema,
      startedAt: instantSchema,
      note: noteSchema,
      goalRuns: sessionSchema.shape.goalRuns,
      goalHits: sessionSchema.shape.goalHits,
    }),
    { most: MOST },
  ).default([]),
  /** What the link recorded with runs, and photos of them. */
  telemetry: listOf(telemetryInFileSchema.extend({ run: idSchema }), { most: MOST }).default([]),
  photos: listOf(pictureSchema.extend({ run: idSchema }), { most: MOST }).default([]),
});
export type RunsFile = z.infer<typeof runsFileSchema>;

/** A match plan with its rehearsals; robot, field and routes are named, not contained. */
const matchFileSchema = z.strictObject({
  corvat: z.literal('match'),
  version: z.literal(1),
  name: nameSchema,
  ...identity,
  robot: nameSchema,
  robotId: idSchema.optional(),
  field: nameSchema,
  fieldId: idSchema.optional(),
  /** What the routes are called that the plan names by identifier. */
  routes: listOf(z.strictObject({ id: idSchema, name: nameSchema }), { most: 12 }),
  plan: matchPlanSchema,
  rehearsals: listOf(
    z.strictObject({
      id: idSchema,
      happenedAt: instantSchema,
      people: textSchema(200),
      events: listOf(z.strictObject({ id: idSchema, event: rehearsalEventSchema }), { most: 500 }),
    }),
    { most: MOST },
  ).default([]),
});
export type MatchFile = z.infer<typeof matchFileSchema>;

const singleFileSchema = z.discriminatedUnion('corvat', [
  robotFileSchema,
  fieldFileSchema,
  routeFileSchema,
  runsFileSchema,
  matchFileSchema,
]);

/** Several files in one, as Corvat wrote them up to 0.4: in the order in which they need each other. */
const bundleFileSchema = z.strictObject({
  corvat: z.literal('bundle'),
  version: z.literal(1),
  files: listOf(singleFileSchema, { least: 1, most: 4000 }),
});

const anyFileSchema = z.discriminatedUnion(
  'corvat',
  [
    robotFileSchema,
    fieldFileSchema,
    routeFileSchema,
    runsFileSchema,
    matchFileSchema,
    bundleFileSchema,
  ],
  {
    get error() {
      return say`This is not a robot, field, route, runs, match or bundle file of Corvat.`;
    },
  },
);
export type CorvatFile = z.infer<typeof anyFileSchema>;

/** The first line of a bundle. */
export const bundleHeadSchema = z.strictObject({
  corvat: z.literal('bundle'),
  version: z.literal(2),
  createdAt: instantSchema,
});

/**
 * A document of a bundle: one line of JSON each, in the order in which they need each other. What is
 * large stands in lines of its own, so that nobody has to hold a whole season at once.
 */
export const bundleLineSchema = z.discriminatedUnion('corvat', [
  robotFileSchema,
  fieldFileSchema,
  routeFileSchema,
  sessionSchema.extend({
    corvat: z.literal('session'),
    version: versionSchema,
    archivedAt: instantSchema.nullable(),
  }),
  runsFileSchema,
  matchFileSchema,
  telemetryLineSchema,
  columnPieceSchema,
  // What is known for measuring by pictures; a lens belongs to nobody.
  z.strictObject({ corvat: z.literal('camera'), note: cameraNoteSchema }),
  pictureSchema.extend({ corvat: z.literal('picture'), field: idSchema }),
  pictureSchema.extend({ corvat: z.literal('photo'), run: idSchema }),
  // The last line: how many documents stood before it, and the SHA-256 of their lines.
  z.strictObject({
    corvat: z.literal('end'),
    documents: z.int().nonnegative(),
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
  }),
]);
export type BundleLine = z.infer<typeof bundleLineSchema>;

/** Reads any JSON file of Corvat; throws a {@link FileError} with line and column. */
export function readJsonFile(text: string): CorvatFile {
  return readDocument(text.replace(/^\uFEFF/, ''), anyFileSchema);
}

/** Reads a JSON text against a schema; throws a {@link FileError} that names the place of the fault. */
export function readDocument<T>(text: string, schema: z.ZodType<T>): T {
  const excess = jsonExcess(text, FILE_LIMITS);
  if (excess !== null) throw new FileError(excess, 1, 1);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    const at = placeOf(text, faultOf(text));
    throw new FileError(say`the text is not JSON here.`, at.line, at.column);
  }
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  const at = placeOf(text, offsetOf(text, issue.path));
  const where = issue.path.length > 0 ? `${issue.path.map(String).join('.')}: ` : '';
  throw new FileError(`${where}${issue.message}`, at.line, at.column);
}

/** Writes a document as people can read it. Numbers keep every digit. */
export function writeJsonFile(file: CorvatFile): string {
  return `${JSON.stringify(file, null, 2)}\n`;
}

/** Where a text stops being JSON. */
function faultOf(text: string): number {
  let first: number | null = null;
  const onError = (_code: number, offset: number) => void (first ??= offset);
  visit(text, { onError }, { disallowComments: true, allowTrailingComma: false });
  return first ?? 0;
}

/** Where the value at a path begins, or the nearest one around it when it is missing. */
function offsetOf(text: string, path: readonly PropertyKey[]): number {
  let best = { length: -1, offset: 0 };
  const look = (offset: number, at: readonly (string | number)[]) => {
    if (at.length <= best.length || at.length > path.length) return;
    if (at.every((part, i) => part === path[i])) best = { length: at.length, offset };
  };
  visit(text, {
    onObjectBegin: (offset, _length, _line, _column, pathOf) => look(offset, pathOf()),
    onArrayBegin: (offset, _length, _line, _column, pathOf) => look(offset, pathOf()),
    onLiteralValue: (_value, offset, _length, _line, _column, pathOf) => look(offset, pathOf()),
  });
  return best.offset;
}

function placeOf(text: string, offset: number): { line: number; column: number } {
  let line = 1;
  let begins = 0;
  for (let at = text.indexOf('\n'); at !== -1 && at < offset; at = text.indexOf('\n', at + 1)) {
    line++;
    begins = at + 1;
  }
  return { line, column: offset - begins + 1 };
}
