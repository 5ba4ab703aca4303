/**
 * `npm run plant`: compiles the simulated robot (src/core/simulation/plant) to WebAssembly. What comes out
 * stands in the repository, so that nothing else needs the compiler; a test compares it with its source.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PARAMETERS } from '../src/core/robot/parameters.ts';

const FOLDER = new URL('../src/core/simulation/', import.meta.url);
const COMPILER = fileURLToPath(
  new URL('../node_modules/assemblyscript/bin/asc.js', import.meta.url),
);
const OPTIONS = 'index.ts -O3 --runtime stub --noAssert --outFile plant.wasm'.split(' ');

/** The files that are made, by their place in the simulation's folder: their contents as they should be. */
export function compilePlant(): Record<string, string> {
  const numbers = robotNumbers();
  return { 'plant/numbers.ts': numbers, 'plantBinary.ts': binaryModule(compile(numbers)) };
}

/** Every robot number as a field, in the order in which they are declared. */
function robotNumbers(): string {
  const fields = Object.entries(PARAMETERS).flatMap(([group, { entries }]) =>
    Object.keys(entries).map(
      (name) => `  ${group}${name.charAt(0).toUpperCase()}${name.slice(1)}: f64 = 0;`,
    ),
  );
  return `// Made by \`npm run plant\` from robot/parameters.ts.

/** Every robot number in core units, in the order in which they are declared there; switches are 0 and 1. */
@final
export class RobotNumbers {
${fields.join('\n')}
}
`;
}

/** The module that the compiler makes of the sources, with these numbers among them. */
function compile(numbers: string): Buffer {
  const folder = mkdtempSync(join(tmpdir(), 'corvat-plant-'));
  try {
    cpSync(new URL('plant', FOLDER), folder, { recursive: true });
    writeFileSync(join(folder, 'numbers.ts'), numbers);
    const { status, stderr } = spawnSync(process.execPath, [COMPILER, ...OPTIONS], { cwd: folder });
    if (status !== 0) throw new Error(`The plant could not be compiled.\n${stderr.toString()}`);
    return readFileSync(join(folder, 'plant.wasm'));
  } finally {
    rmSync(folder, { recursive: true });
  }
}

function binaryModule(binary: Buffer): string {
  return `// Made by \`npm run plant\` from plant/.

/** The compiled plant, in base64. */
export const PLANT_BINARY =
  '${binary.toString('base64')}';
`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const [file, contents] of Object.entries(compilePlant())) {
    writeFileSync(new URL(file, FOLDER), contents);
  }
}
