import { endpoint } from '../api/_endpoint.ts';
import { NotFound } from '../../store/errors.ts';
import { say } from '../../core/language/say.ts';

/** The certificate by which devices know this Corvat again; whoever wants to trust it has to have it first. */
export const GET = endpoint('nothing', async ({ locals }) => {
  if (locals.sharing === undefined) throw new NotFound(say`certificate`);
  return new Response(await locals.sharing.authority(), {
    headers: {
      'content-type': 'application/x-x509-ca-cert',
      'content-disposition': 'attachment; filename="corvat.crt"',
    },
  });
});
