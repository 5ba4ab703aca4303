import { HELD_CELLS } from '../cells.ts';
import { reachableSpeed, heldSteering, heldStraight, straightInstruction } from '../compiling.ts';
import { defineMove } from '../definition.ts';
import { held, startingHeld } from '../members.ts';
import { SAID_HELD } from '../said.ts';
import { say } from '../../language/say.ts';

/** Drive until the bumper is pressed. */
export const untilTouchMove = defineMove({
  kind: 'until touch',
  get name() {
    return say`Until touch`;
  },
  key: 'B',
  get purpose() {
    return say`drive until the bumper is pressed`;
  },
  members: held,
  starting: { speed: 150, ...startingHeld, timeLimit: 4 },
  title: () => say`Drive until touch`,
  shortTitle: () => say`touch`,
  ...heldStraight,
  said: { heads: ['until touch', 'drive until touch', 'go until touch'], clauses: SAID_HELD },
  cells: { always: HELD_CELLS },
  compile(move, setup, heading) {
    const speed = (setup.touch.behind ? -1 : 1) * reachableSpeed(move.speed, setup);
    return {
      ...straightInstruction(move, speed, setup, heldSteering(move, setup, heading)),
      until: { kind: 'touch' },
    };
  },
  touches: true,
});
