import { offerChoiceSchema } from '../../../../../contracts/fields.ts';
import { offerField, takeBackOffer } from '../../../../../store/club/offers.ts';
import { clubDatabase, database } from '../../../../../store/database.ts';
import { getField } from '../../../../../store/fields.ts';
import { askerIn, body, endpoint, idOf, json } from '../../../_endpoint.ts';

/** Lets all teams of the club take a copy of the field, or takes that back. */
export const PUT = endpoint('coach', async (context) => {
  const { offered } = await body(context.request, offerChoiceSchema);
  const { team } = askerIn(context);
  const field = await getField(database(), idOf(context));
  if (offered) await offerField(clubDatabase(), team.id, field);
  else await takeBackOffer(clubDatabase(), team.id, field.id);
  return json({ offered });
});
