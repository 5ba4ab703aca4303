import { cameraNoteSchema } from '../../../core/camera/notes.ts';
import { listCameraNotes, writeCameraNote } from '../../../store/cameraNotes.ts';
import { database } from '../../../store/database.ts';
import { body, endpoint, json } from '../_endpoint.ts';

/** What is known of tables, robots and lenses for measuring by pictures. */
export const GET = endpoint('look', async () => json(await listCameraNotes(database())));

/** Notes one of them; whoever stands at the table lays out the tags. */
export const PUT = endpoint('table', async ({ request }) =>
  json(await writeCameraNote(database(), await body(request, cameraNoteSchema))),
);
