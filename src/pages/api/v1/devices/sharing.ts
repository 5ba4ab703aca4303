import { sharingChoiceSchema } from '../../../../contracts/sharing.ts';
import { Conflict } from '../../../../store/errors.ts';
import { body, endpoint, json } from '../../_endpoint.ts';
import { say } from '../../../../core/language/say.ts';

/** Opens the door to the local network, or shuts it, until Corvat stops. */
export const PUT = endpoint('club', async ({ request, locals }) => {
  const { door } = await body(request, sharingChoiceSchema);
  const { sharing, asker } = locals;
  // Whoever shut the door behind itself could not open it again.
  if (sharing === undefined || asker?.device !== null) {
    throw new Conflict(
      say`Only the screen of the machine that runs Corvat opens and shuts its door.`,
    );
  }
  return json(await (door === 'shut' ? sharing.shut() : sharing.open(door)));
});
