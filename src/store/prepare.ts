import { forgetOldChanges } from './club/changes.ts';
import { CLUB_MIGRATIONS } from './club/migrations.ts';
import { listTeams, prepareTeam } from './club/teams.ts';
import { takeCopy } from './copies.ts';
import { connect, databaseName } from './database.ts';
import { loadDemo } from './demo.ts';
import { alone, migrate, pendingMigrations } from './migrate.ts';
import { MIGRATIONS } from './migrations.ts';
import { removeEverything } from './removal.ts';
import { tablesOf } from './tables/index.ts';

export { checkCopy, loadCopy, takeCopy, takeDailyCopy, writeCopy } from './copies.ts';
export { offerFirstWord } from './club/firstWord.ts';

/**
 * Makes a database ready to serve, alone: of several starts at once one prepares and the others find it done.
 *
 * @param demo `when empty` loads the demo scenario if there is no robot yet, `reset` removes
 *   everything first, `none` only migrates
 * @param copies folder for the copies that are taken before anything is changed
 */
export async function prepare(
  url: string,
  demo: 'when empty' | 'reset' | 'none',
  copies: string,
): Promise<void> {
  const database = connect(url);
  try {
    await alone(database, async () => {
      const steps = [...MIGRATIONS, ...CLUB_MIGRATIONS];
      const pending = await pendingMigrations(database, steps);
      // A database that has seen no step yet holds nothing to lose.
      if (pending.length > 0 && pending.length < steps.length) {
        await takeCopy(url, copies, `before ${pending[0]}`);
      }
      await migrate(database, steps);
      for (const { base } of await listTeams(database)) {
        if (base !== databaseName(url)) await prepareTeam(database, url, base);
      }
      await forgetOldChanges(database);
      if (demo === 'reset') {
        await takeCopy(url, copies, 'before demo reset');
        await removeEverything(database);
      }
      if (demo !== 'none' && (await tablesOf(database).robots.count()) === 0) {
        await loadDemo(database);
      }
    });
  } finally {
    await database.close();
  }
}
