import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild } from './build.mjs';
import { main } from './sentence.mjs';
import { checkNode, ensurePackages, ensureProgram, ROOT } from './setup.mjs';

const WORK = join(ROOT, '.test');
const REPORT = join(WORK, 'report.json');

/**
 * `npm test`: everything from a fresh machine to one closing line. Formatting, lint, the direction
 * of imports and types count as one test each; the rest are counted by Vitest.
 */
await main(async () => {
  checkNode();
  ensurePackages();
  ensureProgram(['/usr/bin/chromium'], 'chromium');
  ensureProgram(['/usr/sbin/mariadbd', '/usr/bin/mariadbd'], 'mariadb-server');
  rmSync(WORK, { recursive: true, force: true });
  mkdirSync(WORK, { recursive: true });
  let passed = 0;
  let failed = 0;
  const count = (good) => (good ? passed++ : failed++);

  count(run('formatting', 'prettier/bin/prettier.cjs', ['--check', '.']));
  count(run('lint', 'eslint/bin/eslint.js', ['.']));
  count(run('direction of imports', 'dependency-cruiser/bin/dependency-cruise.mjs', ['src']));
  // Astro writes the types of its pages before TypeScript can check them.
  count(run('types', 'astro/astro.js', ['check', '--minimumSeverity', 'error']));
  ensureBuild();
  const tests = run('tests', 'vitest/vitest.mjs', [
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${REPORT}`,
  ]);
  if (existsSync(REPORT)) {
    const report = JSON.parse(readFileSync(REPORT, 'utf8'));
    passed += report.numPassedTests;
    failed += report.numFailedTests;
    // A file that cannot even be loaded has no test to fail.
    if (!tests && report.numFailedTests === 0) failed++;
  } else {
    failed++;
  }
  console.log(`\ntests: ${passed} passed, ${failed} failed`);
  process.exit(failed === 0 ? 0 : 1);
});

function run(name, script, args) {
  console.log(`\n— ${name}`);
  const { status } = spawnSync(process.execPath, [join('node_modules', script), ...args], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
  });
  return status === 0;
}
