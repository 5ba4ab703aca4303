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
import { JAVA_LIBRARY } from './javaLibrary.ts';

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
  const settings: Constant[] = [
    ...robotConstants(setup, origin, STEERING_LIMIT),
    {
      name: 'TURN_TOLERANCE',
      value: degrees(TURN_TOLERANCE),
      comment: 'degrees, for turns by a controller',
    },
    { name: 'TURN_END_RATE', value: degrees(TURN_END_RATE), comment: 'degrees a second' },
    { name: 'STILL_RATE', value: degrees(STILL_RATE), comment: 'degrees a second' },
    { name: 'STILL_TIME', value: STILL_TIME, comment: 's' },
  ];
  const blocks = parts.flatMap((part) => [
    '',
    `    // ${safeText(part.title)}`,
    ...(part.kind === 'repeat' ? [part.times] : part.constants).map(constantLine),
  ]);
  return [
    '/*',
    ` * ${safeText(heading.route)}, revision ${safeText(heading.revision)}.`,
    ' *',
    ` * Written for ${safeText(heading.robot)}, setup ${heading.setup}. Write a class that implements Hub, then call`,
    ' * new RouteProgram(hub).run().',
    ' * Keep fingers and hair away from wheels and attachments, and hands off the table while it runs.',
    ' */',
    'import java.util.function.BooleanSupplier;',
    'import java.util.function.DoubleSupplier;',
    'import java.util.function.Supplier;',
    '',
    'public class RouteProgram {',
    '    // Numbers of the robot, from its setup.',
    ...settings.map(constantLine),
    '',
    '    // Numbers of the moves.',
    ...blocks,
    JAVA_LIBRARY,
    '    public void run() {',
    '        try {',
    '            settleAndZero(GYRO_WAIT);',
    ...callLines(parts).map((line) => `            ${line}`),
    '        } finally {',
    '            hub.arm(0);',
    '            hub.stop("brake");',
    '        }',
    '    }',
    '}',
    '',
  ].join('\n');
}

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
