import { QueryTypes, type QueryInterface, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug, type MigrationParams } from 'umzug';
import { MIGRATIONS, type Migration } from './migrations.ts';

/**
 * Brings the schema up to date. Several processes may start at once: a named lock of the server
 * lets one of them migrate while the others wait.
 */
export async function migrate(
  database: Sequelize,
  migrations: readonly Migration[] = MIGRATIONS,
): Promise<void> {
  const umzug = new Umzug({
    migrations: migrations.map(({ name, up }) => ({
      name,
      up: ({ context }: MigrationParams<QueryInterface>) => up(context),
    })),
    context: database.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize: database, tableName: 'migrations' }),
    logger: undefined,
  });
  await database.transaction(async (transaction) => {
    // The lock belongs to this one connection and is released with it, whatever happens.
    await database.query("SELECT GET_LOCK('corvat-migrate', 60)", {
      type: QueryTypes.SELECT,
      transaction,
    });
    try {
      await umzug.up();
    } finally {
      await database.query("SELECT RELEASE_LOCK('corvat-migrate')", {
        type: QueryTypes.SELECT,
        transaction,
      });
    }
  });
}
