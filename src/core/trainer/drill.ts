import { normal, uniform } from '../mathematics/randomness.ts';
import { knowledgeOf, RobotDraws } from '../robot/knowledge.ts';
import type { Fault } from './fault.ts';
import type { Level, World } from './world.ts';
import { SETUP, SOURCES } from './yard.ts';

/** Which drill it is: everything in it follows from these three. */
export interface Drill {
  fault: Fault;
  level: Level;
  seed: number;
}

/** How large a fault is at each level. */
const SIZES: Readonly<Record<Level, number>> = { 1: 1, 2: 0.8, 3: 0.6 };

/** Streams of luck of a drill beside those of its runs. */
const [PLANTED, UNITS] = [71, 72];
/** How much range sensors of a kind differ, mm. */
const UNITS_DIFFER = 1.5;

/** The table of a drill: a robot that is as well known as benches make it, with one thing wrong. */
export function worldOfDrill({ fault, level, seed }: Drill): World {
  const draws = new RobotDraws(SETUP, knowledgeOf(SETUP, SOURCES));
  const truth = draws.robot(draws.deviations(seed, 0));
  const { offset } = truth.range;
  const unit = normal(seed, 0, UNITS);
  const world: World = {
    believed: SETUP,
    truth,
    rangeUnits: [offset, offset + UNITS_DIFFER * unit(), offset + UNITS_DIFFER * unit()],
    sag: 0,
    asksForEquality: false,
  };
  return fault.plant(world, SIZES[level], uniform(seed, 0, PLANTED));
}
