import type { Setup } from '../../robot/setup.ts';
import type { RoutePlan } from '../../route/moves.ts';
import {
  STEERING_LIMIT,
  STILL_RATE,
  STILL_TIME,
  TURN_END_RATE,
  TURN_TOLERANCE,
} from '../../simulation/settings.ts';
import { degrees } from '../../geometry/angle.ts';
import {
  numberText,
  partsOf,
  robotConstants,
  safeText,
  type Call,
  type Constant,
  type Origin,
  type Part,
  type ProgramHeading,
  type Value,
} from './parts.ts';
import { PYTHON_LIBRARY } from './pythonLibrary.ts';

/**
 * The route as one Python file: numbers at the top, small functions, and a `Hub` class that the team
 * fills in for its own hub. It stops the motors when it is interrupted, has a time limit on every
 * loop, and never compares a reading for equality.
 */
export function pythonProgram(
  plan: RoutePlan,
  setup: Setup,
  heading: ProgramHeading,
  origin: Origin,
): string {
  const parts = partsOf(plan, setup, origin);
  const blocks = parts.flatMap((part) => [
    `# ${safeText(part.title)}`,
    ...(part.kind === 'repeat' ? [part.times] : part.constants).map(constantLine),
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
    ...robotConstants(setup, origin, STEERING_LIMIT).map(constantLine),
    `TURN_TOLERANCE = ${numberText(degrees(TURN_TOLERANCE))}  # degrees, for turns by a controller`,
    `TURN_END_RATE = ${numberText(degrees(TURN_END_RATE))}  # degrees a second`,
    `STILL_RATE = ${numberText(degrees(STILL_RATE))}  # degrees a second, below which the gyro is still`,
    `STILL_TIME = ${numberText(STILL_TIME)}  # s`,
    '',
    '# Numbers of the moves.',
    ...blocks,
    PYTHON_LIBRARY,
    'def main(hub):',
    '    try:',
    '        settle_and_zero(hub, GYRO_WAIT)',
    ...callLines(parts).map((line) => `        ${line}`),
    '    finally:',
    '        hub.arm(0)',
    '        hub.stop("brake")',
    '',
  ].join('\n');
}

/** The calls of all moves, with loops round those that are repeated. */
function callLines(parts: readonly Part[]): string[] {
  const lines: string[] = [];
  let depth = 0;
  parts.forEach((part, i) => {
    const loops = parts
      .slice(i)
      .filter((later) => later.kind === 'repeat' && later.from === i)
      .reverse();
    for (const loop of loops) {
      if (loop.kind !== 'repeat') continue;
      lines.push(`${indent(depth)}for _ in range(${loop.times.name}):`);
      depth++;
    }
    if (part.kind === 'repeat') {
      if (part.from >= 0 && part.from < i) depth--;
      return;
    }
    for (const call of part.calls) lines.push(`${indent(depth)}${statement(call)}`);
    if (part.calls.length === 0) lines.push(`${indent(depth)}pass  # ${safeText(part.title)}`);
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
