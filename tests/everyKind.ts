import type { Field } from '../src/core/field/field.ts';
import { radians } from '../src/core/mathematics/angle.ts';
import { rectangle } from '../src/core/mathematics/polygon.ts';
import type { RoutePlan } from '../src/core/route/plan.ts';
import { newMove } from '../src/core/moves/index.ts';

/** A table on which every kind of move finds what it needs. */
export const EVERY_KIND_FIELD: Field = {
  width: 2200,
  height: 1100,
  border: true,
  matchSeconds: 150,
  models: [
    {
      id: 'post',
      name: 'Post',
      outline: rectangle(1900, 900, 80, 80),
      zone: {
        target: { x: 900, y: 300, heading: 0 },
        shape: { kind: 'circle', radius: 60 },
        headingTolerance: null,
      },
      points: 10,
      seen: true,
    },
  ],
  walls: [
    {
      id: 'fence',
      name: 'Fence',
      points: [
        { x: 300, y: 900 },
        { x: 500, y: 900 },
      ],
      seen: true,
    },
  ],
  lines: [
    {
      id: 'cross',
      name: 'Cross',
      points: [
        { x: 700, y: 0 },
        { x: 700, y: 1100 },
      ],
      width: 22,
      reflectance: 0,
    },
    {
      id: 'along',
      name: 'Along',
      points: [
        { x: 700, y: 420 },
        { x: 1900, y: 420 },
      ],
      width: 22,
      reflectance: 0,
    },
    {
      id: 'stop',
      name: 'Stop',
      points: [
        { x: 1500, y: 200 },
        { x: 1500, y: 700 },
      ],
      width: 22,
      reflectance: 0,
    },
  ],
  starts: [{ id: 'start', name: 'Start', pose: { x: 200, y: 200, heading: 0 } }],
  picture: null,
};

/** A route with every kind of move and every way to hold, turn, stop and end. */
export const EVERY_KIND_PLAN: RoutePlan = {
  startId: 'start',
  moves: [
    newMove('settle', 'zero', { timeLimit: 1 }),
    newMove('drive', 'encoders', { distance: 120, speed: 200, hold: 'encoders', stop: 'coast' }),
    newMove('until line', 'line', { speed: 120, heading: 0 }),
    newMove('square up', 'align', { against: 'line', backwards: false, speed: 60, heading: 0 }),
    newMove('checkpoint', 'here', { name: 'Post', modelId: 'post', pause: 0.3 }),
    newMove('drive', 'back', { distance: -150, hold: 'none', stop: 'hold' }),
    newMove('follow wall', 'wall', {
      distance: 135,
      speed: 150,
      until: { kind: 'length', length: 200 },
    }),
    newMove('turn', 'p', {
      target: { kind: 'heading', heading: radians(90) },
      way: { kind: 'controller', p: null, i: 0, d: 0 },
    }),
    newMove('drive', 'up', { distance: 179, heading: radians(90), gain: 4 }),
    newMove('turn', 'slow', {
      target: { kind: 'angle', angle: radians(-90) },
      way: { kind: 'slow end', lastAngle: radians(25), lastRate: radians(40) },
    }),
    newMove('follow line', 'edge', {
      edge: 'right',
      speed: 100,
      until: { kind: 'length', length: 250 },
    }),
    newMove('follow line', 'crossing', {
      edge: 'right',
      speed: 100,
      until: { kind: 'crossing', count: 1 },
    }),
    newMove('arc', 'arc', { radius: 150, angle: radians(90), speed: 150 }),
    newMove('arm', 'arm', { angle: radians(70), power: 0.4 }),
    newMove('wait', 'wait', { duration: 0.2 }),
    newMove('arc', 'arc back', {
      radius: 150,
      angle: radians(-90),
      speed: 150,
      by: 'encoders',
      backwards: true,
    }),
    newMove('drive', 'side', { distance: 60, speed: 150 }),
    newMove('turn', 'corner', {
      target: { kind: 'angle', angle: radians(-90) },
      style: 'pivot-right',
      rate: radians(90),
      way: { kind: 'controller', p: 4, i: 1, d: 0.05 },
    }),
    newMove('repeat', 'again', { fromId: 'side', times: 2 }),
    newMove('approach', 'approach', { distance: 700, speed: 250 }),
    newMove('until touch', 'touch', { speed: 200, timeLimit: 8 }),
    newMove('square up', 'flat', { backwards: false, duration: 0.8 }),
    newMove('drive', 'away', { distance: -200 }),
  ].map((move) => ({ ...move, id: move.id.replace(' ', '-') })),
};
