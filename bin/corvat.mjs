import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuild } from './build.mjs';
import { main } from './userFacingError.mjs';
import { checkNode, ensurePackages, ROOT } from './setup.mjs';

/** `npm run --silent corvat -- …`: the command-line door; docs/formats.md says what it reads and writes. */
await main(async () => {
  checkNode();
  ensurePackages();
  ensureBuild();
  const { command } = await import(pathToFileURL(join(ROOT, 'dist/commands/corvat.js')).href);
  process.exitCode = await command(process.argv.slice(2));
});
