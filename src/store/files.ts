import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type {
  BundleFile,
  CorvatFile,
  FieldFile,
  RobotFile,
  RouteFile,
  PICTURE_TYPES,
  SingleFile,
} from '../contracts/files.ts';
import type { Bench } from '../contracts/bench.ts';
import { planFaults } from '../core/route/moves.ts';
import { Conflict } from './errors.ts';
import { getField, getPicture, setPicture } from './fields.ts';
import { listBenchRecords, recordingOf } from './benchRecords.ts';
import { getRobot, listSetups } from './robots.ts';
import type { Imported } from './imported.ts';
import { getRoute, listRevisions } from './routes.ts';
import { importRuns, runsFile } from './runFiles.ts';
import { tablesOf } from './tables.ts';
import { importTelemetry, telemetryInFile } from './telemetry.ts';

type PictureType = (typeof PICTURE_TYPES)[number];

/** A robot with every setup and bench record, as a file. */
export async function robotFile(database: Sequelize, id: string): Promise<RobotFile> {
  const robot = await getRobot(database, id);
  const [setups, records] = await Promise.all([
    listSetups(database, id),
    listBenchRecords(database, id),
  ]);
  return {
    corvat: 'robot',
    version: 1,
    name: robot.name,
    setups: setups.reverse().map(({ number, reason, createdAt, setup, sources }) => ({
      number,
      reason,
      createdAt,
      setup,
      sources,
    })),
    benchRecords: records
      .reverse()
      .map(({ number, createdAt, bench }) => ({ number, createdAt, bench })),
    telemetry: await telemetryInFile(
      database,
      records.flatMap(({ bench }) => recordingOf(bench) ?? []),
    ),
  };
}

export async function fieldFile(database: Sequelize, id: string): Promise<FieldFile> {
  const { name, field } = await getField(database, id);
  const picture = field.picture === null ? null : await getPicture(database, id);
  return {
    corvat: 'field',
    version: 1,
    name,
    field,
    picture:
      picture === null
        ? null
        : {
            type: picture.type as PictureType,
            base64: picture.bytes.toString('base64'),
          },
  };
}

/** A route with every revision, as a file. */
export async function routeFile(database: Sequelize, id: string): Promise<RouteFile> {
  const route = await getRoute(database, id);
  const [robot, field, revisions] = await Promise.all([
    getRobot(database, route.robotId),
    getField(database, route.fieldId),
    listRevisions(database, id),
  ]);
  return {
    corvat: 'route',
    version: 1,
    name: route.name,
    robot: robot.name,
    field: field.name,
    goal: route.goal,
    revisions: revisions.reverse().map(({ id: _id, routeId: _route, ...revision }) => revision),
  };
}

/** Everything of a route that another Corvat needs: its robot, its field, itself and its runs. */
export async function routeBundle(database: Sequelize, routeId: string): Promise<BundleFile> {
  const route = await getRoute(database, routeId);
  return {
    corvat: 'bundle',
    version: 1,
    files: await Promise.all([
      robotFile(database, route.robotId),
      fieldFile(database, route.fieldId),
      routeFile(database, routeId),
      runsFile(database, routeId),
    ]),
  };
}

/** Everything that is here. */
export async function wholeBundle(database: Sequelize): Promise<BundleFile> {
  const { robots, fields, routes } = tablesOf(database);
  const [robotRows, fieldRows, routeRows] = await Promise.all([
    robots.findAll({ order: [['createdAt', 'ASC']], attributes: ['id'] }),
    fields.findAll({ order: [['createdAt', 'ASC']], attributes: ['id'] }),
    routes.findAll({ order: [['createdAt', 'ASC']], attributes: ['id'] }),
  ]);
  const files: BundleFile['files'] = [];
  for (const { id } of robotRows) files.push(await robotFile(database, id));
  for (const { id } of fieldRows) files.push(await fieldFile(database, id));
  for (const { id } of routeRows) files.push(await routeFile(database, id));
  for (const { id } of routeRows) files.push(await runsFile(database, id));
  return { corvat: 'bundle', version: 1, files };
}

/** Takes files in, all of them whole or nothing. Throws a {@link Conflict} when one does not fit. */
export async function importFiles(
  database: Sequelize,
  files: readonly CorvatFile[],
): Promise<Imported[]> {
  return database.transaction(async (transaction) => {
    const imported: Imported[] = [];
    for (const file of files) imported.push(await importFile(database, file, transaction));
    return imported;
  });
}

function importFile(
  database: Sequelize,
  file: CorvatFile,
  transaction: Transaction,
): Promise<Imported> {
  switch (file.corvat) {
    case 'robot':
      return importRobot(database, file, transaction);
    case 'field':
      return importField(database, file, transaction);
    case 'route':
      return importRoute(database, file, transaction);
    case 'runs':
      return importRuns(database, file, transaction);
    case 'bundle':
      return importBundle(database, file, transaction);
  }
}

/** Names in a bundle, and those under which the things are kept here. */
type Renamed = Record<'robot' | 'field' | 'route', Map<string, string>>;

function withNewNames(file: SingleFile, { robot, field, route }: Renamed): SingleFile {
  switch (file.corvat) {
    case 'robot':
    case 'field':
      return file;
    case 'route':
      return {
        ...file,
        robot: robot.get(file.robot) ?? file.robot,
        field: field.get(file.field) ?? file.field,
      };
    case 'runs':
      return {
        ...file,
        runs: file.runs.map((run) => ({ ...run, route: route.get(run.route) ?? run.route })),
      };
  }
}

async function importBundle(
  database: Sequelize,
  { files }: BundleFile,
  transaction: Transaction,
): Promise<Imported> {
  const sentences: string[] = [];
  const renamed: Renamed = { robot: new Map(), field: new Map(), route: new Map() };
  for (const file of files) {
    const { kind, name, sentence } = await importFile(
      database,
      withNewNames(file, renamed),
      transaction,
    );
    // What came under another name is meant by that name in the rest of the bundle.
    if ('name' in file && name !== undefined && kind in renamed) {
      renamed[kind as keyof Renamed].set(file.name, name);
    }
    sentences.push(sentence);
  }
  return { kind: 'bundle', sentence: sentences.join(' ') };
}

async function importRobot(
  database: Sequelize,
  file: RobotFile,
  transaction: Transaction,
): Promise<Imported> {
  const { robots, setups, benchRecords } = tablesOf(database);
  const name = await freeName(file.name, (taken) =>
    robots.count({ where: { name: taken }, transaction }),
  );
  const robotId = randomUUID();
  await robots.create({ id: robotId, name, createdAt: new Date() }, { transaction });
  await setups.bulkCreate(
    file.setups.map(({ createdAt, ...setup }) => ({
      id: randomUUID(),
      robotId,
      ...setup,
      createdAt: new Date(createdAt),
    })),
    { transaction },
  );
  // The same file can be taken in twice, so its recordings get identifiers of their own.
  const recordings = new Map(file.telemetry.map(({ id }) => [id, randomUUID()]));
  for (const recording of file.telemetry) {
    const id = recordings.get(recording.id)!;
    await importTelemetry(database, robotId, id, recording, transaction);
  }
  await benchRecords.bulkCreate(
    file.benchRecords.map(({ createdAt, number, bench }) => ({
      id: randomUUID(),
      robotId,
      number,
      kind: bench.kind,
      bench: withRecordings(bench, recordings, number),
      createdAt: new Date(createdAt),
    })),
    { transaction },
  );
  return {
    kind: 'robot',
    name,
    sentence: `Robot “${name}” is here, with ${file.setups.length} setup revisions.`,
  };
}

/** The bench with its recording under the identifier that it has here. */
function withRecordings(bench: Bench, here: ReadonlyMap<string, string>, number: number): Bench {
  const recording = recordingOf(bench);
  if (recording === null) return bench;
  const id = here.get(recording);
  if (id === undefined) {
    throw new Conflict(`Bench record ${number} stands on a recording that the file lacks.`);
  }
  return { ...bench, telemetry: id } as Bench;
}

async function importField(
  database: Sequelize,
  file: FieldFile,
  transaction: Transaction,
): Promise<Imported> {
  const { fields } = tablesOf(database);
  const name = await freeName(file.name, (taken) =>
    fields.count({ where: { name: taken }, transaction }),
  );
  const id = randomUUID();
  await fields.create({ id, name, field: file.field, createdAt: new Date() }, { transaction });
  if (file.picture !== null) {
    const bytes = Buffer.from(file.picture.base64, 'base64');
    await setPicture(database, id, { type: file.picture.type, bytes }, transaction);
  }
  return {
    kind: 'field',
    name,
    sentence: `Field “${name}” is here, with ${file.field.models.length} models.`,
  };
}

async function importRoute(
  database: Sequelize,
  file: RouteFile,
  transaction: Transaction,
): Promise<Imported> {
  const { robots, fields, routes, revisions } = tablesOf(database);
  const newest = { order: [['createdAt', 'DESC']] as [string, string][], transaction };
  const robot = await robots.findOne({ where: { name: file.robot }, ...newest });
  if (robot === null) {
    throw new Conflict(`This route is for robot “${file.robot}”. Import that robot first.`);
  }
  const field = await fields.findOne({ where: { name: file.field }, ...newest });
  if (field === null) {
    throw new Conflict(`This route is on field “${file.field}”. Import that field first.`);
  }
  for (const revision of file.revisions) {
    const fault = planFaults(revision.plan, field.field)[0];
    if (fault !== undefined) throw new Conflict(`Revision ${revision.number}: ${fault}`);
  }
  const name = await freeName(file.name, (taken) =>
    routes.count({ where: { name: taken }, transaction }),
  );
  const routeId = randomUUID();
  await routes.create(
    {
      id: routeId,
      name,
      robotId: robot.id,
      fieldId: field.id,
      goal: file.goal,
      createdAt: new Date(),
    },
    { transaction },
  );
  await revisions.bulkCreate(
    file.revisions.map(({ createdAt, ...revision }) => ({
      id: randomUUID(),
      routeId,
      ...revision,
      createdAt: new Date(createdAt),
    })),
    { transaction },
  );
  return {
    kind: 'route',
    name,
    sentence: `Route “${name}” is here, with ${file.revisions.length} revisions.`,
  };
}

async function freeName(wanted: string, taken: (name: string) => Promise<number>): Promise<string> {
  if ((await taken(wanted)) === 0) return wanted;
  for (let copy = 2; ; copy++) {
    const suffix = ` (${copy})`;
    const name = wanted.slice(0, 80 - suffix.length) + suffix;
    if ((await taken(name)) === 0) return name;
  }
}
