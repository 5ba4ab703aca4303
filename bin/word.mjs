import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuild } from './build.mjs';
import { urlOfRunning } from './database.mjs';
import { main, UserFacingError } from './userFacingError.mjs';
import { checkNode, ensurePackages, ROOT, setting } from './setup.mjs';

/**
 * `npm run word`: three words for the first coach of a Corvat that runs behind a balancer, where nobody sits at the
 * machine itself. That coach looks after all teams.
 */
await main(async () => {
  checkNode();
  ensurePackages();
  ensureBuild();
  const { offerFirstWord } = await import(
    pathToFileURL(join(ROOT, 'dist/prepare/prepare.js')).href
  );
  const { word, expiresAt } = await offerFirstWord(urlOfDatabase());
  console.log(`${word.replaceAll('-', ' ')}   (once, until ${expiresAt.slice(11, 16)} UTC)`);
});

function urlOfDatabase() {
  const elsewhere = setting('CORVAT_DATABASE_URL', null);
  if (elsewhere !== null) return elsewhere;
  const url = urlOfRunning(resolve(ROOT, setting('CORVAT_DATA', '.data')));
  if (url !== null) return url;
  throw new UserFacingError('Corvat does not run on this data folder: start it first.');
}
