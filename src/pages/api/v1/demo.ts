import { database } from '../../../store/database.ts';
import { loadDemo } from '../../../store/demo.ts';
import { Conflict } from '../../../store/errors.ts';
import { listRobots } from '../../../store/robots.ts';
import { endpoint, json } from '../_endpoint.ts';
import { say } from '../../../core/language/say.ts';

/** Loads the demo scenario into an empty Corvat. */
export const POST = endpoint('coach', async () => {
  if ((await listRobots(database())).length > 0) {
    throw new Conflict(
      say`There are robots here already. The demo goes only into an empty Corvat.`,
    );
  }
  await loadDemo(database());
  return json({ loaded: true }, 201);
});
