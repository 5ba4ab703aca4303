import { QueryTypes, type Sequelize } from 'sequelize';
import { clubTablesOf } from './tables.ts';
import { takeLease } from './leases.ts';

/** A practice link that was not used for this long is left alone until it gets a command. */
const PRACTICE_IDLE = 6 * 60 * 60 * 1000;
/** How exactly the last use is kept, ms. */
const LAST_USE_WITHIN = 60_000;
/** How long a practice robot that falls silent keeps its links from the others, s. */
const SILENT_FOR = 5;

/** Enters the token of a link that a device opened; it goes when the device is sent away. */
export async function enterToken(
  club: Sequelize,
  entry: { token: string; teamId: string; deviceId: string | null; practice: boolean },
): Promise<void> {
  await clubTablesOf(club).linkTokens.create({ ...entry, usedAt: new Date() });
}

/** The database of the team that a token belongs to; null when nobody knows the token. */
export async function baseOfToken(club: Sequelize, token: string): Promise<string | null> {
  const [row] = await club.query<{ base: string; usedAt: Date }>(
    `SELECT teams.base, link_tokens.used_at AS usedAt
      FROM link_tokens JOIN teams ON teams.id = link_tokens.team_id
      WHERE link_tokens.token = :token`,
    { replacements: { token }, type: QueryTypes.SELECT },
  );
  if (row === undefined) return null;
  if (Date.now() - row.usedAt.getTime() > LAST_USE_WITHIN) await touchToken(club, token);
  return row.base;
}

/** Says that a link is in use. */
export async function touchToken(club: Sequelize, token: string): Promise<void> {
  await clubTablesOf(club).linkTokens.update({ usedAt: new Date() }, { where: { token } });
}

/** Practice links by the team's database. */
export type TokensByBase = Map<string, string[]>;

/**
 * The practice links in use that one practice robot serves from now on: those that it has, and those that no other has.
 *
 * @param holder names the practice robot among those of all machines
 */
export async function practiceTokensFor(club: Sequelize, holder: string): Promise<TokensByBase> {
  const used = await club.query<{
    token: string;
    base: string;
    holder: string | null;
    left: number;
  }>(
    `SELECT link_tokens.token, teams.base, leases.holder,
        TIMESTAMPDIFF(MICROSECOND, UTC_TIMESTAMP(3), leases.held_until) / 1e6 AS \`left\`
      FROM link_tokens JOIN teams ON teams.id = link_tokens.team_id
      LEFT JOIN leases ON leases.name = CONCAT('practice ', link_tokens.token)
      WHERE link_tokens.practice = 1 AND link_tokens.used_at > :since`,
    { replacements: { since: new Date(Date.now() - PRACTICE_IDLE) }, type: QueryTypes.SELECT },
  );
  const own: TokensByBase = new Map();
  for (const { token, base, holder: by, left } of used) {
    const held = by !== null && Number(left) > 0;
    if (held && by !== holder) continue;
    // A lease that lasts long enough is not renewed: this is asked several times a second.
    const lasts = held && Number(left) > SILENT_FOR / 2;
    if (!lasts && !(await takeLease(club, `practice ${token}`, holder, SILENT_FOR))) continue;
    own.set(base, [...(own.get(base) ?? []), token]);
  }
  return own;
}
