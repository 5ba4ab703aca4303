import { z } from 'zod';
import { listChanges } from '../../../../store/club/changes.ts';
import { clubDatabase } from '../../../../store/database.ts';
import { askerIn, endpoint, json, queryOf } from '../../_endpoint.ts';

const limitSchema = z.coerce.number().int().min(1).max(1000);
/** As many are given when nothing is said. */
const USUALLY = 100;

/** Who changed what in the team, newest first; with `?limit=` more or fewer of them. */
export const GET = endpoint('coach', async (context) =>
  json(
    await listChanges(
      clubDatabase(),
      askerIn(context).team.id,
      queryOf(context, 'limit', limitSchema) ?? USUALLY,
    ),
  ),
);
