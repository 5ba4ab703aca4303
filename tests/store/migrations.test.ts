import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { QueryTypes, type Sequelize } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { FIELD } from '../../demo/field.ts';
import { startDatabase } from '../../bin/database.mjs';
import { STARTING_SETUP } from '../../src/core/robot/parameters.ts';
import { connect } from '../../src/store/database.ts';
import { alone, migrate } from '../../src/store/migrate.ts';
import { MIGRATIONS, type Migration } from '../../src/store/migrations.ts';
import { createRobot, listRobots } from '../../src/store/robots.ts';
import { getRevisionOnField } from '../../src/store/routes.ts';
import { getRun } from '../../src/store/runs.ts';
import { getColumn } from '../../src/store/telemetry.ts';
import { ROOT } from '../application.ts';

const DATA = join(ROOT, '.test', `migrations-${randomUUID().slice(0, 8)}`);
/** As many migrations had been made when the oldest data of these tests was written. */
const BEFORE_REVISIONS_OF_FIELDS = 5;
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
  // A transaction keeps to one connection, for which alone the checks are off.
  await database.transaction(async () => {
    await database.query('SET FOREIGN_KEY_CHECKS = 0');
    for (const table of await tables()) await database.query(`DROP TABLE \`${table}\``);
    await database.query('SET FOREIGN_KEY_CHECKS = 1');
  });
}

/**
 * A connection that is cut during a migration: after a statement and before the note that it is done (even numbers), or
 * after that note.
 */
function cutAfter(connection: Sequelize, { statements }: Migration, cut: number): Sequelize {
  const query = connection.query.bind(connection);
  let notes = 0;
  connection.query = (async (statement: string, options: object) => {
    const note = String(statement).startsWith('REPLACE INTO migration_progress');
    if (note && cut % 2 === 0 && notes === cut / 2) throw new Error('cut');
    const answer: unknown = await query(statement, options);
    if (note && ++notes > cut / 2) throw new Error('cut');
    return answer;
  }) as typeof connection.query;
  expect(cut).toBeLessThan(2 * statements.length);
  return connection;
}

describe('the schema', () => {
  it('is made from an empty database, by several processes at once', async () => {
    const others = [1, 2].map(() => connect(server.url));
    await Promise.all([database, ...others].map((one) => alone(one, () => migrate(one))));
    await Promise.all(others.map((one) => one.close()));
    expect(await applied()).toEqual(MIGRATIONS.map(({ name }) => name));
    expect(await tables()).toContain('run_offsets');
    expect((await createRobot(database, 'Curlew')).setup.number).toBe(1);
    await migrate(database);
    expect(await listRobots(database)).toHaveLength(1);
  });

  it('is reached from the step before the newest with everything that was kept', async () => {
    await emptied();
    await migrate(database, MIGRATIONS.slice(0, BEFORE_REVISIONS_OF_FIELDS));
    expect(await applied()).toHaveLength(BEFORE_REVISIONS_OF_FIELDS);
    const robot = { id: randomUUID(), setup: { id: randomUUID() } };
    await database.query(
      `INSERT INTO robots (id, name, created_at) VALUES ('${robot.id}', 'Plover', NOW(3))`,
    );
    await database.query(
      `INSERT INTO setups (id, robot_id, number, reason, setup, sources, created_at)
        VALUES ('${robot.setup.id}', '${robot.id}', 1, '', :setup, '{}', NOW(3))`,
      { replacements: { setup: JSON.stringify(STARTING_SETUP) } },
    );
    // A route and a run as the step before wrote them, without what is new.
    const field = JSON.stringify(FIELD);
    await database.query(
      `INSERT INTO fields (id, name, field, created_at) VALUES ('f', 'Field', :field, NOW(3))`,
      { replacements: { field } },
    );
    await database.query(
      `INSERT INTO telemetry (id, robot_id, \`rows\`, columns, events, created_at)
        VALUES ('t', '${robot.id}', 2, '[{"name":"t_s","decimals":null}]', '[]', NOW(3))`,
    );
    const long = Buffer.alloc(2.5 * 1024 * 1024, 'ab');
    await database.query(
      `INSERT INTO telemetry_columns (telemetry_id, name, bytes) VALUES ('t', 't_s', :long)`,
      { replacements: { long } },
    );
    await database.query(
      `INSERT INTO routes (id, name, robot_id, field_id, goal, created_at)
        VALUES ('r', 'Route', '${robot.id}', 'f', 0.9, NOW(3))`,
    );
    await database.query(
      `INSERT INTO revisions (id, route_id, number, origin, reason, plan, created_at)
        VALUES ('v', 'r', 1, 'hand', '', '{"startId":"near-left","moves":[]}', NOW(3))`,
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
    expect(await getRun(database, 'n')).toMatchObject({ note: 'old', receivedAt: null });
    expect((await getRevisionOnField(database, 'r', 1)).field).toMatchObject({
      id: 'f',
      field: FIELD,
      newest: 1,
    });
    expect(Buffer.from(await getColumn(database, 't', 't_s')).equals(long)).toBe(true);
    expect(await applied()).toHaveLength(MIGRATIONS.length);
    expect(await listRobots(database)).toMatchObject([{ id: robot.id, name: 'Plover' }]);
    const indexes = await database.query<{ Key_name: string }>('SHOW INDEX FROM runs', {
      type: QueryTypes.SELECT,
    });
    const names = indexes.map((index) => index.Key_name);
    expect(names).toContain('runs_kept_by_revision');
    expect(names).not.toContain('runs_by_revision');
  });

  it.each(MIGRATIONS.slice(BEFORE_REVISIONS_OF_FIELDS))(
    'is reached after $name was cut at any statement, before or after the note that it is done',
    async (last) => {
      const place = MIGRATIONS.indexOf(last);
      const old = place === BEFORE_REVISIONS_OF_FIELDS;
      const columns = () =>
        names(
          "SELECT CONCAT(table_name, '.', column_name, ' ', column_type) FROM information_schema.columns WHERE table_schema = DATABASE() ORDER BY 1",
        );
      await emptied();
      await migrate(database);
      const whole = await columns();
      for (let cut = 0; cut < 2 * last.statements.length; cut++) {
        await emptied();
        await migrate(database, MIGRATIONS.slice(0, place));
        if (old) {
          await database.query(
            `INSERT INTO fields (id, name, field, created_at) VALUES ('f', 'Field', '{"a":1}', NOW(3))`,
          );
        }
        const other = connect(server.url);
        await expect(migrate(cutAfter(other, last, cut))).rejects.toThrow('cut');
        await other.close();
        await migrate(database);
        expect(await columns()).toEqual(whole);
        expect(await names("SELECT field FROM field_revisions WHERE field_id = 'f'")).toEqual(
          old ? ['{"a":1}'] : [],
        );
      }
    },
    240_000,
  );

  it('of a newer Corvat is refused in one sentence', async () => {
    await database.query("INSERT INTO migrations (name) VALUES ('9999-from-the-future')");
    await expect(migrate(database)).rejects.toThrow(
      /^This database was made by a newer Corvat \(it has “9999-from-the-future”\): start that one/,
    );
    await database.query("DELETE FROM migrations WHERE name = '9999-from-the-future'");
  });

  it('is prepared by one process at a time', async () => {
    let inside = 0;
    let most = 0;
    await Promise.all(
      [1, 2, 3].map(() =>
        alone(database, async () => {
          most = Math.max(most, ++inside);
          await new Promise((done) => setTimeout(done, 50));
          inside--;
        }),
      ),
    );
    expect(most).toBe(1);
  });

  it('listens on loopback only, as an application user without rights over the server', async () => {
    const flags = readFileSync(`/proc/${server.pid}/cmdline`, 'utf8').split('\0');
    expect(flags).toContain('--bind-address=127.0.0.1');
    await expect(database.query('SELECT * FROM mysql.user')).rejects.toThrow(/denied/);
  });
});
