import { DataTypes, QueryTypes, type QueryInterface, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug, type MigrationParams } from 'umzug';
import { ensureLeases, underLease } from './club/leases.ts';
import { UserFacingError } from './errors.ts';
import { MIGRATIONS, type Migration } from './migrations.ts';

/** How long a start waits for another one that is preparing the same database, s. */
const LEASE_WAIT = 60;
/** Which statements of a migration that was cut have been carried out. */
const PROGRESS = 'migration_progress';

/**
 * Lets one process at a time prepare a database, while others wait. A holder that dies lets go within seconds.
 * Throws a {@link UserFacingError} when another one holds it too long.
 */
export async function alone<T>(database: Sequelize, work: () => Promise<T>): Promise<T> {
  await ensureLeases(database);
  const done = await underLease(database, 'prepare', LEASE_WAIT, work);
  if (done === null) {
    throw new UserFacingError(
      'Another Corvat is preparing this database and has not finished. Wait until it has, then start again.',
    );
  }
  return done.result;
}

/** Names of the migrations that a database has not seen yet, oldest first. */
export async function pendingMigrations(
  database: Sequelize,
  migrations: readonly Migration[] = MIGRATIONS,
): Promise<string[]> {
  const applied = new Set((await umzugOf(database, migrations).executed()).map(({ name }) => name));
  const unknown = await unknownMigrations(database, migrations);
  if (unknown.length > 0) {
    throw new UserFacingError(
      `This database was made by a newer Corvat (it has “${unknown[0]}”): start that one, or restore an older copy.`,
    );
  }
  return migrations.map(({ name }) => name).filter((name) => !applied.has(name));
}

/**
 * Brings the schema up to date. It can be cut at any moment: what was done is written down statement by
 * statement, and each may be carried out again. Throws a {@link UserFacingError} on a newer schema.
 */
export async function migrate(
  database: Sequelize,
  migrations: readonly Migration[] = MIGRATIONS,
): Promise<void> {
  if ((await pendingMigrations(database, migrations)).length === 0) return;
  await umzugOf(database, migrations).up();
}

function umzugOf(database: Sequelize, migrations: readonly Migration[]) {
  return new Umzug({
    migrations: migrations.map((migration) => ({
      name: migration.name,
      up: ({ context }: MigrationParams<QueryInterface>) => carryOut(context, migration),
    })),
    context: database.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize: database, tableName: 'migrations' }),
    logger: undefined,
  });
}

async function carryOut(
  { sequelize: database }: QueryInterface,
  { name, statements }: Migration,
): Promise<void> {
  await database.getQueryInterface().createTable(PROGRESS, {
    name: { type: DataTypes.STRING(80), primaryKey: true },
    done: { type: DataTypes.INTEGER, allowNull: false },
  });
  const [row] = await database.query<{ done: number }>(
    `SELECT done FROM ${PROGRESS} WHERE name = :name`,
    { replacements: { name }, type: QueryTypes.SELECT },
  );
  for (let i = row?.done ?? 0; i < statements.length; i++) {
    await database.query(statements[i]!);
    await database.query(`REPLACE INTO ${PROGRESS} (name, done) VALUES (:name, :done)`, {
      replacements: { name, done: i + 1 },
    });
  }
}

/** Names that the database knows and this application does not. */
async function unknownMigrations(
  database: Sequelize,
  migrations: readonly Migration[],
): Promise<string[]> {
  const tables = await database.query<Record<string, string>>("SHOW TABLES LIKE 'migrations'", {
    type: QueryTypes.SELECT,
  });
  if (tables.length === 0) return [];
  const rows = await database.query<{ name: string }>('SELECT name FROM migrations ORDER BY name', {
    type: QueryTypes.SELECT,
  });
  const known = new Set(migrations.map(({ name }) => name));
  return rows.map(({ name }) => name).filter((name) => !known.has(name));
}
