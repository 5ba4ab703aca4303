import { TOLD_END } from '../../program/told.ts';
import { call, type Argument, type Call, type Value } from '../../program/text.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { RoutePlan } from '../../route/plan.ts';
import type { Wiring } from '../../benches/ports/wiring.ts';
import { wiredConstants, wiredMethods, type WiredConstant } from './wired.ts';
import { mentions, neededPieces, type LibraryPiece } from './needed.ts';
import {
  numberText,
  partsOf,
  robotConstants,
  safeText,
  startOf,
  type Constant,
  type Origin,
  type Part,
  type ProgramHeading,
} from './parts.ts';

/** Writes the program of a plan; numbers at the top, then the functions that it needs, then its moves. */
export type ProgramWriter = (
  plan: RoutePlan,
  setup: RobotParameters,
  heading: ProgramHeading,
  origin: Origin,
  /** What hangs where; devices that it does not name are left to the hub. */
  wiring: Wiring | null,
) => string;

/** What a library holds: the hub that a team fills in, and pieces that stand or go as a whole. */
export interface Library {
  /** The hub in front of its methods, and behind them. */
  hub: { head: string; tail: string };
  methods: HubMethod[];
  pieces: LibraryPiece[];
  /** What the hub does by the wiring sheet, and what it asks of each device for that; and types that it needs. */
  wired: { methods: HubMethod[]; pieces: LibraryPiece[] };
}

/** A method of the hub by its name. */
export interface HubMethod {
  name: string;
  text: string;
}

/** The parts of a program as text, to be put together. */
interface ProgramText {
  heading: ProgramHeading;
  numbers: string[];
  /** The devices by the wiring sheet. */
  devices: string[];
  /** The numbers of each move under its title. */
  blocks: string[][];
  library: string;
  main: string;
}

/** What differs from language to language. */
export interface Language {
  /** @param wraps whether the motors begin again at 0 after each turn */
  library(wraps: boolean): Library;
  /** What stands between two pieces of the library. */
  between: string;
  /** What a program uses whatever its route. */
  always: string;
  /** “none given”, yes and no. */
  words: { none: string; yes: string; no: string };
  remark(text: string): string;
  constant(constant: Constant, literal: string): string;
  device(this: void, constant: WiredConstant): string;
  /** A function's name from its words. */
  functionName(this: void, words: string): string;
  called(name: string, args: string[]): string;
  /** What a statement ends with. */
  endOfStatement: string;
  loop: { open(times: string, depth: number): string; close: string | null; empty: string | null };
  branch: { open(condition: string): string; otherwise: string };
  /**
   * @param before what is done before the gyro is reset
   * @param lines what is done after that
   */
  main(before: string[], lines: string[], usesArm: boolean): string;
  whole(text: ProgramText): string;
}

/** The writer of programs in a language. */
export function programWriter(language: Language): ProgramWriter {
  return (plan, setup, heading, origin, wiring) => {
    const parts = partsOf(plan, setup, origin);
    const usesArm = parts.some(
      (part) => part.kind === 'move' && part.calls.some((one) => one.function === 'move arm'),
    );
    const start = startOf(plan, setup, origin);
    const before = start.calls.map((one) => statement(one, language));
    const main = language.main(before, callLines(parts, language), usesArm);
    const devices = wiring === null ? [] : wiredConstants(wiring);
    const library = libraryFor(main, language, setup.drive.encoderWraps, devices);
    const constantLine = (constant: Constant) =>
      language.constant(constant, literal(constant.value, language));
    return language.whole({
      heading,
      numbers: robotConstants(setup, origin)
        .filter(({ name }) => mentions(library + main, name))
        .map(constantLine),
      blocks: [start, ...parts]
        .map((part) => ({
          title: part.title,
          constants: 'times' in part ? [part.times] : part.constants,
        }))
        .filter(({ constants }) => constants.length > 0)
        .map(({ title, constants }) => [
          language.remark(safeText(title)),
          ...constants.map(constantLine),
        ]),
      devices: devices.filter(({ name }) => mentions(library, name)).map(language.device),
      library,
      main,
    });
  };
}

/** The hub with the methods that are called, and the pieces that are needed. */
function libraryFor(
  main: string,
  language: Language,
  wraps: boolean,
  devices: readonly WiredConstant[],
): string {
  const { hub, methods, pieces, wired } = language.library(wraps);
  const needed = neededPieces(pieces, `${language.always}\n${main}`).map(({ text }) => text);
  const code = [...needed, main].join('\n');
  const called = methods.filter(({ name }) => new RegExp(`hub(\\.|::)${name}\\b`).test(code));
  // What the wiring carries out stands behind what is left to fill in.
  const byWiring = new Set(wiredMethods(devices).map(language.functionName));
  const byItself = wired.methods.filter(
    ({ name }) => byWiring.has(name) && called.some((one) => one.name === name),
  );
  const carried = byItself.map(({ text }) => text).join('\n\n');
  const left = [
    ...wired.methods.filter(({ name }) => !byItself.some((one) => one.name === name)),
    ...called.filter(({ name }) => !byWiring.has(name)),
  ].filter((one) => called.includes(one) || new RegExp(`\\b${one.name}\\(`).test(carried));
  const filled = hub.head + [...left, ...byItself].map(({ text }) => text).join('\n\n') + hub.tail;
  const used = devices.filter(({ name }) => mentions(carried, name)).map(language.device);
  const types = neededPieces(wired.pieces, used.join('\n')).map(({ text }) => text);
  return [filled, ...types, ...needed].join(language.between);
}

/** The calls of all moves under what each move is, with loops round those that are repeated. */
function callLines(parts: readonly Part[], language: Language): string[] {
  const lines: string[] = [];
  let depth = 0;
  let calls = 0;
  const line = (text: string) => lines.push(`${'    '.repeat(depth)}${text}`);
  parts.forEach((part, i) => {
    for (const loop of parts.slice(i).toReversed()) {
      if (loop.kind !== 'repeat' || loop.from !== i) continue;
      line(language.loop.open(loop.times.name, depth));
      depth++;
      calls = 0;
    }
    if (part.kind === 'repeat') {
      if (part.from < 0 || part.from >= i) return;
      if (calls === 0 && language.loop.empty !== null) line(language.loop.empty);
      depth--;
      if (language.loop.close !== null) line(language.loop.close);
      calls = 1;
      return;
    }
    if (part.kind === 'choice') {
      const { branch, loop } = language;
      if (part.at === 'opens') {
        line(language.remark(safeText(part.title)));
        line(branch.open(calledText(part.calls[0]!, language)));
        depth++;
        calls = 0;
        return;
      }
      if (calls === 0 && loop.empty !== null) line(loop.empty);
      depth--;
      if (part.at === 'turns') {
        line(branch.otherwise);
        depth++;
        calls = 0;
      } else {
        if (loop.close !== null) line(loop.close);
        calls = 1;
      }
      return;
    }
    line(language.remark(safeText(part.title)));
    for (const one of part.calls) {
      line(statement(one, language));
      calls++;
    }
    if (part.calls.length > 0)
      line(statement(call('tell', { text: `${TOLD_END}${part.moveId}` }), language));
  });
  return lines;
}

/** A call that is carried out on the hub. */
function calledText({ function: name, arguments: args }: Call, language: Language): string {
  return language.called(
    language.functionName(name),
    args.map((argument) => expression(argument, language)),
  );
}

function statement(called: Call, language: Language): string {
  return calledText(called, language) + language.endOfStatement;
}

function expression(argument: Argument, language: Language): string {
  if ('constant' in argument) return argument.constant;
  if ('call' in argument) return callText(argument.call, language);
  if ('text' in argument) return `"${argument.text}"`;
  return literal(argument.value, language);
}

function callText({ function: name, arguments: args }: Call, language: Language): string {
  const texts = args.map((argument) => expression(argument, language));
  return `${language.functionName(name)}(${texts.join(', ')})`;
}

function literal(value: Value, { words }: Language): string {
  if (value === null) return words.none;
  if (typeof value === 'boolean') return value ? words.yes : words.no;
  return numberText(value);
}
