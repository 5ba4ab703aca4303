import { randomBytes, randomUUID } from 'node:crypto';
import { type Sequelize } from 'sequelize';
import type { Team } from '../../contracts/devices.ts';
import { connect, databaseName } from '../database.ts';
import { Conflict, NotFound } from '../errors.ts';
import { migrate } from '../migrate.ts';
import { say } from '../../core/language/say.ts';
import { clubTablesOf, type TeamRow } from './tables.ts';

/** A team with the database in which its things stand. */
export interface TeamScope extends Team {
  base: string;
  /** Whether photos of runs are in no file that is taken out. */
  photosStay: boolean;
}

/** The teams of the club in the order in which they came. */
export async function listTeams(club: Sequelize): Promise<TeamScope[]> {
  const rows = await clubTablesOf(club).teams.findAll({
    order: [
      ['createdAt', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  return rows.map(scopeOf);
}

/** One team; throws {@link NotFound}. */
async function getTeam(club: Sequelize, id: string): Promise<TeamScope> {
  const row = await clubTablesOf(club).teams.findByPk(id);
  if (row === null) throw new NotFound(say`team`);
  return scopeOf(row);
}

/**
 * Makes a team with an empty database of its own. The team is entered when its database is ready: one that was cut on
 * the way leaves an empty database that nobody knows, and no team without one.
 */
export async function createTeam(club: Sequelize, url: string, name: string): Promise<TeamScope> {
  const base = `${databaseName(url)}_${randomBytes(6).toString('hex')}`;
  await prepareTeam(club, url, base);
  const row = await clubTablesOf(club).teams.create({
    id: randomUUID(),
    name,
    base,
    createdAt: new Date(),
  });
  return scopeOf(row);
}

/** Brings a team's database up to date; makes it when it is not there. */
export async function prepareTeam(club: Sequelize, url: string, base: string): Promise<void> {
  await club.query(
    `CREATE DATABASE IF NOT EXISTS \`${base}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_520_ci`,
  );
  const own = connect(urlOf(url, base), 2);
  try {
    await migrate(own);
  } finally {
    await own.close();
  }
}

/** Says whether photos of runs stay on this machine and in no file that is taken out. */
export async function keepPhotosHere(
  club: Sequelize,
  id: string,
  photosStay: boolean,
): Promise<void> {
  await clubTablesOf(club).teams.update({ photosStay }, { where: { id } });
}

export async function renameTeam(club: Sequelize, id: string, name: string): Promise<TeamScope> {
  await clubTablesOf(club).teams.update({ name }, { where: { id } });
  return getTeam(club, id);
}

/**
 * Removes a team with everything that it has; the caller has taken a copy. The first team stays, because the club's own
 * things stand beside its.
 */
export async function removeTeam(club: Sequelize, id: string): Promise<void> {
  const { base } = await getTeam(club, id);
  if (base === club.config.database) {
    throw new Conflict(say`The first team stays. Delete what it has, under Files.`);
  }
  // Its devices, words and links go with it.
  await clubTablesOf(club).teams.destroy({ where: { id } });
  await club.query(`DROP DATABASE IF EXISTS \`${base}\``);
}

/** The address of another database on the same server. */
export function urlOf(url: string, base: string): string {
  const other = new URL(url);
  other.pathname = `/${base}`;
  return other.href;
}

function scopeOf({ id, name, base, photosStay }: TeamRow): TeamScope {
  return { id, name, base, photosStay };
}
