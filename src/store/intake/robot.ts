import { randomUUID } from 'node:crypto';
import type { Bench } from '../../core/benches/index.ts';
import type { RobotFile } from '../../core/formats/files.ts';
import { recordingOf } from '../benchRecords.ts';
import { Conflict } from '../errors.ts';
import { tablesOf } from '../tables/index.ts';
import { counted, freeName, instantOf, missingParts, type IntakeContext } from './context.ts';
import { takeRecordingOfFile } from './telemetry.ts';
import { say } from '../../core/language/say.ts';

/** Takes a robot in, or what a robot that is here lacks of it. */
export async function takeRobot(context: IntakeContext, file: RobotFile): Promise<void> {
  const { robots, setups, benchRecords } = tablesOf(context.database);
  const stored = file.id === undefined || context.copy ? null : await robots.findByPk(file.id);
  if (stored !== null) {
    const where = { where: { robotId: stored.id }, attributes: ['id', 'number'] };
    const newSetups = missingParts(file.setups, await setups.findAll(where));
    const newRecords = missingParts(file.benchRecords, await benchRecords.findAll(where));
    if (newSetups !== 'divergent' && newRecords !== 'divergent') {
      context.recognise('robot', stored.id);
      await add(context, stored.id, { ...file, setups: newSetups, benchRecords: newRecords }, true);
      return;
    }
  }
  const keep = stored === null && !context.copy;
  const name =
    keep && file.id !== undefined
      ? file.name
      : await freeName(file.name, (taken) => robots.count({ where: { name: taken } }));
  const id = context.fresh('robots', file.id, keep);
  context.rename('robot', file.name, name);
  await robots.create({
    id,
    name,
    createdAt: file.createdAt === undefined ? new Date() : new Date(file.createdAt),
    archivedAt: instantOf(file.archivedAt),
  });
  await add(context, id, file, keep);
  context.sentences.push(
    say`Robot “${name}” is here, with ${counted(file.setups.length, 'setup revision')}.`,
  );
}

async function add(
  context: IntakeContext,
  robotId: string,
  file: RobotFile,
  keep: boolean,
): Promise<void> {
  const { setups, benchRecords } = tablesOf(context.database);
  await setups.bulkCreate(
    file.setups.map(({ id, createdAt, ...setup }) => ({
      id: context.fresh('setups', id, keep),
      robotId,
      ...setup,
      createdAt: new Date(createdAt),
    })),
  );
  // In a file without identifiers of its own a recording gets another: the file can be taken in twice.
  const keepsRecordings = keep && file.id !== undefined;
  for (const recording of file.telemetry) {
    await takeRecordingOfFile(context, robotId, recording, null, keepsRecordings);
  }
  const inFile = new Set(file.telemetry.map(({ id }) => id));
  await benchRecords.bulkCreate(
    file.benchRecords.map(({ id, createdAt, number, bench }) => ({
      id: context.fresh('benchRecords', id, keep),
      robotId,
      number,
      kind: bench.kind,
      bench: withRecording(context, bench, number, keepsRecordings, inFile),
      createdAt: new Date(createdAt),
    })),
  );
}

/** The bench with its recording under the identifier that it has here. */
function withRecording(
  context: IntakeContext,
  bench: Bench,
  number: number,
  keep: boolean,
  inFile: ReadonlySet<string>,
): Bench {
  const recording = recordingOf(bench);
  if (recording === null) return bench;
  if (!inFile.has(recording)) {
    // A bundle brings its recordings in lines of their own, later.
    if (context.idOf(recording) === recording && !keep) {
      if (!context.fromBundle) {
        throw new Conflict(say`Bench record ${number} stands on a recording that the file lacks.`);
      }
      context.foresee(recording, randomUUID());
    }
  }
  return { ...bench, telemetry: context.idOf(recording) } as Bench;
}
