import { randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import type { z } from 'zod';
import type { Robot, setupCreateSchema, SetupRevision } from '../contracts/records.ts';
import { STARTING_SETUP } from '../core/robot/parameters.ts';
import { inTransaction } from './database.ts';
import { NotFound, StaleEdit } from './errors.ts';
import { tablesOf } from './tables/index.ts';
import type { RobotRow, SetupRow } from './tables/robots.ts';

/** All robots that are in use, each with its newest setup, by name. */
export async function listRobots(database: Sequelize): Promise<Robot[]> {
  const { robots } = tablesOf(database);
  const rows = await robots.findAll({ where: { archivedAt: null }, order: [['name', 'ASC']] });
  return robotsOf(database, rows);
}

/** One robot with its newest setup; throws {@link NotFound}. */
export async function getRobot(database: Sequelize, id: string): Promise<Robot> {
  const row = await tablesOf(database).robots.findByPk(id);
  if (row === null) throw new NotFound('robot');
  return (await robotsOf(database, [row]))[0]!;
}

/** A new robot with the starting setup as revision 1. */
export async function createRobot(
  database: Sequelize,
  name: string,
  setup = STARTING_SETUP,
): Promise<Robot> {
  const { robots, setups } = tablesOf(database);
  return inTransaction(database, async () => {
    const row = await robots.create({ id: randomUUID(), name, createdAt: new Date() });
    await setups.create({
      id: randomUUID(),
      robotId: row.id,
      number: 1,
      reason: 'Starting values',
      setup,
      sources: {},
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
  if (changed === 0) throw new StaleEdit('robot', stored);
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
    if (newest.number !== input.basedOn) throw new StaleEdit('setup', setupOf(newest));
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
  if (robot === null) throw new NotFound('robot');
  const [newest] = await setups.findAll({
    where: { robotId },
    order: [['number', 'DESC']],
    limit: 1,
  });
  if (newest === undefined) throw new NotFound('setup');
  return newest;
}

/** Robots with their newest setups, in one question however many there are. */
async function robotsOf(database: Sequelize, rows: readonly RobotRow[]): Promise<Robot[]> {
  const newest = await tablesOf(database).setups.findAll({
    where: {
      robotId: rows.map(({ id }) => id),
      number: {
        [Op.eq]: database.literal(
          '(SELECT MAX(number) FROM setups AS other WHERE other.robot_id = setups.robot_id)',
        ),
      },
    },
  });
  const setups = new Map(newest.map((row) => [row.robotId, row]));
  return rows.flatMap(({ id, name, version }) => {
    const setup = setups.get(id);
    return setup === undefined ? [] : [{ id, name, version, setup: setupOf(setup) }];
  });
}

function setupOf(row: SetupRow): SetupRevision {
  const { id, robotId, number, reason, setup, sources } = row;
  return { id, robotId, number, reason, setup, sources, createdAt: row.createdAt.toISOString() };
}
