import { matchCreateSchema } from '../../../../contracts/matches.ts';
import { database } from '../../../../store/database.ts';
import { createMatch, listMatches } from '../../../../store/matches.ts';
import { body, endpoint, json } from '../../_endpoint.ts';

export const GET = endpoint('look', async () => json(await listMatches(database())));

export const POST = endpoint('coach', async ({ request }) =>
  json(await createMatch(database(), await body(request, matchCreateSchema)), 201),
);
