import type { Sources } from '../core/robot/sources.ts';
import { randomUUID } from 'node:crypto';
import { Op, type Includeable, type Sequelize } from 'sequelize';
import type { z } from 'zod';
import type { Link } from '../contracts/link.ts';
import type { GyroCheck, Robot, setupCreateSchema, SetupRevision } from '../contracts/robots.ts';
import { STARTING_SETUP } from '../core/robot/parameters.ts';
import { inTransaction } from './database.ts';
import { NotFound, StaleEdit } from './errors.ts';
import { tablesOf } from './tables/index.ts';
import type { LinkRow } from './tables/links.ts';
import type { BenchRow, RobotRow, SetupRow } from './tables/robots.ts';
import { linkOf } from './linkOf.ts';
import { say } from '../core/language/say.ts';

/** All robots that are in use, each with its newest setup, by name. */
export async function listRobots(database: Sequelize): Promise<Robot[]> {
  const { robots, setups } = tablesOf(database);
  const rows = await setups.findAll({
    where: { number: { [Op.eq]: database.literal(NEWEST_SETUP) } },
    include: [{ model: robots, as: 'robot', where: { archivedAt: null } }],
    order: [[database.col('robot.name'), 'ASC']],
  });
  return rows.map((row) => robotOf(row as SetupOfRobot));
}

const NEWEST_SETUP =
  '(SELECT MAX(number) FROM setups AS other WHERE other.robot_id = setups.robot_id)';

/** One robot with its newest setup; throws {@link NotFound}. */
export async function getRobot(database: Sequelize, id: string): Promise<Robot> {
  return robotOf(await newestSetup(database, id, []));
}

/** A robot as a sheet shows it: with the newest check of its gyro and the newest link to its hub. */
export interface RobotAtWork {
  robot: Robot;
  gyro: GyroCheck | null;
  link: Link | null;
}

/** One robot at work, in one question; throws {@link NotFound}. */
export async function getRobotAtWork(database: Sequelize, id: string): Promise<RobotAtWork> {
  const { benchRecords, links } = tablesOf(database);
  const newest = (table: string, column: string, order: string, where = '') => ({
    [Op.eq]: database.literal(
      `(SELECT ${column} FROM ${table} AS other WHERE other.robot_id = robot.id ${where}ORDER BY ${order} DESC LIMIT 1)`,
    ),
  });
  const row = await newestSetup(database, id, [
    {
      model: benchRecords,
      as: 'rest',
      required: false,
      where: { id: newest('bench_records', 'id', 'number', "AND other.kind = 'rest' ") },
    },
    {
      model: links,
      as: 'link',
      required: false,
      where: { token: newest('links', 'id', 'created_at') },
    },
  ]);
  const { rest, link } = row.robot;
  return {
    robot: robotOf(row),
    gyro: rest == null ? null : gyroCheckOf(rest),
    link: link == null ? null : linkOf(link),
  };
}

/** What the record of a gyro at rest says of it: the go or no-go of a robot's benches. */
function gyroCheckOf({ bench, createdAt }: BenchRow): GyroCheck | null {
  if (bench.kind !== 'rest') return null;
  const { fitness, sentence, found } = bench;
  return { fitness, sentence, drift: found.bias.value, at: createdAt.toISOString() };
}

/** The newest setup of a robot, with the robot and what else of it is wanted. */
async function newestSetup(
  database: Sequelize,
  robotId: string,
  include: Includeable[],
): Promise<SetupOfRobot> {
  const { robots, setups } = tablesOf(database);
  const row = await setups.findOne({
    where: { robotId },
    include: [{ model: robots, as: 'robot', required: true, include }],
    order: [['number', 'DESC']],
  });
  if (row === null) throw new NotFound(say`robot`);
  return row as SetupOfRobot;
}

/** A setup with its robot, and of the robot what was asked for. */
type SetupOfRobot = SetupRow & {
  robot: RobotRow & { rest?: BenchRow | null; link?: LinkRow | null };
};

/** A new robot with what is known of it as revision 1 of its setup. */
export async function createRobot(
  database: Sequelize,
  name: string,
  setup = STARTING_SETUP,
  sources: Sources = {},
): Promise<Robot> {
  const { robots, setups } = tablesOf(database);
  return inTransaction(database, async () => {
    const row = await robots.create({ id: randomUUID(), name, createdAt: new Date() });
    await setups.create({
      id: randomUUID(),
      robotId: row.id,
      number: 1,
      reason:
        Object.keys(sources).length === 0 ? say`Starting values` : say`Ruler and starting values`,
      setup,
      sources,
      createdAt: new Date(),
    });
    return getRobot(database, row.id);
  });
}

/** Gives a robot another name; throws {@link StaleEdit} when somebody was quicker. */
export async function renameRobot(
  database: Sequelize,
  id: string,
  change: { name: string; version: number },
): Promise<Robot> {
  const [changed] = await tablesOf(database).robots.update(
    { name: change.name, version: change.version + 1 },
    { where: { id, version: change.version } },
  );
  const stored = await getRobot(database, id);
  if (changed === 0) throw new StaleEdit(say`robot`, stored);
  return stored;
}

/** All setup revisions of a robot, newest first. */
export async function listSetups(database: Sequelize, robotId: string): Promise<SetupRevision[]> {
  const rows = await tablesOf(database).setups.findAll({
    where: { robotId },
    order: [['number', 'DESC']],
  });
  return rows.map(setupOf);
}

/** Adds a setup revision on top of the newest; a stale one is refused with both at hand. */
export async function addSetup(
  database: Sequelize,
  robotId: string,
  input: z.infer<typeof setupCreateSchema>,
): Promise<SetupRevision> {
  return inTransaction(database, async () => {
    const newest = await lockNewest(database, robotId);
    if (newest.number !== input.basedOn) throw new StaleEdit(say`setup`, setupOf(newest));
    const row = await tablesOf(database).setups.create({
      id: randomUUID(),
      robotId,
      number: newest.number + 1,
      reason: input.reason,
      setup: input.setup,
      sources: input.sources,
      createdAt: new Date(),
    });
    return setupOf(row);
  });
}

/** The newest setup of a robot, whose row is locked until the transaction around this ends. */
export async function lockNewest(database: Sequelize, robotId: string): Promise<SetupRow> {
  const { robots, setups } = tablesOf(database);
  // The robot's row is the lock: two people cannot both make the next revision.
  const robot = await robots.findByPk(robotId, { lock: true });
  if (robot === null) throw new NotFound(say`robot`);
  const [newest] = await setups.findAll({
    where: { robotId },
    order: [['number', 'DESC']],
    limit: 1,
  });
  if (newest === undefined) throw new NotFound(say`setup`);
  return newest;
}

/** Robots with their newest setups, in one question however many there are. */
function robotOf(row: SetupOfRobot): Robot {
  const { id, name, version } = row.robot;
  return { id, name, version, setup: setupOf(row) };
}

function setupOf(row: SetupRow): SetupRevision {
  const { id, robotId, number, reason, setup, sources } = row;
  return { id, robotId, number, reason, setup, sources, createdAt: row.createdAt.toISOString() };
}
