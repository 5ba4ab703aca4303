import type { RobotSight } from '../src/core/camera/fixedCamera.ts';
import { lengthOf, type PracticeTurn } from '../src/core/camera/practice/outing.ts';
import type { Sighting } from '../src/core/camera/runDetector.ts';
import { normal, uniform } from '../src/core/mathematics/randomness.ts';

/** A camera 1.9 m above the table, and a tag 110 mm high. */
const [ABOVE, HEIGHT] = [1900, 110];

/** What a camera would make of a turn, twenty pictures a second: noise as on rendered pictures, hidden tags under hands. */
export function* sightingsOf(turn: PracticeTurn, seed: number): Generator<Sighting> {
  const [draw, even] = [normal(seed, 0, 61), uniform(seed, 0, 62)];
  for (let time = 0; time < lengthOf(turn); time += 0.045 + 0.01 * even()) {
    const { robot, lift, hand } = turn.sceneAt(time);
    const covered = hand !== null && Math.hypot(hand.x - robot.x, hand.y - robot.y) < 60;
    const sight: RobotSight = {
      pose: {
        x: robot.x + 0.2 * draw() + 0.1 * lift,
        y: robot.y + 0.2 * draw(),
        heading: robot.heading + 0.0012 * draw(),
      },
      scale: ((ABOVE - HEIGHT) / (ABOVE - HEIGHT - lift)) * (1 + 0.001 * draw()),
    };
    const unseen = covered || (lift > 0 && even() < 0.3);
    yield { time, robots: unseen ? [] : [sight] };
  }
}
