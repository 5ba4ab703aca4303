import { QueryTypes } from 'sequelize';
import { clubDatabase } from '../../../store/database.ts';
import { endpoint, json } from '../_endpoint.ts';

/** Answers when the application and its database do. */
export const GET = endpoint('nothing', async () => {
  await clubDatabase().query('SELECT 1', { type: QueryTypes.SELECT });
  return json({ ready: true });
});
