import { conventions } from '../language/conventions.ts';
import { degrees } from '../mathematics/angle.ts';
import { formatNumber, formatShown, unitOf } from '../mathematics/quantity.ts';
import { gyroHeadingText, gyroHeading } from '../robot/headings.ts';
import type { Stop } from '../robot/motor.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { say } from '../language/say.ts';

/** A number that a team types into its own programming tool. */
export interface SheetNumber {
  label: string;
  value: string;
  unit: string;
}

/** A part of a program in plain words, with the numbers that it needs. */
export interface SheetText {
  sentences: string[];
  numbers: SheetNumber[];
}

/** What a constant of a program can be; null is “none given”. */
export type Value = number | boolean | null;

/** A call as it is in every language; functions are named in words. */
export interface Call {
  function: string;
  arguments: Argument[];
}
export type Argument = { constant: string } | { call: Call } | { text: string } | { value: Value };

/** What the number of a constant is: it decides to which step it is rounded. */
export type ConstantKind =
  'percent' | 'degrees' | 'millimetres' | 'seconds' | 'motor degrees' | 'gain' | 'as it is';

/** Writes the calls of one move, and gathers the constants that they name. */
export interface CallWriter {
  readonly setup: RobotParameters;
  /** Where a number of the setup comes from: “bench record 4”, “typed”, “starting value”. */
  readonly origin: (path: string) => string;
  /** A constant of the move with what its number was made from; one of the same name is the same one. */
  constant(name: string, value: Value, kind: ConstantKind, comment: string): Argument;
  /** What every loop ends with: its time limit, how the motors stop, and the rest after it. */
  end(instruction: { timeLimit: number; stop: Stop; rest: number }): Argument[];
  timeLimit(limit: number): Argument;
  rest(rest: number): Argument;
}

export function call(name: string, ...args: Argument[]): Call {
  return { function: name, arguments: args };
}

/** A number in a comment of a program, with one decimal at most. */
export function short(value: number): string {
  return String(Number(value.toFixed(1)));
}

/** A length or a speed in a comment of a program, in the team’s unit. */
export function shortQuantity(value: number, kind: 'length' | 'speed'): string {
  return `${formatShown(value, kind).replace('−', '-')} ${unitOf(kind)}`;
}

/** How far a motor turns, as the team says it. */
export function motorText(angle: number): string {
  return conventions().motor === 'degrees'
    ? `${degreesText(angle, 0)}°`
    : say`${formatNumber(angle / (2 * Math.PI), 3)} rotations`;
}

export function sheetNumber(
  label: string,
  value: number,
  unit: string,
  digits: number,
): SheetNumber {
  return { label, value: formatNumber(value, digits), unit };
}

/** A length that is for people; what a program compares has the unit of its sensor. */
export function lengthNumber(label: string, value: number): SheetNumber {
  return { label, value: formatShown(value, 'length', 0), unit: unitOf('length') };
}

/** How far a motor turns as a number of a sheet; `when` follows its name. */
export function motorNumber(when: string, angle: number): SheetNumber {
  return conventions().motor === 'degrees'
    ? sheetNumber(say`Motor degrees${when}`, degrees(angle), '°', 0)
    : sheetNumber(say`Motor rotations${when}`, angle / (2 * Math.PI), 'rot', 3);
}

export function degreesText(angle: number, digits: number): string {
  return formatNumber(degrees(angle), digits);
}

export function secondsText(time: number): string {
  return `${formatNumber(time, 2)} s`;
}

export function percentText(share: number): string {
  return `${formatNumber(100 * share, 0)} %`;
}

/** How the motors stop, as the beginning of a sentence. */
export function stopWords(stop: Stop): string {
  return { brake: say`Brake`, hold: say`Brake and hold`, coast: say`Let the motors roll out` }[
    stop
  ];
}

/** The heading that is known again, in words, as a number and as a call. */
export const knownHeading = {
  words: (heading: number, setup: RobotParameters) =>
    say`set the heading to ${gyroHeadingText(heading, setup)}.`,
  number: (heading: number, setup: RobotParameters) =>
    sheetNumber(say`Set the heading to`, gyroHeading(heading, setup), '°', 1),
  call: (heading: number, writer: CallWriter) =>
    call(
      'set heading',
      writer.constant(
        'HEADING_AFTER',
        gyroHeading(heading, writer.setup),
        'degrees',
        say`degrees, known again`,
      ),
    ),
};

/** The threshold between dark and light as a constant. */
export function thresholdConstant(threshold: number, writer: CallWriter): Argument {
  return writer.constant(
    'THRESHOLD',
    100 * threshold,
    'percent',
    say`percent, dark is below; ${writer.origin('light.threshold')}`,
  );
}
