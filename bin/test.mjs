import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild } from './build.mjs';
import { main } from './userFacingError.mjs';
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

  // Two lanes, one a core: what reads the sources only, and what comes after the build.
  const sources = async () => {
    count(
      await check('formatting', 'prettier/bin/prettier.cjs', [
        '--check',
        ...cache('prettier'),
        '.',
      ]),
    );
    count(await check('lint', 'eslint/bin/eslint.js', [...cache('eslint'), '.']));
  };
  const built = async () => {
    ensureBuild();
    // Astro writes the types of its pages before TypeScript can check them.
    count(await check('types', 'astro/astro.js', ['check', '--minimumSeverity', 'error']));
    count(
      await check('direction of imports', 'dependency-cruiser/bin/dependency-cruise.mjs', ['src']),
    );
    count(await check('dead code', 'knip/bin/knip.js', []));
  };
  await Promise.all([sources(), built()]);
  console.log('\n— tests');
  const tests = await run('inherit', 'vitest/vitest.mjs', [
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
  console.log(`\n${testShare()}`);
  console.log(`tests: ${passed} passed, ${failed} failed`);
  process.exit(failed === 0 ? 0 : 1);
});

/** Runs one check and then shows what it said, so that two at a time do not mix. */
async function check(name, script, args) {
  const output = [];
  const good = await run('pipe', script, args, (chunk) => output.push(chunk));
  console.log(`\n— ${name}`);
  process.stdout.write(Buffer.concat(output));
  return good;
}

async function run(stdio, script, args, hear) {
  const child = spawn(process.execPath, [join('node_modules', script), ...args], {
    cwd: ROOT,
    stdio: ['ignore', stdio, stdio],
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
  });
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', hear);
  const [status] = await once(child, 'close');
  return status === 0;
}

/** Files that have not changed since they were found good are not looked at again. */
function cache(name) {
  return [
    '--cache',
    '--cache-strategy',
    'content',
    '--cache-location',
    join('node_modules', '.cache', `corvat-${name}`),
  ];
}

/** How much of the code is tests: non-blank lines of TypeScript, tests and what only they use against the rest. */
function testShare() {
  const { stdout } = spawnSync('git', ['ls-files', '*.ts', '*.tsx', '*.astro'], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  const lines = { tests: 0, rest: 0 };
  for (const file of (stdout ?? '').split('\n').filter((name) => name !== '')) {
    if (file.startsWith('demo/') || !existsSync(join(ROOT, file))) continue;
    const text = readFileSync(join(ROOT, file), 'utf8');
    const kind = file.startsWith('tests/') || /\.test\.tsx?$/.test(file) ? 'tests' : 'rest';
    lines[kind] += text.split('\n').filter((line) => line.trim() !== '').length;
  }
  const share = Math.round((100 * lines.tests) / Math.max(1, lines.rest));
  return `Tests are ${share} % of the rest of the code (${lines.tests} to ${lines.rest} lines); wanted are 25 to 33 %.`;
}
