import type { ZodType } from 'zod';
import { fieldSchema } from '../core/field/schema.ts';
import { parametersSchema } from '../core/robot/parameters.ts';
import { planSchema } from '../core/route/planSchema.ts';
import {
  DataTypes,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';
import type { Sources } from '../core/robot/sources.ts';
import type { Bench } from '../core/benches/index.ts';
import type { TelemetryCreate } from '../contracts/telemetry.ts';
import type { PracticeCommand } from '../core/practice/commands.ts';
import type { Acknowledgement } from '../core/telemetry/acknowledgement.ts';
import type { PredictedEffect } from '../core/analysis/runs/predictedEffect.ts';
import type { Field } from '../core/field/field.ts';
import type { RobotParameters } from '../core/robot/parameters.ts';
import type { RoutePlan } from '../core/route/plan.ts';

interface Row<T extends Model> extends Model<InferAttributes<T>, InferCreationAttributes<T>> {
  id: string;
}

export interface RobotRow extends Row<RobotRow> {
  name: string;
  version: CreationOptional<number>;
  createdAt: Date;
  archivedAt: CreationOptional<Date | null>;
}
export interface SetupRow extends Row<SetupRow> {
  robotId: string;
  number: number;
  reason: string;
  setup: RobotParameters;
  sources: Sources;
  createdAt: Date;
}
export interface BenchRow extends Row<BenchRow> {
  robotId: string;
  number: number;
  kind: string;
  bench: Bench;
  createdAt: Date;
}
export interface FieldRow extends Row<FieldRow> {
  name: string;
  version: CreationOptional<number>;
  createdAt: Date;
  archivedAt: CreationOptional<Date | null>;
}
export interface FieldRevisionRow extends Row<FieldRevisionRow> {
  fieldId: string;
  number: number;
  reason: string;
  field: Field;
  createdAt: Date;
}
interface PictureRow extends Model<
  InferAttributes<PictureRow>,
  InferCreationAttributes<PictureRow>
> {
  fieldId: string;
  type: string;
  bytes: Buffer;
}

export interface RouteRow extends Row<RouteRow> {
  name: string;
  robotId: string;
  fieldId: string;
  goal: number;
  version: CreationOptional<number>;
  createdAt: Date;
  archivedAt: CreationOptional<Date | null>;
}
export interface RevisionRow extends Row<RevisionRow> {
  routeId: string;
  fieldRevisionId: string;
  number: number;
  parent: number | null;
  origin: 'hand' | 'aim' | 'bench';
  reason: string;
  plan: RoutePlan;
  promises: PredictedEffect[];
  createdAt: Date;
}
export interface SessionRow extends Row<SessionRow> {
  title: string;
  startedAt: Date;
  surface: string;
  people: string;
  note: string;
  goalRuns: number | null;
  goalHits: number | null;
  version: CreationOptional<number>;
  archivedAt: CreationOptional<Date | null>;
}
export interface RunRecordRow extends Row<RunRecordRow> {
  sessionId: string;
  revisionId: string;
  setupId: string;
  /** By the server's clock: what the device said, corrected by how far its clock is off. */
  happenedAt: Date;
  deviceAt: Date | null;
  receivedAt: Date | null;
  /** SHA-256 of what the device sent first: sending the same again is known by it. */
  sentHash: string | null;
  battery: number | null;
  gyroAt: Date | null;
  jig: boolean | null;
  seconds: number | null;
  setAside: string | null;
  note: string;
  withdrawn: CreationOptional<boolean>;
  version: CreationOptional<number>;
}
interface OffsetRow extends Model<InferAttributes<OffsetRow>, InferCreationAttributes<OffsetRow>> {
  runId: string;
  position: number;
  checkpointId: string;
  along: number;
  left: number;
  turned: number | null;
}
interface OutcomeRow extends Model<
  InferAttributes<OutcomeRow>,
  InferCreationAttributes<OutcomeRow>
> {
  runId: string;
  position: number;
  modelId: string;
  hit: boolean;
  points: number | null;
}
interface PhotoRow extends Model<InferAttributes<PhotoRow>, InferCreationAttributes<PhotoRow>> {
  runId: string;
  type: string;
  bytes: Buffer;
}

export interface TelemetryRow extends Row<TelemetryRow> {
  robotId: string;
  runId: string | null;
  rows: number;
  columns: TelemetryCreate['columns'];
  events: TelemetryCreate['events'];
  createdAt: Date;
}
interface ChunkRow extends Model<InferAttributes<ChunkRow>, InferCreationAttributes<ChunkRow>> {
  telemetryId: string;
  name: string;
  /** From 0; the pieces of a column make its bytes in this order. */
  position: number;
  bytes: Buffer;
}
export interface LinkRow extends Model<InferAttributes<LinkRow>, InferCreationAttributes<LinkRow>> {
  token: string;
  publicId: string;
  robotId: string;
  name: string;
  practice: boolean;
  receipt: Acknowledgement;
  /** How many batches of lines have been stored. */
  batches: number;
  lastAt: Date | null;
  createdAt: Date;
}
interface LinkBatchRow extends Model<
  InferAttributes<LinkBatchRow>,
  InferCreationAttributes<LinkBatchRow>
> {
  linkId: string;
  number: number;
  lines: string;
  createdAt: Date;
}
interface LinkCommandRow extends Model<
  InferAttributes<LinkCommandRow>,
  InferCreationAttributes<LinkCommandRow>
> {
  number: CreationOptional<number>;
  linkId: string;
  command: PracticeCommand;
  createdAt: Date;
}

export interface ImportRow extends Row<ImportRow> {
  sha256: string;
  sentence: string;
  made: Made;
  createdAt: Date;
  undoneAt: Date | null;
}

/** Identifiers of everything that an import made, by table. */
export type Made = Partial<
  Record<
    | 'robots'
    | 'setups'
    | 'benchRecords'
    | 'fields'
    | 'fieldRevisions'
    | 'routes'
    | 'revisions'
    | 'sessions'
    | 'runs'
    | 'telemetry',
    string[]
  >
>;

/** The tables of one connection. */
export interface Tables {
  robots: ModelStatic<RobotRow>;
  setups: ModelStatic<SetupRow>;
  benchRecords: ModelStatic<BenchRow>;
  fields: ModelStatic<FieldRow>;
  fieldRevisions: ModelStatic<FieldRevisionRow>;
  routes: ModelStatic<RouteRow>;
  revisions: ModelStatic<RevisionRow>;
  sessions: ModelStatic<SessionRow>;
  runs: ModelStatic<RunRecordRow>;
  offsets: ModelStatic<OffsetRow>;
  outcomes: ModelStatic<OutcomeRow>;
  photos: ModelStatic<PhotoRow>;
  telemetry: ModelStatic<TelemetryRow>;
  chunks: ModelStatic<ChunkRow>;
  pictures: ModelStatic<PictureRow>;
  links: ModelStatic<LinkRow>;
  linkBatches: ModelStatic<LinkBatchRow>;
  linkCommands: ModelStatic<LinkCommandRow>;
  imports: ModelStatic<ImportRow>;
}

const defined = new WeakMap<Sequelize, Tables>();

/** The tables on a connection, defined once for each. */
export function tablesOf(database: Sequelize): Tables {
  let tables = defined.get(database);
  if (tables === undefined) {
    tables = define(database);
    defined.set(database, tables);
  }
  return tables;
}

// Functions, because Sequelize writes the column's name into the description it is given.
const id = () => ({ type: DataTypes.CHAR(36), primaryKey: true });
const reference = () => ({ type: DataTypes.CHAR(36), allowNull: false });
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const integer = () => ({ type: DataTypes.INTEGER, allowNull: false });
const double = () => ({ type: DataTypes.DOUBLE, allowNull: false });
const instant = () => ({ type: DataTypes.DATE(3), allowNull: false });
const maybeInstant = () => ({ type: DataTypes.DATE(3) });
const version = () => ({ type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 });
const name = () => ({ type: DataTypes.STRING(80), allowNull: false });

/**
 * A document as JSON text: MariaDB has no JSON type of its own, and text keeps every digit.
 *
 * @param schema brings documents that an earlier version wrote up to date when they are read
 */
function documentColumn(column: string, schema?: ZodType) {
  return {
    type: DataTypes.TEXT('long'),
    allowNull: false,
    get(this: Model): unknown {
      const stored = this.getDataValue(column) as unknown;
      const document = typeof stored === 'string' ? (JSON.parse(stored) as unknown) : stored;
      return schema === undefined ? document : schema.parse(document);
    },
    set(this: Model, value: unknown): void {
      this.setDataValue(column, JSON.stringify(value));
    },
  };
}

function define(database: Sequelize): Tables {
  return {
    robots: database.define<RobotRow>('robots', {
      id: id(),
      name: name(),
      version: version(),
      createdAt: instant(),
      archivedAt: maybeInstant(),
    }),
    setups: database.define<SetupRow>('setups', {
      id: id(),
      robotId: reference(),
      number: integer(),
      reason: text(),
      setup: documentColumn('setup', parametersSchema),
      sources: documentColumn('sources'),
      createdAt: instant(),
    }),
    benchRecords: database.define<BenchRow>('bench_records', {
      id: id(),
      robotId: reference(),
      number: integer(),
      kind: { type: DataTypes.STRING(20), allowNull: false },
      bench: documentColumn('bench'),
      createdAt: instant(),
    }),
    fields: database.define<FieldRow>('fields', {
      id: id(),
      name: name(),
      version: version(),
      createdAt: instant(),
      archivedAt: maybeInstant(),
    }),
    fieldRevisions: database.define<FieldRevisionRow>('field_revisions', {
      id: id(),
      fieldId: reference(),
      number: integer(),
      reason: text(),
      field: documentColumn('field', fieldSchema),
      createdAt: instant(),
    }),
    pictures: database.define<PictureRow>('field_pictures', {
      fieldId: { ...reference(), primaryKey: true },
      type: { type: DataTypes.STRING(40), allowNull: false },
      bytes: { type: DataTypes.BLOB('long'), allowNull: false },
    }),
    routes: database.define<RouteRow>('routes', {
      id: id(),
      name: name(),
      robotId: reference(),
      fieldId: reference(),
      goal: double(),
      version: version(),
      createdAt: instant(),
      archivedAt: maybeInstant(),
    }),
    revisions: database.define<RevisionRow>('revisions', {
      id: id(),
      routeId: reference(),
      fieldRevisionId: reference(),
      number: integer(),
      parent: { type: DataTypes.INTEGER },
      origin: { type: DataTypes.STRING(10), allowNull: false },
      reason: text(),
      plan: documentColumn('plan', planSchema),
      promises: documentColumn('promises'),
      createdAt: instant(),
    }),
    sessions: database.define<SessionRow>('sessions', {
      id: id(),
      title: name(),
      startedAt: instant(),
      surface: name(),
      people: { type: DataTypes.STRING(200), allowNull: false },
      note: text(),
      goalRuns: { type: DataTypes.INTEGER },
      goalHits: { type: DataTypes.INTEGER },
      version: version(),
      archivedAt: maybeInstant(),
    }),
    runs: database.define<RunRecordRow>('runs', {
      id: id(),
      sessionId: reference(),
      revisionId: reference(),
      setupId: reference(),
      happenedAt: instant(),
      deviceAt: maybeInstant(),
      receivedAt: maybeInstant(),
      sentHash: { type: DataTypes.CHAR(64) },
      battery: { type: DataTypes.DOUBLE },
      gyroAt: maybeInstant(),
      jig: { type: DataTypes.BOOLEAN },
      seconds: { type: DataTypes.DOUBLE },
      setAside: { type: DataTypes.STRING(200) },
      note: text(),
      withdrawn: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      version: version(),
    }),
    offsets: database.define<OffsetRow>('run_offsets', {
      runId: { ...reference(), primaryKey: true },
      position: integer(),
      checkpointId: { type: DataTypes.STRING(40), allowNull: false, primaryKey: true },
      along: double(),
      left: double(),
      turned: { type: DataTypes.DOUBLE },
    }),
    outcomes: database.define<OutcomeRow>('run_outcomes', {
      runId: { ...reference(), primaryKey: true },
      position: integer(),
      modelId: { type: DataTypes.STRING(40), allowNull: false, primaryKey: true },
      hit: { type: DataTypes.BOOLEAN, allowNull: false },
      points: { type: DataTypes.DOUBLE },
    }),
    photos: database.define<PhotoRow>('run_photos', {
      runId: { ...reference(), primaryKey: true },
      type: { type: DataTypes.STRING(40), allowNull: false },
      bytes: { type: DataTypes.BLOB('long'), allowNull: false },
    }),
    telemetry: database.define<TelemetryRow>(
      'telemetry',
      {
        id: id(),
        robotId: reference(),
        runId: { type: DataTypes.CHAR(36) },
        rows: integer(),
        columns: documentColumn('columns'),
        events: documentColumn('events'),
        createdAt: instant(),
      },
      { freezeTableName: true },
    ),
    chunks: database.define<ChunkRow>('telemetry_chunks', {
      telemetryId: { ...reference(), primaryKey: true },
      name: { type: DataTypes.STRING(40), allowNull: false, primaryKey: true },
      position: { type: DataTypes.INTEGER, allowNull: false, primaryKey: true },
      bytes: { type: DataTypes.BLOB('medium'), allowNull: false },
    }),
    links: database.define<LinkRow>('links', {
      token: { type: DataTypes.CHAR(22), primaryKey: true, field: 'id' },
      publicId: reference(),
      robotId: reference(),
      name: name(),
      practice: { type: DataTypes.BOOLEAN, allowNull: false },
      receipt: documentColumn('receipt'),
      batches: integer(),
      lastAt: maybeInstant(),
      createdAt: instant(),
    }),
    linkBatches: database.define<LinkBatchRow>('link_batches', {
      linkId: { type: DataTypes.CHAR(22), primaryKey: true },
      number: { type: DataTypes.INTEGER, primaryKey: true },
      lines: { type: DataTypes.TEXT('long'), allowNull: false },
      createdAt: instant(),
    }),
    linkCommands: database.define<LinkCommandRow>('link_commands', {
      number: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      linkId: { type: DataTypes.CHAR(22), allowNull: false },
      command: documentColumn('command'),
      createdAt: instant(),
    }),
    imports: database.define<ImportRow>('imports', {
      id: id(),
      sha256: { type: DataTypes.CHAR(64), allowNull: false },
      sentence: text(),
      made: documentColumn('made'),
      createdAt: instant(),
      undoneAt: maybeInstant(),
    }),
  };
}
