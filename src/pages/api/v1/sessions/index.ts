import { sessionSchema } from '../../../../core/formats/practice.ts';
import { database } from '../../../../store/database.ts';
import { createSession, listSessions } from '../../../../store/sessions.ts';
import { body, endpoint, json } from '../../_endpoint.ts';

export const GET = endpoint('look', async () => json(await listSessions(database())));

export const POST = endpoint('table', async ({ request }) =>
  json(await createSession(database(), await body(request, sessionSchema)), 201),
);
