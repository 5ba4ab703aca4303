import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import { WORD_MINUTES, type Device, type PairingWord, type Role } from '../../contracts/devices.ts';
import { inTransaction } from '../database.ts';
import { NotFound, UserFacingError } from '../errors.ts';
import { say } from '../../core/language/say.ts';
import { hashOfSecret, newSecret, newWord, plainWord } from './secrets.ts';
import { clubTablesOf, type DeviceRow } from './tables.ts';
import type { TeamScope } from './teams.ts';

/** How exactly the last use is kept, ms: more would cost a write with every question. */
const LAST_USE_WITHIN = 60_000;

/** Makes a word that lets one device into a team. */
export async function offerWord(
  club: Sequelize,
  offer: { teamId: string; role: Role; club: boolean },
): Promise<PairingWord> {
  const { words } = clubTablesOf(club);
  const now = Date.now();
  await words.destroy({ where: { expiresAt: { [Op.lt]: new Date(now) } } });
  const word = newWord();
  const expiresAt = new Date(now + WORD_MINUTES * 60_000);
  await words.create({ wordHash: hashOfSecret(word), ...offer, expiresAt, usedAt: null });
  return { word, expiresAt: expiresAt.toISOString() };
}

/**
 * Lets a device in by a word, which is used up by it.
 *
 * @returns the device, its team, and the secret by which it is known from now on
 * @throws UserFacingError when the word is wrong, used or too old
 */
export async function pairDevice(
  club: Sequelize,
  typed: string,
  name: string,
): Promise<{ device: Device; teamId: string; secret: string }> {
  const { words, devices } = clubTablesOf(club);
  const wordHash = hashOfSecret(plainWord(typed));
  return inTransaction(club, async () => {
    const now = new Date();
    // Of two devices that come at once with one word, one changes the row.
    const [used] = await words.update(
      { usedAt: now },
      { where: { wordHash, usedAt: null, expiresAt: { [Op.gt]: now } } },
    );
    const word = used === 0 ? null : await words.findByPk(wordHash);
    if (word === null) {
      throw new UserFacingError(
        say`These words do not open anything: each works once, for ${WORD_MINUTES} minutes. Ask for new ones.`,
      );
    }
    const secret = newSecret();
    const { teamId, role, club: looksAfter } = word;
    const row = await devices.create({
      id: randomUUID(),
      teamId,
      name,
      role,
      club: looksAfter,
      secretHash: hashOfSecret(secret),
      pairedAt: now,
      lastUsedAt: now,
      goneAt: null,
    });
    return { device: deviceOf(row), teamId, secret };
  });
}

/** A device that shows its secret, and the team that it belongs to. */
export interface KnownDevice {
  device: Device;
  team: TeamScope;
  /** Whether the club has other teams. */
  ofSeveral: boolean;
}

/** Who has this secret; null when nobody has, or was sent away. In one question, because everything is asked after it. */
export async function deviceBySecret(club: Sequelize, secret: string): Promise<KnownDevice | null> {
  const [row] = await club.query<KnownRow>(
    `SELECT devices.id, devices.name, devices.role, devices.club, devices.paired_at AS pairedAt,
        devices.last_used_at AS lastUsedAt, teams.id AS teamId, teams.name AS teamName, teams.base,
        teams.photos_stay AS photosStay,
        (SELECT COUNT(*) FROM teams) AS teams
      FROM devices JOIN teams ON teams.id = devices.team_id
      WHERE devices.secret_hash = :hash AND devices.gone_at IS NULL`,
    { replacements: { hash: hashOfSecret(secret) }, type: QueryTypes.SELECT },
  );
  if (row === undefined) return null;
  if (Date.now() - row.lastUsedAt.getTime() > LAST_USE_WITHIN) {
    await clubTablesOf(club).devices.update({ lastUsedAt: new Date() }, { where: { id: row.id } });
  }
  const { teamId, teamName, base, photosStay, teams } = row;
  return {
    device: deviceOf({ ...row, club: Boolean(row.club) }),
    team: { id: teamId, name: teamName, base, photosStay: Boolean(photosStay) },
    ofSeveral: Number(teams) > 1,
  };
}

interface KnownRow extends Omit<DeviceRow, 'club'> {
  club: number;
  teamName: string;
  base: string;
  photosStay: number;
  teams: number;
}

/** The devices of a team, those used last first. */
export async function listDevices(club: Sequelize, teamId: string): Promise<Device[]> {
  const rows = await clubTablesOf(club).devices.findAll({
    where: { teamId, goneAt: null },
    order: [
      ['lastUsedAt', 'DESC'],
      ['name', 'ASC'],
    ],
  });
  return rows.map(deviceOf);
}

export async function updateDevice(
  club: Sequelize,
  teamId: string,
  id: string,
  change: { name: string; role: Role },
): Promise<void> {
  const { devices } = clubTablesOf(club);
  const where = { id, teamId, goneAt: null };
  if ((await devices.count({ where })) === 0) throw new NotFound(say`device`);
  await devices.update(change, { where });
}

/** Sends a device away: it is not known from now on, and neither are the links that it opened. */
export async function sendAway(club: Sequelize, teamId: string, id: string): Promise<void> {
  const { devices, linkTokens } = clubTablesOf(club);
  await inTransaction(club, async () => {
    const [gone] = await devices.update(
      { goneAt: new Date() },
      { where: { id, teamId, goneAt: null } },
    );
    if (gone === 0) throw new NotFound(say`device`);
    await linkTokens.destroy({ where: { deviceId: id } });
  });
}

function deviceOf({
  id,
  name,
  role,
  club,
  pairedAt,
  lastUsedAt,
}: Pick<DeviceRow, 'id' | 'name' | 'role' | 'club' | 'pairedAt' | 'lastUsedAt'>): Device {
  return {
    id,
    name,
    role,
    club,
    pairedAt: pairedAt.toISOString(),
    lastUsedAt: lastUsedAt.toISOString(),
  };
}
