import type { Move } from '../moves/index.ts';
import type { RoutePlan } from './plan.ts';

/** What of a robot or a room a move depends on, beside its wheels. */
export type Use = 'light' | 'colour' | 'gyro' | 'range' | 'start';

/** Which moves of a plan depend on what, by their positions. */
export function usesOf({ moves }: RoutePlan): Record<Use, number[]> {
  const at = (use: Use) =>
    moves.flatMap((move, position) => (usesOfMove(move).includes(use) ? [position] : []));
  return {
    light: at('light'),
    colour: at('colour'),
    gyro: at('gyro'),
    range: at('range'),
    start: moves.length > 0 ? [0] : [],
  };
}

function usesOfMove(move: Move): Use[] {
  const held: Use[] = 'hold' in move && move.hold === 'gyro' ? ['gyro'] : [];
  switch (move.kind) {
    case 'turn':
      return ['gyro'];
    case 'arc':
      return move.by === 'gyro' ? ['gyro'] : [];
    case 'until line':
      return ['light', ...held];
    case 'follow line':
      return ['light'];
    case 'until colour':
      return ['colour', ...held];
    case 'approach':
    case 'follow wall':
      return ['range', ...held];
    case 'square up':
      return move.against === 'border' ? [] : ['light'];
    case 'choose':
      return move.ask.kind === 'light' || move.ask.kind === 'colour' || move.ask.kind === 'range'
        ? [move.ask.kind]
        : [];
    default:
      return held;
  }
}
