import { formatNumber, formatQuantity, formatShown } from '../../mathematics/quantity.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { powerPerRate } from '../../program/power.ts';
import { dampingRatio, lineDelay, wallDelay } from '../../robot/edgeFollowing.ts';
import type { LoopKind, LoopSetting } from './response.ts';
import { gainUnit, recommendedGain, shownGain } from './stabilityMap.ts';
import { say } from '../../language/say.ts';

/** What a team sees. */
export type Symptom =
  'jerks' | 'long arcs' | 'turns away' | 'weaves along the wall' | 'stops late' | 'never stops';

/** Symptoms in the words of the table, with the loops in which they occur. */
export const SYMPTOMS: readonly { symptom: Symptom; words: string; loops: readonly LoopKind[] }[] =
  [
    {
      symptom: 'jerks',
      get words() {
        return say`It jerks left and right`;
      },
      loops: ['gyro', 'encoders', 'wall', 'line'],
    },
    {
      symptom: 'long arcs',
      get words() {
        return say`It swings in long arcs`;
      },
      loops: ['gyro', 'encoders', 'wall', 'line'],
    },
    {
      symptom: 'turns away',
      get words() {
        return say`It turns away and does not come back`;
      },
      loops: ['gyro', 'encoders', 'wall', 'line'],
    },
    {
      symptom: 'weaves along the wall',
      get words() {
        return say`It weaves along the wall or line`;
      },
      loops: ['wall', 'line'],
    },
    {
      symptom: 'stops late',
      get words() {
        return say`It stops too late`;
      },
      loops: ['gyro', 'encoders', 'wall', 'line'],
    },
    {
      symptom: 'never stops',
      get words() {
        return say`It never stops`;
      },
      loops: ['gyro', 'encoders', 'wall', 'line'],
    },
  ];

/** Which number to change, which way and why; `setting` is the loop after the change. */
export interface Remedy {
  /** What to do: “Less steering: 1.4 → 0.9 % per °”. */
  advice: string;
  why: string;
  /** The loop as it would be; null when the cure is not a number of the loop. */
  setting: LoopSetting | null;
}

/** What helps against a symptom in a loop of this robot. */
export function remedyFor(symptom: Symptom, setup: RobotParameters, setting: LoopSetting): Remedy {
  const { kind, speed, gain } = setting;
  const best = recommendedGain(setup, kind, speed);
  const show = (value: number) =>
    formatNumber(shownGain(setup, kind, value, powerPerRate(setup)), 2);
  const unit = gainUnit(kind);
  switch (symptom) {
    case 'jerks': {
      const to = gain > best ? best : gain / 2;
      return {
        advice: say`Less steering: ${show(gain)} → ${show(to)} ${unit}.`,
        why:
          gain > best
            ? say`The correction is so strong that it is too much before the sensor has seen it work. This is the most that the robot’s delay allows without overshoot.`
            : say`The simulation does not jerk with this number. If the robot does, its delay is longer than the setup says: halve the steering, and measure the delays on the Bench.`,
        setting: { ...setting, gain: to },
      };
    }
    case 'long arcs': {
      const to = gain < best ? best : 2 * gain;
      return {
        advice: say`More steering: ${show(gain)} → ${show(to)} ${unit}.`,
        why:
          gain < best
            ? say`The correction is weak, so the robot drives far before it is back. This is the strongest that does not overshoot.`
            : say`The simulation does not swing with this number. If the robot does, check that the steering reaches the motors, and double it.`,
        setting: { ...setting, gain: to },
      };
    }
    case 'turns away':
      return {
        advice:
          kind === 'gyro'
            ? say`Turn the sign round: put a minus before the steering, or set which way the gyro counts.`
            : say`Turn the sign round: put a minus before the steering.`,
        why: say`Each correction makes the error larger. With the other sign the same number makes it smaller.`,
        setting: { ...setting, gain: best },
      };
    case 'weaves along the wall':
      return weaving(setup, setting, best);
    case 'stops late':
      return {
        advice: say`Stop earlier by the way that it rolls on: at ${formatQuantity(speed, 'speed', 0)} about ${formatQuantity(rollOn(setup, speed), 'length', 0)}.`,
        why: say`Between the reading and the standstill lie the sensor’s delay, half a loop, the way to the motors and the braking. The program sheet has this taken off already; half the speed leaves less than half of it.`,
        setting: { ...setting, speed: speed / 2 },
      };
    case 'never stops':
      return {
        advice: say`Compare with “less than” or “more than”, never with “equal”, and give the move a time limit.`,
        why: say`The loop looks every ${formatQuantity(speed * setup.program.loopPeriod, 'length', 1)} at this speed, so an exact value is stepped over. A sensor that drops out never says that it has arrived.`,
        setting: null,
      };
  }
}

function weaving(setup: RobotParameters, setting: LoopSetting, best: number): Remedy {
  const { kind, speed } = setting;
  const wall = kind === 'wall';
  const lead = wall ? setup.rangeSide.x : setup.light.firstX;
  const delay = wall ? wallDelay(setup) : lineDelay(setup);
  if (dampingRatio({ lead, speed, gain: best, delay }) > 0.3) {
    const show = (value: number) =>
      formatNumber(shownGain(setup, kind, value, powerPerRate(setup)), 2);
    return {
      advice: say`Steering ${show(setting.gain)} → ${show(best)} ${gainUnit(kind)}.`,
      why: say`The sensor leads the axle by ${formatQuantity(lead, 'length', 0)}; with this number that is enough to damp the swing.`,
      setting: { ...setting, gain: best },
    };
  }
  // Three quarters of the lead are then left after the delay, enough for the gain that it allows.
  const slower = lead > 0 ? lead / (4 * delay) : speed / 2;
  return {
    advice:
      lead > 0
        ? say`Drive slower: ${formatShown(speed, 'speed', 0)} → ${formatQuantity(slower, 'speed', 0)}, or put the sensor farther forward.`
        : say`Put the sensor ahead of the axle.`,
    why: say`At ${formatQuantity(speed, 'speed', 0)} the robot drives ${formatQuantity(speed * delay, 'length', 0)} before a correction works, and the sensor is only ${formatQuantity(lead, 'length', 0)} ahead. No steering is steady then.`,
    setting:
      lead > 0 ? { ...setting, speed: slower, gain: recommendedGain(setup, kind, slower) } : null,
  };
}

function rollOn(setup: RobotParameters, speed: number): number {
  const delay = setup.range.latency + setup.program.loopPeriod / 2 + setup.program.commandDelay;
  return speed * delay + speed ** 2 / (2 * setup.motor.braking);
}
