import { QueryTypes, type Sequelize } from 'sequelize';
import { inTransaction } from '../database.ts';

/** Wrong words from one address, and from all together, within ten minutes; then nobody there gets another try. */
const FROM_ONE = 10;
const FROM_ALL = 100;
const WITHIN_SECONDS = 10 * 60;
const ALL = 'all';

/**
 * Counts a guess before it is looked at, so that many at once count too, for all processes together.
 *
 * @param address where it comes from
 * @returns seconds to wait, when there were too many; else null
 */
export async function countGuess(club: Sequelize, address: string): Promise<number | null> {
  const ofOne = await countOne(club, address);
  if (ofOne.guesses > FROM_ONE) return ofOne.left;
  // Whoever is held back does not use up the tries of the others.
  const ofAll = await countOne(club, ALL);
  return ofAll.guesses > FROM_ALL ? ofAll.left : null;
}

/** Takes back the guesses of an address from which a right one came. */
export async function forgiveGuesses(club: Sequelize, address: string): Promise<void> {
  await club.query(
    `UPDATE pairing_guesses SET guesses = IF(source = :address, 0, GREATEST(0, guesses - 1))
      WHERE source IN (:address, :all)`,
    { replacements: { address, all: ALL } },
  );
}

function countOne(club: Sequelize, source: string): Promise<{ guesses: number; left: number }> {
  return inTransaction(club, async () => {
    await club.query(
      `INSERT INTO pairing_guesses (source, guesses, resets_at)
        VALUES (:source, 1, UTC_TIMESTAMP(3) + INTERVAL :within SECOND)
        ON DUPLICATE KEY UPDATE
          guesses = IF(resets_at < UTC_TIMESTAMP(3), 1, guesses + 1),
          resets_at = IF(resets_at < UTC_TIMESTAMP(3), VALUES(resets_at), resets_at)`,
      { replacements: { source, within: WITHIN_SECONDS } },
    );
    const [row] = await club.query<{ guesses: number; left: number }>(
      `SELECT guesses, TIMESTAMPDIFF(SECOND, UTC_TIMESTAMP(3), resets_at) AS \`left\`
        FROM pairing_guesses WHERE source = :source`,
      { replacements: { source }, type: QueryTypes.SELECT },
    );
    return { guesses: Number(row!.guesses), left: Number(row!.left) };
  });
}
