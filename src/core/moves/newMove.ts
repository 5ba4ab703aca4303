import { radians } from '../mathematics/angle.ts';
import type { Move } from './moves.ts';

type OfKind<K extends Move['kind']> = Extract<Move, { kind: K }>;

const ends = { stop: 'brake', timeLimit: null } as const;
const held = { ...ends, hold: 'gyro', heading: null, gain: null } as const;

/** A move of each kind with plausible numbers, without its identifier. */
const STARTING_MOVES: { [K in Move['kind']]: Omit<OfKind<K>, 'id'> } = {
  drive: { kind: 'drive', distance: 300, speed: 300, ...held },
  turn: {
    kind: 'turn',
    target: { kind: 'angle', angle: radians(-90) },
    style: 'spot',
    rate: radians(120),
    stopEarly: null,
    way: { kind: 'stop early' },
    ...ends,
  },
  arc: {
    kind: 'arc',
    radius: 200,
    angle: radians(-90),
    speed: 200,
    backwards: false,
    by: 'gyro',
    ...ends,
  },
  approach: { kind: 'approach', distance: 100, speed: 180, ...held, timeLimit: 6 },
  'until line': {
    kind: 'until line',
    sees: 'dark',
    sensor: 'first',
    backwards: false,
    speed: 150,
    ...held,
    timeLimit: 6,
  },
  'until touch': { kind: 'until touch', speed: 150, ...held, timeLimit: 4 },
  'follow wall': {
    kind: 'follow wall',
    distance: 100,
    speed: 180,
    gain: null,
    until: { kind: 'length', length: 400 },
    ...ends,
  },
  'follow line': {
    kind: 'follow line',
    edge: 'left',
    speed: 120,
    gain: null,
    until: { kind: 'length', length: 300 },
    ...ends,
  },
  'square up': {
    kind: 'square up',
    against: 'border',
    backwards: true,
    speed: 150,
    duration: 1.2,
    heading: null,
    ...ends,
  },
  settle: { kind: 'settle', timeLimit: 3 },
  arm: { kind: 'arm', angle: radians(90), power: 0.5, stallTime: 0.3, ...ends },
  wait: { kind: 'wait', duration: 0.5 },
  checkpoint: { kind: 'checkpoint', name: 'Checkpoint', modelId: '', pause: 0 },
  repeat: { kind: 'repeat', fromId: '', times: 2 },
};

/** A new move of a kind with plausible numbers; some of them may be given. */
export function newMove<K extends Move['kind']>(
  kind: K,
  id: string,
  given: Partial<OfKind<K>> = {},
): OfKind<K> {
  const start: Omit<OfKind<K>, 'id'> = STARTING_MOVES[kind];
  return { ...start, ...given, id } as unknown as OfKind<K>;
}
