import { TOLD_START } from '../../program/told.ts';
import { numberText, safeText } from './parts.ts';
import library from './python/library.py?raw';
import wiredHub from './python/wired_hub.py?raw';
import wrappingMotors from './python/wrapping_motors.py?raw';
import { isRow, type WiredPair } from './wired.ts';
import { programWriter, type HubMethod, type Library } from './writer.ts';
import { say } from '../../language/say.ts';

/**
 * The route as one Python file, with a `Hub` class that the team fills in for its own hub. It stops the
 * motors when it is interrupted, has a time limit on every loop but that which waits for a start, and never
 * compares a reading for equality.
 */
export const pythonProgram = programWriter({
  library: libraryOf,
  between: '\n\n\n',
  always: 'settle_and_zero',
  words: { none: 'None', yes: 'True', no: 'False' },
  remark: (text) => `# ${text}`,
  constant: ({ name, comment }, literal) => `${name} = ${literal}  # ${safeText(comment)}`,
  device: ({ name, value }) => {
    const pair = (one: WiredPair) =>
      `("${one[0]}", ${typeof one[1] === 'string' ? `"${one[1]}"` : numberText(one[1])})`;
    if (typeof value === 'string') return `${name} = "${value}"`;
    return `${name} = ${isRow(value) ? `(${value.map(pair).join(', ')},)` : pair(value)}`;
  },
  functionName: (words) => words.replace(/ /g, '_'),
  called: (name, args) => `${name}(${['hub', ...args].join(', ')})`,
  endOfStatement: '',
  loop: { open: (times) => `for _ in range(${times}):`, close: null, empty: 'pass' },
  branch: { open: (condition) => `if ${condition}:`, otherwise: 'else:' },
  main: (before, lines, usesArm) =>
    [
      'def main(hub):',
      '    try:',
      ...before.map((line) => `        ${line}`),
      '        settle_and_zero(hub, GYRO_WAIT)',
      `        tell(hub, "${TOLD_START}")`,
      ...lines.map((line) => `        ${line}`),
      '    finally:',
      ...(usesArm ? ['        hub.arm(0)'] : []),
      '        hub.stop("brake")',
    ].join('\n'),
  whole: ({ heading, numbers, devices, blocks, library: functions, main }) =>
    [
      `"""${safeText(say`${heading.route}, revision ${heading.revision}`)}.`,
      '',
      safeText(
        say`Written for ${heading.robot}, setup ${heading.setup}. Fill in the class Hub, then run main(Hub()).`,
      ),
      safeText(
        say`Keep fingers and hair away from wheels and attachments, and hands off the table while it runs.`,
      ),
      '"""',
      '',
      `# ${safeText(say`Numbers of the robot, from its setup.`)}`,
      ...numbers,
      '',
      ...(devices.length === 0
        ? []
        : [
            `# ${safeText(say`Devices of the robot, from its wiring sheet; −1 turns the other way round.`)}`,
            ...devices,
            '',
          ]),
      `# ${safeText(say`Numbers of the moves.`)}`,
      ...blocks.flatMap((block) => [...block, '']),
      '',
      functions,
      '',
      '',
      main,
      '',
    ].join('\n'),
});

/** Where the last section of the library begins, which is another one for motors that wrap. */
const MOTORS = /^# How the motors are read/m;

function libraryOf(wraps: boolean): Library {
  const [all, counting] = [
    library.slice(0, library.search(MOTORS)),
    library.slice(library.search(MOTORS)),
  ];
  const motors = wraps ? wrappingMotors.slice(wrappingMotors.search(MOTORS)) : counting;
  // Behind the words about the file stands the hub, then one piece after the other.
  const pieces = `${all.trim()}\n\n\n${motors.trim()}`.split(/\n\n\n/).slice(2);
  const { head, methods } = hubOf(library);
  return {
    hub: { head: `${head}\n\n`, tail: '' },
    methods: methods.map(methodOf),
    wired: { methods: hubOf(wiredHub).methods.map(methodOf), pieces: [] },
    pieces: pieces.map((text) => {
      const named = /^(?:def (\w+)|(\w+) = )/m.exec(text);
      return { text, names: named === null ? [] : [named[1] ?? named[2]!] };
    }),
  };
}

/** The hub of a library, which stands behind the words about the file. */
function hubOf(source: string): { head: string; methods: string[] } {
  const hub = source.trim().split(/\n\n\n/)[1]!;
  const head = hub.slice(0, hub.search(/^ {4}def /m)).trimEnd();
  return {
    head,
    methods: hub
      .slice(head.length)
      .trim()
      .split(/\n\n(?= {4}def)/)
      .map((text) => text.replace(/^(?! )/, '    ')),
  };
}

function methodOf(text: string): HubMethod {
  return { name: /def (\w+)/.exec(text)![1]!, text };
}
