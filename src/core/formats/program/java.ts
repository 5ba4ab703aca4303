import library from './java/RouteProgram.java?raw';
import wiredHub from './java/WiredHub.java?raw';
import wrappingMotors from './java/WrappingMotors.java?raw';
import { mentions } from './needed.ts';
import { TOLD_START } from '../../program/told.ts';
import { numberText, safeText } from './parts.ts';
import { isRow, type WiredPair } from './wired.ts';
import { programWriter, type HubMethod, type Library } from './writer.ts';
import { say } from '../../language/say.ts';

/** The route as one Java file, with the same numbers, functions and promises as the Python program. */
export const javaProgram = programWriter({
  library: libraryOf,
  between: '\n\n',
  always: 'hub RouteProgram settleAndZero',
  words: { none: 'Double.NaN', yes: 'true', no: 'false' },
  remark: (text) => `// ${text}`,
  constant: ({ name, value, comment }, literal) =>
    `    static final ${typeof value === 'boolean' ? 'boolean' : 'double'} ${name} = ${literal}; // ${safeText(comment)}`,
  device: ({ name, type, value }) => {
    const made = (one: WiredPair) =>
      `new ${type}("${one[0]}", ${typeof one[1] === 'string' ? `"${one[1]}"` : numberText(one[1])})`;
    if (typeof value === 'string') return `    static final ${type} ${name} = "${value}";`;
    return isRow(value)
      ? `    static final ${type}[] ${name} = {${value.map(made).join(', ')}};`
      : `    static final ${type} ${name} = ${made(value)};`;
  },
  functionName: (words) => words.replace(/ (.)/g, (_, letter: string) => letter.toUpperCase()),
  called: (name, args) => `${name}(${args.join(', ')})`,
  endOfStatement: ';',
  loop: {
    open: (times, depth) =>
      `for (int round${depth} = 0; round${depth} < ${times}; round${depth}++) {`,
    close: '}',
    empty: null,
  },
  branch: { open: (condition) => `if (${condition}) {`, otherwise: '} else {' },
  main: (before, lines, usesArm) =>
    [
      '    public void run() {',
      '        try {',
      ...before.map((line) => `            ${line}`),
      '            settleAndZero(GYRO_WAIT);',
      `            tell("${TOLD_START}");`,
      ...lines.map((line) => `            ${line}`),
      '        } finally {',
      ...(usesArm ? ['            hub.arm(0);'] : []),
      '            hub.stop("brake");',
      '        }',
      '    }',
    ].join('\n'),
  whole: ({ heading, numbers, devices, blocks, library: methods, main }) =>
    [
      '/*',
      ` * ${safeText(say`${heading.route}, revision ${heading.revision}`)}.`,
      ' *',
      ` * ${safeText(say`Written for ${heading.robot}, setup ${heading.setup}. Write a class that implements Hub, then call new RouteProgram(hub).run().`)}`,
      ` * ${safeText(say`Keep fingers and hair away from wheels and attachments, and hands off the table while it runs.`)}`,
      ' */',
      ...['BooleanSupplier', 'DoubleSupplier', 'Supplier']
        .filter((name) => mentions(methods, name))
        .map((name) => `import java.util.function.${name};`),
      '',
      'public class RouteProgram {',
      `    // ${safeText(say`Numbers of the robot, from its setup.`)}`,
      ...numbers,
      '',
      ...(devices.length === 0
        ? []
        : [
            `    // ${safeText(say`Devices of the robot, from its wiring sheet; −1 turns the other way round.`)}`,
            ...devices,
            '',
          ]),
      `    // ${safeText(say`Numbers of the moves.`)}`,
      ...blocks.flatMap(([title, ...constants]) => ['', `    ${title}`, ...constants]),
      '',
      methods,
      '',
      main,
      '}',
      '',
    ].join('\n'),
});

/** Where the hub stands in the library, and its last section, which is another one for motors that wrap. */
const HUB = /^ {4}\/\*\* The robot's hub/m;
const MOTORS = /^ {4}\/\/ How the motors are read/m;

/** Where the types of the wired hub begin, and its interface behind them. */
const RECORDS = /^ {4}\/\*\* A motor by its name/m;

function libraryOf(wraps: boolean): Library {
  const all = library.slice(library.search(HUB), library.search(MOTORS));
  const source = wraps ? wrappingMotors : library;
  const motors = source.slice(source.search(MOTORS), source.lastIndexOf('}'));
  const [hub, ...members] = membersOf(`${all}${motors}`);
  const { opening, methods } = hubOf(hub!);
  const wired = membersOf(wiredHub.slice(wiredHub.search(RECORDS), wiredHub.lastIndexOf('}')));
  return {
    hub: { head: `${opening}\n`, tail: '\n    }' },
    methods,
    pieces: members.map((text) => ({ text, names: namesOf(text) })),
    wired: {
      methods: hubOf(wired.at(-1)!).methods,
      pieces: wired.slice(0, -1).map((text) => ({ text, names: namesOf(text) })),
    },
  };
}

/** The members of a class, each with the words above it. */
function membersOf(source: string): string[] {
  return source.trimEnd().split(/\n\n(?= {4}\S)/);
}

/** An interface: what stands before its methods, and these. */
function hubOf(source: string): { opening: string; methods: HubMethod[] } {
  const [opening, ...methods] = source.replace(/\n {4}\}$/, '').split(/(?<=\bHub \{)\n|\n\n/);
  return {
    opening: opening!,
    methods: methods.map((text) => ({
      name: /(\w+)\([^)]*\)(?:;| \{)/.exec(text.replace(/\/\*\*.*?\*\//gs, ''))![1]!,
      text,
    })),
  };
}

/** What a member of the class defines. */
function namesOf(member: string): string[] {
  const code = member.replace(/^ *(\/\*\*.*?\*\/|\/\/.*)$/gms, '').trim();
  const type = /^(?:public )?(?:interface|record) (\w+)/.exec(code);
  if (type !== null) return [type[1]!];
  const field = /(\w+)(?: = [^;]*)?;/.exec(code.split('\n', 1)[0]!);
  if (field !== null) return [field[1]!];
  const method = /(\w+)\(/.exec(code);
  return method === null ? [] : [method[1]!];
}
