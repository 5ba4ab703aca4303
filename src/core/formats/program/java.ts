import type { Setup } from '../../robot/parameters.ts';
import type { RoutePlan } from '../../route/plan.ts';
import { JAVA_COUNTING_MOTORS, JAVA_LIBRARY, JAVA_WRAPPING_MOTORS } from './javaLibrary.ts';
import { mentions, neededPieces, type LibraryPiece } from './needed.ts';
import {
  numberText,
  partsOf,
  robotConstants,
  safeText,
  type Constant,
  type Origin,
  type Part,
  type ProgramHeading,
} from './parts.ts';
import { type Call, type Value } from '../../program/text.ts';

/**
 * The route as one Java file, with the same numbers, functions and promises as the Python program.
 */
export function javaProgram(
  plan: RoutePlan,
  setup: Setup,
  heading: ProgramHeading,
  origin: Origin,
): string {
  const parts = partsOf(plan, setup, origin);
  const run = runLines(parts).join('\n');
  const library = libraryFor(run, setup);
  const numbers = robotConstants(setup, origin).filter(({ name }) => mentions(library + run, name));
  const blocks = parts
    .map((part) => [part, part.kind === 'repeat' ? [part.times] : part.constants] as const)
    .filter(([, constants]) => constants.length > 0)
    .flatMap(([part, constants]) => [
      '',
      `    // ${safeText(part.title)}`,
      ...constants.map(constantLine),
    ]);
  const imports = ['BooleanSupplier', 'DoubleSupplier', 'Supplier'].filter((name) =>
    mentions(library, name),
  );
  return [
    '/*',
    ` * ${safeText(heading.route)}, revision ${safeText(heading.revision)}.`,
    ' *',
    ` * Written for ${safeText(heading.robot)}, setup ${heading.setup}. Write a class that implements Hub, then call`,
    ' * new RouteProgram(hub).run().',
    ' * Keep fingers and hair away from wheels and attachments, and hands off the table while it runs.',
    ' */',
    ...imports.map((name) => `import java.util.function.${name};`),
    '',
    'public class RouteProgram {',
    '    // Numbers of the robot, from its setup.',
    ...numbers.map(constantLine),
    '',
    '    // Numbers of the moves.',
    ...blocks,
    '',
    library,
    '',
    run,
    '}',
    '',
  ].join('\n');
}

/** What stands whatever the route: the hub's own fields and how the program begins. */
const ALWAYS = 'hub RouteProgram';

/** The hub and the methods that a run needs. */
function libraryFor(run: string, setup: Setup): string {
  const motors = setup.drive.encoderWraps ? JAVA_WRAPPING_MOTORS : JAVA_COUNTING_MOTORS;
  const members = `${JAVA_LIBRARY.replace(/^\n/, '')}${motors}`.trimEnd().split(/\n\n(?= {4}\S)/);
  const [hub, ...rest] = members;
  const pieces = rest.map((text): LibraryPiece => ({ text, names: namesOf(text) }));
  const needed = neededPieces(pieces, `${ALWAYS}\n${run}`).map(({ text }) => text);
  const code = [...needed, run].join('\n');
  return [withCalled(hub!, code), ...needed].join('\n\n');
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

/** The interface of the hub with the methods that are called. */
function withCalled(hub: string, code: string): string {
  const [head, ...methods] = hub.replace(/\n {4}\}$/, '').split(/\n\n/);
  // The first method stands under the interface's own line.
  const [opening, first] = head!.split(/(?<=\{)\n/);
  const called = [first!, ...methods].filter((method) => {
    const name = /(\w+)\([^)]*\);/.exec(method)![1]!;
    return new RegExp(`hub(\\.|::)${name}\\b`).test(code);
  });
  return `${opening}\n${called.join('\n\n')}\n    }`;
}

function runLines(parts: readonly Part[]): string[] {
  const arm = parts.some(
    (part) => part.kind === 'move' && part.calls.some((call) => call.function === 'move arm'),
  );
  return [
    '    public void run() {',
    '        try {',
    '            settleAndZero(GYRO_WAIT);',
    ...callLines(parts).map((line) => `            ${line}`),
    '        } finally {',
    ...(arm ? ['            hub.arm(0);'] : []),
    '            hub.stop("brake");',
    '        }',
    '    }',
  ];
}

/** The calls of all moves under what each move is, with loops round those that are repeated. */
function callLines(parts: readonly Part[]): string[] {
  const lines: string[] = [];
  let depth = 0;
  const line = (text: string) => lines.push(`${'    '.repeat(depth)}${text}`);
  parts.forEach((part, i) => {
    for (const loop of parts.slice(i).toReversed()) {
      if (loop.kind !== 'repeat' || loop.from !== i) continue;
      const round = `round${depth}`;
      line(`for (int ${round} = 0; ${round} < ${loop.times.name}; ${round}++) {`);
      depth++;
    }
    if (part.kind === 'repeat') {
      if (part.from < 0 || part.from >= i) return;
      depth--;
      line('}');
      return;
    }
    line(`// ${safeText(part.title)}`);
    for (const call of part.calls) line(`${expression(call)};`);
  });
  return lines;
}

function constantLine({ name, value, comment }: Constant): string {
  const type = typeof value === 'boolean' ? 'boolean' : 'double';
  return `    static final ${type} ${name} = ${literal(value)}; // ${safeText(comment)}`;
}

function literal(value: Value): string {
  if (value === null) return 'Double.NaN';
  return typeof value === 'boolean' ? String(value) : numberText(value);
}

function expression(call: Call): string {
  const args = call.arguments.map((argument) => {
    if ('constant' in argument) return argument.constant;
    if ('call' in argument) return expression(argument.call);
    if ('text' in argument) return `"${argument.text}"`;
    return literal(argument.value);
  });
  const name = call.function.replace(/ (.)/g, (_, letter: string) => letter.toUpperCase());
  return `${name}(${args.join(', ')})`;
}
