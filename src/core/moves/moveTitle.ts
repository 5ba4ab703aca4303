import { degrees, wrapAngle } from '../mathematics/angle.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import type { Setup } from '../robot/parameters.ts';
import type { FollowWallMove, Move } from './moves.ts';
import { headingText } from '../robot/headings.ts';

/** What a kind of move is called. */
export const MOVE_NAMES: Readonly<Record<Move['kind'], string>> = {
  drive: 'Drive',
  turn: 'Turn',
  arc: 'Arc',
  approach: 'Approach',
  'until line': 'Until line',
  'until touch': 'Until touch',
  'follow wall': 'Follow wall',
  'follow line': 'Follow line',
  'square up': 'Square up',
  settle: 'Settle and zero',
  arm: 'Arm',
  wait: 'Wait',
  checkpoint: 'Checkpoint',
  repeat: 'Repeat',
};

/**
 * A move in a few words, in the robot's own sense of right and left.
 *
 * @param turn the turn that is expected, rad, where the move alone does not say it
 * @param position finds a move's place in its plan, for a repeat
 */
export function moveTitle(
  move: Move,
  setup: Setup,
  turn: number,
  position: (id: string) => number,
): string {
  const side = turn > 0 ? 'left' : 'right';
  switch (move.kind) {
    case 'drive':
      return `Drive ${move.distance < 0 ? 'back ' : ''}${length(Math.abs(move.distance))}`;
    case 'turn':
      return move.target.kind === 'heading'
        ? `Turn ${side} to heading ${headingText(wrapAngle(move.target.heading), setup)}`
        : `Turn ${side} by ${angle(move.target.angle)}`;
    case 'arc':
      return `Arc ${move.angle > 0 ? 'left' : 'right'} ${angle(move.angle)}, radius ${length(move.radius)}`;
    case 'approach':
      return `Approach to ${length(move.distance)}`;
    case 'until line':
      return `${move.backwards ? 'Back' : 'Drive'} until ${move.sees}`;
    case 'until touch':
      return 'Drive until touch';
    case 'follow wall':
      return `Follow wall ${wallEnd(move)}`;
    case 'follow line':
      return move.until.kind === 'length'
        ? `Follow line for ${length(move.until.length)}`
        : `Follow line to crossing ${move.until.count}`;
    case 'square up':
      return `Square up on the ${move.against}`;
    case 'settle':
      return 'Settle and zero';
    case 'arm':
      return `Arm ${move.angle < 0 ? 'back ' : ''}${angle(move.angle)}`;
    case 'wait':
      return `Wait ${formatNumber(move.duration, 1)} s`;
    case 'checkpoint':
      return `Checkpoint ${move.name}`;
    case 'repeat':
      return `Repeat from move ${position(move.fromId) + 1}, ${move.times} times in all`;
  }
}

/** A move in one or two words, for where there is little room. */
export function shortTitle(move: Move, turn: number): string {
  switch (move.kind) {
    case 'drive':
      return `${move.distance < 0 ? 'back' : 'on'} ${formatNumber(Math.abs(move.distance), 0)}`;
    case 'turn':
      return `${turn > 0 ? 'left' : 'right'} ${formatNumber(Math.abs(degrees(turn)), 0)}°`;
    case 'arc':
      return `${move.angle > 0 ? 'left' : 'right'} arc ${formatNumber(Math.abs(degrees(move.angle)), 0)}°`;
    case 'approach':
      return `to ${formatNumber(move.distance, 0)}`;
    case 'until line':
      return `to ${move.sees}`;
    case 'square up':
      return 'flat';
    case 'settle':
      return 'zero';
    case 'arm':
      return `arm ${formatNumber(degrees(move.angle), 0)}°`;
    case 'wait':
      return 'wait';
    case 'checkpoint':
      return 'measure';
    case 'follow wall':
      return 'wall';
    case 'follow line':
      return 'line';
    case 'until touch':
      return 'touch';
    case 'repeat':
      return `× ${move.times}`;
  }
}

function wallEnd({ until }: FollowWallMove): string {
  switch (until.kind) {
    case 'length':
      return `for ${length(until.length)}`;
    case 'range':
      return `until ${length(until.distance)} ahead`;
    case 'line':
      return `until ${until.sees}`;
  }
}

function length(millimetres: number): string {
  return `${formatNumber(millimetres, 1)} mm`;
}

function angle(radians: number): string {
  return `${formatNumber(Math.abs(degrees(radians)), 1)}°`;
}
