import type { BundleLine, RunRow, RunsFile } from '../../core/formats/files.ts';
import { Conflict } from '../errors.ts';
import { cleanPicture } from '../pictures.ts';
import { setPhoto } from '../runs.ts';
import { tablesOf } from '../tables/index.ts';
import { instantOf, type IntakeContext } from './context.ts';
import { takeRecordingOfFile } from './telemetry.ts';
import { say } from '../../core/language/say.ts';

/** Runs that are written in one statement: the server has a limit for its length. */
const ROWS_AT_ONCE = 500;

/** Takes a session in, unless it is here. */
export async function takeSession(
  context: IntakeContext,
  session: Extract<BundleLine, { corvat: 'session' }>,
): Promise<void> {
  const { sessions } = tablesOf(context.database);
  const { corvat: _kind, id, startedAt, archivedAt, ...rest } = session;
  if ((await sessions.count({ where: { id } })) > 0) {
    context.recognise('session', id);
    return;
  }
  await sessions.create({
    id: context.fresh('sessions', id, true),
    ...rest,
    startedAt: new Date(startedAt),
    archivedAt: instantOf(archivedAt),
  });
}

/** Takes runs in that are not here yet. Throws a {@link Conflict} when what they belong to is missing. */
export async function takeRuns(context: IntakeContext, file: RunsFile): Promise<void> {
  const { runs, offsets, outcomes } = tablesOf(context.database);
  const places = new RunPlaces(context, file.sessions);
  const fresh: { row: RunRow; id: string; place: RunPlace }[] = [];
  let already = 0;
  for (let from = 0; from < file.runs.length; from += ROWS_AT_ONCE) {
    const some = file.runs.slice(from, from + ROWS_AT_ONCE);
    const known = await runs.findAll({
      where: { id: some.map((row) => row.id) },
      attributes: ['id'],
    });
    const knownIds = new Set(known.map((row) => row.id));
    const begins = fresh.length;
    for (const row of some) {
      // Runs of a route that came as a copy are copies too.
      const copied = row.routeId !== undefined && context.idOf(row.routeId) !== row.routeId;
      if (knownIds.has(row.id) && !copied) {
        context.recognise('run', row.id);
        already++;
        continue;
      }
      const place = await places.of(row);
      fresh.push({ row, id: context.fresh('runs', row.id, !copied), place });
    }
    const batch = fresh.slice(begins);
    await runs.bulkCreate(batch.map(({ row, id, place }) => runRowOf(row, id, place)));
    await offsets.bulkCreate(
      batch.flatMap(({ row, id }) =>
        row.measurements.map(({ checkpoint, ...offset }, position) => ({
          runId: id,
          position,
          checkpointId: checkpoint,
          ...offset,
        })),
      ),
    );
    await outcomes.bulkCreate(
      batch.flatMap(({ row, id }) =>
        row.outcomes.map(({ model, ...outcome }, position) => ({
          runId: id,
          position,
          modelId: model,
          ...outcome,
        })),
      ),
    );
  }
  const placed = new Map(fresh.map(({ row, place }) => [row.id, place]));
  for (const { run, ...recording } of file.telemetry) {
    const place = placed.get(run);
    if (place === undefined) continue;
    await takeRecordingOfFile(context, place.robotId, recording, context.idOf(run), false);
  }
  for (const photo of file.photos) if (placed.has(photo.run)) await takePhoto(context, photo);
  context.sentences.push(
    say`${fresh.length} runs are here${already > 0 ? say`; ${already} were here already` : ''}.`,
  );
}

/** Puts a photo to a run that came with this import. */
export async function takePhoto(
  context: IntakeContext,
  { run, type, base64 }: RunsFile['photos'][number],
): Promise<void> {
  const id = context.idOf(run);
  if (!context.wasMade('runs', id)) return;
  const picture = await cleanPicture(type, Buffer.from(base64, 'base64'));
  await setPhoto(context.database, id, picture);
}

function runRowOf(row: RunRow, id: string, { robotId: _robot, ...place }: RunPlace) {
  return {
    id,
    ...place,
    happenedAt: new Date(row.happenedAt),
    deviceAt: instantOf(row.deviceAt),
    receivedAt: instantOf(row.receivedAt),
    sentHash: row.sentHash ?? null,
    battery: row.battery,
    gyroAt: instantOf(row.gyroAt),
    jig: row.jig,
    seconds: row.seconds,
    setAside: row.setAside,
    note: row.note,
    withdrawn: row.withdrawn ?? false,
    version: row.version ?? 0,
  };
}

interface RunPlace {
  sessionId: string;
  revisionId: string;
  setupId: string;
  robotId: string;
}

/** Finds what runs of a file belong to, by identifier or by name and number, each only once. */
class RunPlaces {
  private readonly found = new Map<string, RunPlace>();

  constructor(
    private readonly context: IntakeContext,
    private readonly sessions: RunsFile['sessions'],
  ) {}

  async of(row: RunRow): Promise<RunPlace> {
    const key = JSON.stringify([
      row.routeId ?? row.route,
      row.revision,
      row.setup,
      row.sessionId ?? [row.session, row.sessionStartedAt],
    ]);
    const known = this.found.get(key);
    if (known !== undefined) return known;
    const place = await this.look(row);
    this.found.set(key, place);
    return place;
  }

  private async look(row: RunRow): Promise<RunPlace> {
    const { routes, revisions, setups } = tablesOf(this.context.database);
    const byId =
      row.routeId === undefined ? null : await routes.findByPk(this.context.idOf(row.routeId));
    const route =
      byId ??
      (await routes.findOne({
        where: { name: this.context.nameOf('route', row.route) },
        order: [['createdAt', 'DESC']],
      }));
    if (route === null)
      throw new Conflict(say`No route is called “${row.route}”. Import it first.`);
    const revision = await revisions.findOne({
      where: { routeId: route.id, number: row.revision },
    });
    if (revision === null) {
      throw new Conflict(say`Route “${row.route}” has no revision ${row.revision}.`);
    }
    const setup = await setups.findOne({
      where: { robotId: route.robotId, number: row.setup },
    });
    if (setup === null) throw new Conflict(say`The robot has no setup ${row.setup}.`);
    return {
      sessionId: await this.sessionOf(row),
      revisionId: revision.id,
      setupId: setup.id,
      robotId: route.robotId,
    };
  }

  private async sessionOf(row: RunRow): Promise<string> {
    const { sessions } = tablesOf(this.context.database);
    if (row.sessionId !== undefined) {
      const session = await sessions.findByPk(this.context.idOf(row.sessionId));
      if (session !== null) return session.id;
    }
    const startedAt = new Date(row.sessionStartedAt);
    const stored = await sessions.findOne({ where: { title: row.session, startedAt } });
    if (stored !== null) return stored.id;
    const more = this.sessions.find(
      (one) => one.title === row.session && one.startedAt === row.sessionStartedAt,
    );
    const session = await sessions.create({
      id: this.context.fresh('sessions', row.sessionId, true),
      title: row.session,
      startedAt,
      surface: row.surface,
      people: row.people,
      note: more?.note ?? '',
      goalRuns: more?.goalRuns ?? null,
      goalHits: more?.goalHits ?? null,
    });
    return session.id;
  }
}
