import type { Sequelize } from 'sequelize';
import type { Role } from '../../contracts/devices.ts';
import {
  counter,
  flag,
  id,
  instant,
  key,
  name,
  noFlag,
  optional,
  reference,
  table,
  textOf,
  textUpTo,
  type RowOf,
} from '../tables/columns.ts';

const role = textUpTo<Role>(8);

const teams = table('teams', {
  id,
  name,
  /** The database in which its robots, fields, routes and runs stand. */
  base: textUpTo(64),
  /** Whether photos of runs are in no file that is taken out. */
  photosStay: noFlag,
  createdAt: instant,
});
export type TeamRow = RowOf<typeof teams.columns>;

const devices = table('devices', {
  id,
  teamId: reference,
  name,
  role,
  /** SHA-256 of the secret in the device's cookie, in hexadecimal digits. */
  secretHash: textOf(64),
  /** Whether it looks after the club's teams. */
  club: flag,
  pairedAt: instant,
  lastUsedAt: instant,
  /** When it was sent away. */
  goneAt: optional(instant),
});
export type DeviceRow = RowOf<typeof devices.columns>;

const words = table('pairing_words', {
  wordHash: key(textOf(64)),
  teamId: reference,
  role,
  club: flag,
  expiresAt: instant,
  usedAt: optional(instant),
});

const linkTokens = table('link_tokens', {
  token: key(textOf(22)),
  teamId: reference,
  /** The device that opened the link; none for the machine itself. */
  deviceId: optional(reference),
  practice: flag,
  usedAt: instant,
});

const changes = table('changes', {
  id: counter,
  teamId: reference,
  deviceId: optional(reference),
  /** What the device was called when it did it. */
  who: name,
  /** Method and place in the API, as in `PUT runs/[id]`. */
  action: textUpTo(80),
  thing: optional(textUpTo(80)),
  /** The open page that did it, which needs no telling; null when no page did. */
  page: optional(reference),
  at: instant,
});
export type ChangeRow = RowOf<typeof changes.columns>;

const presences = table('presences', {
  stream: id,
  teamId: reference,
  who: name,
  sheet: textUpTo(20),
  seenAt: instant,
});

const offers = table('offered_fields', {
  id,
  teamId: reference,
  fieldId: reference,
  name,
});

const TABLES = { teams, devices, words, linkTokens, changes, presences, offers };
type ClubTables = { [Name in keyof typeof TABLES]: ReturnType<(typeof TABLES)[Name]['on']> };

const defined = new WeakMap<Sequelize, ClubTables>();

/** The club's tables on a connection, defined once for each. */
export function clubTablesOf(database: Sequelize): ClubTables {
  let tables = defined.get(database);
  if (tables === undefined) {
    tables = Object.fromEntries(
      Object.entries(TABLES).map(([title, { on }]) => [title, on(database)]),
    ) as unknown as ClubTables;
    defined.set(database, tables);
  }
  return tables;
}
