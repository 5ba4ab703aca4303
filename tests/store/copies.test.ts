import { randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startDatabase } from '../../bin/database.mjs';
import { checkCopy, listCopies, takeCopy, takeDailyCopy } from '../../src/store/copies.ts';
import { connect } from '../../src/store/database.ts';
import { migrate } from '../../src/store/migrate.ts';
import { MIGRATIONS } from '../../src/store/migrations.ts';
import { prepare } from '../../src/store/prepare.ts';
import { ROOT } from '../application.ts';

const DATA = join(ROOT, '.test', `copies-${randomUUID().slice(0, 8)}`);
const COPIES = join(DATA, 'copies');
let server: Awaited<ReturnType<typeof startDatabase>>;

beforeAll(async () => {
  server = await startDatabase(DATA, 4421);
});
afterAll(() => server.stop());

const reasons = async () => (await listCopies(COPIES)).map(({ why }) => why);

describe('a copy', () => {
  it('is taken before the database is brought up to date or reset, and not of an empty one', async () => {
    const database = connect(server.url);
    await migrate(database, MIGRATIONS.slice(0, -1));
    await database.query(
      "INSERT INTO robots (id, name, created_at) VALUES ('r', 'Knot, “½”', NOW(3))",
    );
    await prepare(server.url, 'none', COPIES);
    expect(await reasons()).toEqual([`before ${MIGRATIONS.at(-1)!.name.replaceAll('-', ' ')}`]);
    await prepare(server.url, 'none', COPIES);
    expect(await reasons()).toHaveLength(1);
    const [{ file } = { file: '' }] = await listCopies(COPIES);
    expect((await checkCopy(join(COPIES, file))).rows).toMatchObject({
      robots: 1,
      migrations: MIGRATIONS.length - 1,
    });
    await prepare(server.url, 'reset', COPIES);
    expect((await reasons())[0]).toBe('before demo reset');
    await database.close();
  });

  it('is taken once a day, the last seven are kept, and nothing half made is left', async () => {
    await takeDailyCopy(server.url, COPIES);
    await takeDailyCopy(server.url, COPIES);
    expect((await reasons()).filter((why) => why === 'daily')).toHaveLength(1);
    for (let i = 0; i < 9; i++) await takeCopy(server.url, COPIES, 'daily');
    expect((await reasons()).filter((why) => why === 'daily')).toHaveLength(7);
    await expect(
      takeCopy(server.url.replace('corvat:', 'nobody:'), COPIES, 'daily'),
    ).rejects.toThrow(/Access denied/);
    expect(readdirSync(COPIES).filter((name) => name.endsWith('.unfinished'))).toEqual([]);
  });
});
