import { stoppingAngle, turnDeceleration, turnDelay } from '../../robot/stopping.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { BenchKind } from '../../benches/index.ts';
import { radians } from '../../mathematics/angle.ts';

/** One thing that a bench will tell: a number of the robot, or several in one, with its standard deviation. */
export interface Telling {
  /** Change of what is told for one unit of each number. */
  of: Readonly<Record<string, number>>;
  spread: number;
}

/** A bench as its sheet asks for it, before it is done. */
export interface BenchPlan {
  kind: BenchKind;
  /** How long it takes with everything at hand, min. */
  minutes: number;
  tells: (setup: RobotParameters) => Telling[];
}

/** What tape, protractor and a hand at a mark are off by, mm and rad. */
const TAPE = 0.5;
const PROTRACTOR = radians(0.35);
const HAND = radians(0.6);
/** A few readings know their own spread badly: the interval is wider by about this. */
const FEW = 1.2;
const one = (path: string, spread: number): Telling => ({
  of: { [path]: 1 },
  spread: FEW * spread,
});

/**
 * What each bench will tell when it is done as its sheet says, in the order in which the sheets stand. The spreads
 * follow from slip, noise and the tools (held against the practice robot in docs/mathematics.md); the minutes are those
 * of two people with the field at hand.
 */
export const BENCH_PLANS: readonly BenchPlan[] = [
  {
    kind: 'wheels',
    minutes: 6,
    tells: ({ drive, ground }) => {
      // Eight straights, 6 m together; sideways the four long ones tell.
      const scale = Math.sqrt(ground.slip ** 2 / 6000 + (8 * TAPE ** 2) / 6000 ** 2);
      const aside = Math.hypot((ground.slipHeading * 1000 ** 1.5) / Math.sqrt(3), TAPE);
      return [
        one('drive.wheelDiameter', scale * drive.wheelDiameter),
        one('drive.wheelRatio', ((2 * aside) / 1000 ** 2 / 2) * drive.track),
      ];
    },
  },
  {
    kind: 'track',
    minutes: 5,
    tells: ({ drive }) => {
      // Eight times five turns, told by the wheels.
      const share = Math.hypot(PROTRACTOR / (10 * Math.PI), 0.002) / Math.sqrt(8);
      return [
        {
          of: { 'drive.track': 1, 'drive.wheelDiameter': -drive.track / drive.wheelDiameter },
          spread: FEW * share * drive.track,
        },
      ];
    },
  },
  {
    kind: 'rest',
    minutes: 1,
    tells: ({ gyro }) => [one('gyro.bias', Math.hypot(gyro.biasSpread, 5e-5) / FEW)],
  },
  {
    kind: 'scale',
    minutes: 4,
    tells: () => [one('gyro.scale', HAND / (10 * Math.PI) / Math.sqrt(6))],
  },
  {
    kind: 'delays',
    minutes: 2,
    tells: () => [one('gyro.latency', 0.001)],
  },
  {
    kind: 'turn',
    minutes: 6,
    tells: (setup) => {
      // Eight turns at one rate tell how far it turns on, as a time.
      const rate = radians(90);
      const spread = Math.hypot(PROTRACTOR, (rate * setup.program.loopPeriod) / Math.sqrt(12));
      const braking = rate / (2 * turnDeceleration(setup, 'spot'));
      const runOn = stoppingAngle(setup, rate, 'spot') / rate;
      return [
        {
          of: {
            'gyro.latency': 1,
            'program.commandDelay': 1,
            'motor.braking': -braking / setup.motor.braking,
            'motor.noLoadSpeed': (turnDelay(setup) + 2 * braking) / setup.motor.noLoadSpeed,
            'gyro.scale': -runOn,
          },
          spread: (FEW * spread) / rate / Math.sqrt(8),
        },
      ];
    },
  },
  {
    kind: 'range',
    minutes: 6,
    tells: ({ range }) => [one('range.offset', Math.hypot(TAPE, range.noise / 3) / 4)],
  },
  {
    kind: 'light',
    minutes: 3,
    tells: ({ light }) => [
      one('light.dark', light.noise / Math.sqrt(12)),
      one('light.light', light.noise / Math.sqrt(12)),
    ],
  },
  {
    kind: 'battery',
    minutes: 15,
    tells: () => [one('battery.speedFollows', 0.04)],
  },
];
