import library from './java/RouteProgram.java?raw';
import wrappingMotors from './java/WrappingMotors.java?raw';
import { mentions } from './needed.ts';
import { safeText } from './parts.ts';
import { programWriter, type Library } from './writer.ts';

/** The route as one Java file, with the same numbers, functions and promises as the Python program. */
export const javaProgram = programWriter({
  library: libraryOf,
  between: '\n\n',
  always: 'hub RouteProgram settleAndZero',
  words: { none: 'Double.NaN', yes: 'true', no: 'false' },
  remark: (text) => `// ${text}`,
  constant: ({ name, value, comment }, literal) =>
    `    static final ${typeof value === 'boolean' ? 'boolean' : 'double'} ${name} = ${literal}; // ${safeText(comment)}`,
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
      ...lines.map((line) => `            ${line}`),
      '        } finally {',
      ...(usesArm ? ['            hub.arm(0);'] : []),
      '            hub.stop("brake");',
      '        }',
      '    }',
    ].join('\n'),
  whole: ({ heading, numbers, blocks, library: methods, main }) =>
    [
      '/*',
      ` * ${safeText(heading.route)}, revision ${safeText(heading.revision)}.`,
      ' *',
      ` * Written for ${safeText(heading.robot)}, setup ${heading.setup}. Write a class that implements Hub, then call`,
      ' * new RouteProgram(hub).run().',
      ' * Keep fingers and hair away from wheels and attachments, and hands off the table while it runs.',
      ' */',
      ...['BooleanSupplier', 'DoubleSupplier', 'Supplier']
        .filter((name) => mentions(methods, name))
        .map((name) => `import java.util.function.${name};`),
      '',
      'public class RouteProgram {',
      '    // Numbers of the robot, from its setup.',
      ...numbers,
      '',
      '    // Numbers of the moves.',
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

function libraryOf(wraps: boolean): Library {
  const all = library.slice(library.search(HUB), library.search(MOTORS));
  const source = wraps ? wrappingMotors : library;
  const motors = source.slice(source.search(MOTORS), source.lastIndexOf('}'));
  const [hub, ...members] = `${all}${motors}`.trimEnd().split(/\n\n(?= {4}\S)/);
  const [opening, ...methods] = hub!.replace(/\n {4}\}$/, '').split(/(?<=\{)\n|\n\n/);
  return {
    hub: { head: `${opening}\n`, tail: '\n    }' },
    methods: methods.map((text) => ({ name: /(\w+)\([^)]*\);/.exec(text)![1]!, text })),
    pieces: members.map((text) => ({ text, names: namesOf(text) })),
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
