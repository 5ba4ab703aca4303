import { placeOfOffer } from '../../../../../store/club/offers.ts';
import { clubDatabase, database, inTeamDatabase } from '../../../../../store/database.ts';
import { fieldDocument, pictureDocument } from '../../../../../store/documents.ts';
import { takeDocuments } from '../../../../../store/intake/intake.ts';
import { endpoint, idOf, json } from '../../../_endpoint.ts';

/** Takes a copy of a field that another team offers, or the drawings that were added to it since. */
export const POST = endpoint('coach', async (context) => {
  const { base, fieldId } = await placeOfOffer(clubDatabase(), idOf(context));
  const document = await inTeamDatabase(base, async () => ({
    ...(await fieldDocument(database(), fieldId)),
    picture: await pictureDocument(database(), fieldId),
  }));
  await takeDocuments(database(), [document]);
  return json({ id: fieldId }, 201);
});
