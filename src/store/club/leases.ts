import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { QueryTypes, type Sequelize } from 'sequelize';
import { inTransaction } from '../database.ts';
import { TABLE } from '../migrations.ts';

/** How long a lease lasts that its holder does not renew, s, and how often one who waits for it looks, ms. */
const LEASE_SECONDS = 20;
const LOOK_EVERY = 250;

/** Makes the table of leases; it stands before the first migration, because those are made under a lease. */
export async function ensureLeases(club: Sequelize): Promise<void> {
  await club.query(
    `CREATE TABLE IF NOT EXISTS leases (
      name VARCHAR(80) PRIMARY KEY,
      holder CHAR(36) NOT NULL,
      held_until DATETIME(3) NOT NULL
    ) ${TABLE}`,
  );
}

/**
 * Takes a lease or renews one's own, by the clock of the database. It is a row, because locks of the server's own hold
 * on one node of a cluster only.
 *
 * @returns whether it is the holder's now
 */
export async function takeLease(
  club: Sequelize,
  name: string,
  holder: string,
  seconds = LEASE_SECONDS,
): Promise<boolean> {
  return inTransaction(club, async () => {
    // What is set first is seen by what is set next: whoever did not get it moves no time.
    await club.query(
      `INSERT INTO leases (name, holder, held_until)
        VALUES (:name, :holder, UTC_TIMESTAMP(3) + INTERVAL :seconds SECOND)
        ON DUPLICATE KEY UPDATE
          holder = IF(held_until < UTC_TIMESTAMP(3), VALUES(holder), holder),
          held_until = IF(holder = VALUES(holder), VALUES(held_until), held_until)`,
      { replacements: { name, holder, seconds } },
    );
    const [row] = await club.query<{ holder: string }>(
      'SELECT holder FROM leases WHERE name = :name',
      { replacements: { name }, type: QueryTypes.SELECT },
    );
    return row?.holder === holder;
  });
}

async function dropLease(club: Sequelize, name: string, holder: string): Promise<void> {
  await club.query('DELETE FROM leases WHERE name = :name AND holder = :holder', {
    replacements: { name, holder },
  });
}

/**
 * Does work while holding a lease, which is renewed for as long as it takes.
 *
 * @param patience how long it waits for whoever holds it, s
 * @returns what the work gives, or null when the lease was not to be had
 */
export async function underLease<T>(
  club: Sequelize,
  name: string,
  patience: number,
  work: () => Promise<T>,
): Promise<{ result: T } | null> {
  const holder = randomUUID();
  const until = Date.now() + patience * 1000;
  while (!(await takeLease(club, name, holder))) {
    if (Date.now() > until) return null;
    await sleep(LOOK_EVERY);
  }
  const renewing = setInterval(
    () => void takeLease(club, name, holder).catch(() => undefined),
    (LEASE_SECONDS * 1000) / 4,
  );
  try {
    return { result: await work() };
  } finally {
    clearInterval(renewing);
    await dropLease(club, name, holder);
  }
}
