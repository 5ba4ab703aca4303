/** `npm run engines`: tries Corvat in Chromium, Firefox and WebKit, which it installs from Debian when they are missing. */
import { spawnSync } from 'node:child_process';
import { ensureBuild } from './build.mjs';
import { ensurePackages, ensureProgram } from './setup.mjs';

ensurePackages();
ensureProgram(['/usr/bin/chromium'], 'chromium');
ensureProgram(['/usr/bin/firefox-esr'], 'firefox-esr');
ensureProgram(['/usr/bin/WebKitWebDriver'], 'webkit2gtk-driver');
ensureProgram(['/usr/bin/xvfb-run'], 'xvfb');
await ensureBuild();
const { status } = spawnSync(
  process.execPath,
  ['node_modules/tsx/dist/cli.mjs', 'tests/engines/engines.ts', ...process.argv.slice(2)],
  { stdio: 'inherit' },
);
process.exitCode = status ?? 1;
