import { degrees } from '../mathematics/angle.ts';
import { headingText } from '../robot/headings.ts';
import { titlesOf } from './titles.ts';
import { formatNumber, formatShown, unitOf } from '../mathematics/quantity.ts';
import { lengthText } from '../moves/words.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { flattened } from '../moves/flattened.ts';
import { definitionOf, type Move } from '../moves/index.ts';
import type { RoutePlan } from './plan.ts';
import { memberWord, memberWords } from '../language/memberWords.ts';
import { inSentence } from '../language/inSentence.ts';
import { say } from '../language/say.ts';

/** How a number of a move is shown, by the member that it is. */
const SHOWN: Readonly<Record<string, (value: number, setup: RobotParameters) => string>> = {
  distance: lengthText,
  length: lengthText,
  radius: lengthText,
  speed: (value) => `${formatShown(value, 'speed', 0)} ${unitOf('speed')}`,
  rate: (value) => `${formatNumber(degrees(value), 0)} °/s`,
  heading: headingText,
  angle: headingText,
  stopEarly: angleText,
  lastAngle: angleText,
  lastRate: (value) => `${formatNumber(degrees(value), 0)} °/s`,
  timeLimit: seconds,
  duration: seconds,
  stallTime: seconds,
  pause: seconds,
  power: (value) => `${formatNumber(100 * value, 0)} %`,
};

/** The difference of two plans in sentences, in the order of the moves; empty when they are alike. */
export function planDifferences(
  before: RoutePlan,
  after: RoutePlan,
  setup: RobotParameters,
): string[] {
  const says: string[] = [];
  if (before.startId !== after.startId)
    says.push(say`Starts at ${after.startId} instead of ${before.startId}.`);
  const [titlesBefore, titlesAfter] = [before, after].map((plan) =>
    titlesOf(plan.moves, setup).map(({ title }) => title),
  ) as [string[], string[]];
  after.moves.forEach((move, i) => {
    const place = before.moves.findIndex(({ id }) => id === move.id);
    const old = before.moves[place];
    const number = i + 1;
    if (old === undefined) {
      says.push(say`Move ${number} is new: ${titlesAfter[i]!}.`);
    } else if (old.kind !== move.kind) {
      says.push(say`Move ${number}: ${titlesBefore[place]!} became ${titlesAfter[i]!}.`);
    } else {
      says.push(
        ...memberDifferences(old, move, setup).map(
          (words) => say`Move ${number}, ${inSentence(definitionOf(move.kind).name)}: ${words}.`,
        ),
      );
    }
  });
  before.moves.forEach((move, i) => {
    if (!after.moves.some(({ id }) => id === move.id)) {
      says.push(say`Move ${i + 1} was taken out: ${titlesBefore[i]!}.`);
    }
  });
  const kept = (plan: RoutePlan, other: RoutePlan) =>
    plan.moves.map(({ id }) => id).filter((id) => other.moves.some((one) => one.id === id));
  if (kept(before, after).join() !== kept(after, before).join()) says.push(say`The order changed.`);
  return says;
}

function memberDifferences(before: Move, after: Move, setup: RobotParameters): string[] {
  const old = flattened(before);
  const now = flattened(after);
  const names = [...new Set([...Object.keys(old), ...Object.keys(now)])];
  return names.flatMap((name) => {
    if (old[name] === now[name]) return [];
    const member = name.split('.').at(-1)!;
    // A number says what it is of by itself: the distance of `until.distance` is the distance.
    const words = member in SHOWN ? memberWord(member) : memberWords(name);
    return [`${words} ${shown(member, old[name], setup)} → ${shown(member, now[name], setup)}`];
  });
}

/** Members whose words people chose. */
const FREE: ReadonlySet<string> = new Set(['name', 'colour', 'modelId', 'fromId']);

function shown(member: string, value: unknown, setup: RobotParameters): string {
  if (value === undefined) return '–';
  if (value === null) return member === 'heading' ? say`as it reads` : say`by itself`;
  if (typeof value === 'boolean') return value ? say`yes` : say`no`;
  if (typeof value === 'string') return FREE.has(member) ? value : memberWord(value);
  if (typeof value !== 'number') return JSON.stringify(value);
  return SHOWN[member]?.(value, setup) ?? formatNumber(value, 3);
}

function angleText(value: number): string {
  return `${formatNumber(degrees(value), 1)}°`;
}

function seconds(value: number): string {
  return `${formatNumber(value, 2)} s`;
}
