import { QueryTypes } from 'sequelize';
import { database } from '../../../store/database.ts';
import { endpoint, json } from '../_endpoint.ts';

/** Answers when the application and its database do. */
export const GET = endpoint(async () => {
  await database().query('SELECT 1', { type: QueryTypes.SELECT });
  return json({ ready: true });
});
