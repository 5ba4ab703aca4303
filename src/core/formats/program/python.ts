import type { Setup } from '../../robot/parameters.ts';
import type { RoutePlan } from '../../route/plan.ts';
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
import { PYTHON_COUNTING_MOTORS, PYTHON_LIBRARY, PYTHON_WRAPPING_MOTORS } from './pythonLibrary.ts';

/**
 * The route as one Python file: numbers at the top, the functions that this route needs, and a `Hub` class
 * that the team fills in for its own hub. It stops the motors when it is interrupted, has a time limit
 * on every loop, and never compares a reading for equality.
 */
export function pythonProgram(
  plan: RoutePlan,
  setup: Setup,
  heading: ProgramHeading,
  origin: Origin,
): string {
  const parts = partsOf(plan, setup, origin);
  const main = mainLines(parts).join('\n');
  const library = libraryFor(main, setup);
  const numbers = robotConstants(setup, origin).filter(({ name }) =>
    mentions(library + main, name),
  );
  const blocks = parts
    .map((part) => [part, part.kind === 'repeat' ? [part.times] : part.constants] as const)
    .filter(([, constants]) => constants.length > 0)
    .flatMap(([part, constants]) => [
      `# ${safeText(part.title)}`,
      ...constants.map(constantLine),
      '',
    ]);
  return [
    `"""${safeText(heading.route)}, revision ${safeText(heading.revision)}.`,
    '',
    `Written for ${safeText(heading.robot)}, setup ${heading.setup}. Fill in the class Hub, then run main(Hub()).`,
    'Keep fingers and hair away from wheels and attachments, and hands off the table while it runs.',
    '"""',
    '',
    '# Numbers of the robot, from its setup.',
    ...numbers.map(constantLine),
    '',
    '# Numbers of the moves.',
    ...blocks,
    '',
    library,
    '',
    '',
    main,
    '',
  ].join('\n');
}

/** The hub and the functions that a main function needs. */
function libraryFor(main: string, setup: Setup): string {
  const motors = setup.drive.encoderWraps ? PYTHON_WRAPPING_MOTORS : PYTHON_COUNTING_MOTORS;
  const [hub, ...rest] = `${PYTHON_LIBRARY.trim()}\n\n\n${motors.trim()}`.split(/\n\n\n/);
  const pieces = rest.map((text): LibraryPiece => {
    const named = /^(?:def (\w+)|(\w+) = )/m.exec(text);
    return { text, names: named === null ? [] : [named[1] ?? named[2]!] };
  });
  const needed = neededPieces(pieces, main).map(({ text }) => text);
  const code = [...needed, main].join('\n');
  // The hub keeps the methods that are called.
  const [head, ...methods] = hub!.split(/\n\n/);
  const called = methods.filter((method) => {
    const name = /def (\w+)/.exec(method)![1]!;
    return new RegExp(`hub\\.${name}\\b`).test(code);
  });
  return [[head, ...called].join('\n\n'), ...needed].join('\n\n\n');
}

function mainLines(parts: readonly Part[]): string[] {
  const arm = parts.some((part) => part.kind === 'move' && part.calls.some(isArm));
  return [
    'def main(hub):',
    '    try:',
    '        settle_and_zero(hub, GYRO_WAIT)',
    ...callLines(parts).map((line) => `        ${line}`),
    '    finally:',
    ...(arm ? ['        hub.arm(0)'] : []),
    '        hub.stop("brake")',
  ];
}

function isArm(call: Call): boolean {
  return call.function === 'move arm';
}

/** The calls of all moves under what each move is, with loops round those that are repeated. */
function callLines(parts: readonly Part[]): string[] {
  const lines: string[] = [];
  let depth = 0;
  const line = (text: string) => lines.push(`${indent(depth)}${text}`);
  parts.forEach((part, i) => {
    const loops = parts
      .slice(i)
      .filter((later) => later.kind === 'repeat' && later.from === i)
      .reverse();
    for (const loop of loops) {
      if (loop.kind !== 'repeat') continue;
      line(`for _ in range(${loop.times.name}):`);
      depth++;
    }
    if (part.kind === 'repeat') {
      if (part.from < 0 || part.from >= i) return;
      // A loop of nothing but remarks is none to Python.
      if (!lines.at(-1)!.trim().endsWith(')')) line('pass');
      depth--;
      return;
    }
    line(`# ${safeText(part.title)}`);
    for (const call of part.calls) line(statement(call));
  });
  return lines;
}

function indent(depth: number): string {
  return '    '.repeat(depth);
}

function constantLine({ name, value, comment }: Constant): string {
  return `${name} = ${literal(value)}  # ${safeText(comment)}`;
}

function literal(value: Value): string {
  if (value === null) return 'None';
  if (typeof value === 'boolean') return value ? 'True' : 'False';
  return numberText(value);
}

function statement(call: Call): string {
  return expression({ ...call, arguments: [{ text: 'hub' }, ...call.arguments] }).replace(
    '("hub"',
    '(hub',
  );
}

function expression(call: Call): string {
  const args = call.arguments.map((argument) => {
    if ('constant' in argument) return argument.constant;
    if ('call' in argument) return expression(argument.call);
    if ('text' in argument) return `"${argument.text}"`;
    return literal(argument.value);
  });
  return `${call.function.replace(/ /g, '_')}(${args.join(', ')})`;
}
