import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import type { OfferedField } from '../../contracts/fields.ts';
import { NotFound } from '../errors.ts';
import { say } from '../../core/language/say.ts';
import { clubTablesOf } from './tables.ts';

/** Lets all teams of the club take a copy of a field. */
export async function offerField(
  club: Sequelize,
  teamId: string,
  field: { id: string; name: string },
): Promise<void> {
  const { offers } = clubTablesOf(club);
  const where = { teamId, fieldId: field.id };
  if ((await offers.count({ where })) > 0) return;
  await offers.create({ id: randomUUID(), ...where, name: field.name });
}

/** Takes the offer back; copies that were taken stay where they are. */
export async function takeBackOffer(
  club: Sequelize,
  teamId: string,
  fieldId: string,
): Promise<void> {
  await clubTablesOf(club).offers.destroy({ where: { teamId, fieldId } });
}

export async function isOffered(
  club: Sequelize,
  teamId: string,
  fieldId: string,
): Promise<boolean> {
  return (await clubTablesOf(club).offers.count({ where: { teamId, fieldId } })) > 0;
}

/** What other teams offer, by name. */
export async function offersFor(club: Sequelize, teamId: string): Promise<OfferedField[]> {
  const { offers, teams } = clubTablesOf(club);
  const rows = await offers.findAll({
    where: { teamId: { [Op.ne]: teamId } },
    order: [['name', 'ASC']],
  });
  const owners = await teams.findAll({ where: { id: rows.map((row) => row.teamId) } });
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    team: owners.find(({ id }) => id === row.teamId)?.name ?? '',
  }));
}

/** Where an offered field stands; throws {@link NotFound}. */
export async function placeOfOffer(
  club: Sequelize,
  id: string,
): Promise<{ base: string; fieldId: string }> {
  const [row] = await club.query<{ base: string; fieldId: string }>(
    `SELECT teams.base, offered_fields.field_id AS fieldId
      FROM offered_fields JOIN teams ON teams.id = offered_fields.team_id
      WHERE offered_fields.id = :id`,
    { replacements: { id }, type: QueryTypes.SELECT },
  );
  if (row === undefined) throw new NotFound(say`field`);
  return row;
}
