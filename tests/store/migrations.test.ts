import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { QueryTypes, type Sequelize } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startDatabase } from '../../bin/database.mjs';
import { connect } from '../../src/store/database.ts';
import { migrate } from '../../src/store/migrate.ts';
import { MIGRATIONS } from '../../src/store/migrations.ts';
import { createRobot, listRobots } from '../../src/store/robots.ts';
import { getRevision } from '../../src/store/routes.ts';
import { getRun } from '../../src/store/runs.ts';
import { getSession } from '../../src/store/sessions.ts';
import { ROOT } from '../application.ts';

const DATA = join(ROOT, '.test', `migrations-${randomUUID().slice(0, 8)}`);
let server: Awaited<ReturnType<typeof startDatabase>>;
let database: Sequelize;

beforeAll(async () => {
  server = await startDatabase(DATA, 4411);
  database = connect(server.url);
});
afterAll(async () => {
  await database.close();
  await server.stop();
});

const names = async (statement: string) =>
  (await database.query<Record<string, string>>(statement, { type: QueryTypes.SELECT })).map(
    (row) => Object.values(row)[0],
  );
const tables = () => names('SHOW TABLES');
const applied = () => names('SELECT name FROM migrations ORDER BY name');

async function emptied(): Promise<void> {
  await database.query('SET FOREIGN_KEY_CHECKS = 0');
  for (const table of await tables()) await database.query(`DROP TABLE \`${table}\``);
}

describe('the schema', () => {
  it('is made from an empty database, by several processes at once', async () => {
    const others = [1, 2].map(() => connect(server.url));
    await Promise.all([database, ...others].map((one) => migrate(one)));
    await Promise.all(others.map((one) => one.close()));
    expect(await applied()).toEqual(MIGRATIONS.map(({ name }) => name));
    expect(await tables()).toContain('run_offsets');
    expect((await createRobot(database, 'Curlew')).setup.number).toBe(1);
    await migrate(database);
    expect(await listRobots(database)).toHaveLength(1);
  });

  it('is reached from the step before the newest with everything that was kept', async () => {
    await emptied();
    await migrate(database, MIGRATIONS.slice(0, -1));
    expect(await applied()).toHaveLength(MIGRATIONS.length - 1);
    const robot = await createRobot(database, 'Plover');
    // A route and a run as the step before wrote them, without what is new.
    await database.query(
      `INSERT INTO fields (id, name, field, created_at) VALUES ('f', 'Field', '{}', NOW(3))`,
    );
    await database.query(
      `INSERT INTO routes (id, name, robot_id, field_id, goal, created_at)
        VALUES ('r', 'Route', '${robot.id}', 'f', 0.9, NOW(3))`,
    );
    await database.query(
      `INSERT INTO revisions (id, route_id, number, origin, reason, plan, created_at)
        VALUES ('v', 'r', 1, 'hand', '', '{"startId":"s","moves":[]}', NOW(3))`,
    );
    await database.query(
      `INSERT INTO sessions (id, title, started_at, surface, people, note)
        VALUES ('s', 'Session', NOW(3), '', '', '')`,
    );
    await database.query(
      `INSERT INTO runs (id, session_id, revision_id, setup_id, happened_at, note)
        VALUES ('n', 's', 'v', '${robot.setup.id}', NOW(3), 'old')`,
    );
    await migrate(database);
    expect(await getRun(database, 'n')).toMatchObject({ note: 'old', gyroAt: null, jig: null });
    expect((await getRevision(database, 'r', 1)).promises).toEqual([]);
    expect((await getSession(database, 's')).goalRuns).toBeNull();
    expect(await applied()).toHaveLength(MIGRATIONS.length);
    expect(await listRobots(database)).toEqual([robot]);
    const indexes = await database.query<{ Key_name: string }>('SHOW INDEX FROM runs', {
      type: QueryTypes.SELECT,
    });
    expect(indexes.map((index) => index.Key_name)).toContain('runs_by_revision');
  });

  it('listens on loopback only, as an application user without rights over the server', async () => {
    const flags = readFileSync(`/proc/${server.pid}/cmdline`, 'utf8').split('\0');
    expect(flags).toContain('--bind-address=127.0.0.1');
    await expect(database.query('SELECT * FROM mysql.user')).rejects.toThrow(/denied/);
  });
});
