import { formatNumber } from '../../mathematics/quantity.ts';
import { stoppingDistance } from '../../robot/motor.ts';
import { rangeBelow } from '../../program/endings/range.ts';
import { approachDelay, deceleration } from '../../robot/stopping.ts';
import { HELD_CELLS } from '../cells.ts';
import { reachableSpeed, heldSteering, heldStraight, straightInstruction } from '../compiling.ts';
import { defineMove, type MoveOf } from '../definition.ts';
import { held, length, startingHeld } from '../members.ts';
import { lengthText } from '../words.ts';
import { SAID_HELD, saidValue } from '../said.ts';
import { say } from '../../language/say.ts';

/** Drive until the range sensor is `distance` mm away from what it sees. */
export const approachMove = defineMove({
  kind: 'approach',
  get name() {
    return say`Approach`;
  },
  key: 'A',
  get purpose() {
    return say`until something is near`;
  },
  members: { distance: length, ...held },
  starting: { distance: 100, speed: 180, ...startingHeld, timeLimit: 6 },
  title: ({ distance }) => say`Approach to ${lengthText(distance)}`,
  shortTitle: ({ distance }) => say`to ${formatNumber(distance, 0)}`,
  ...heldStraight,
  said: {
    heads: ['approach'],
    clauses: [saidValue(['to #', '#'], 'length', 'distance', true), ...SAID_HELD],
  },
  cells: { always: { distance: ['distance_mm', 'number'], ...HELD_CELLS } },
  compile(move, setup, heading) {
    const speed = reachableSpeed(move.speed, setup);
    const rollsOn = stoppingDistance(speed, approachDelay(setup), deceleration(setup, move.stop));
    // A sensor that looks backwards is approached backwards.
    const way = Math.cos(setup.range.heading) < 0 ? -1 : 1;
    return {
      ...straightInstruction(move, way * speed, setup, heldSteering(move, setup, heading)),
      until: rangeBelow(move.distance, speed, rollsOn, setup),
      stoppingDistance: rollsOn,
    };
  },
  aim: (move) => ({
    name: 'distance',
    value: move.distance,
    to: (distance) => ({ ...move, distance }),
  }),
});

export type ApproachMove = MoveOf<typeof approachMove>;
