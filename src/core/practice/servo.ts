import { motorOfDistance } from '../robot/driveBase.ts';
import { topSpeed } from '../robot/motor.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import type { Plant } from '../simulation/plant.ts';

/** Share of the allowed acceleration that the profile uses, so that the motors can follow. */
const GENTLE = 0.4;
/** Share of the top speed that the profile uses at the most. */
const REACHABLE = 0.7;
/** Correction, mm/s per mm that a wheel is behind its profile. */
const POSITION_GAIN = 12;
/** Time in which the wheels are held at their end, s. */
const HELD = 0.6;

/**
 * Motors that regulate their own position, as most hubs' do: each wheel is led along a speed profile
 * to its told travel (mm), held there until it has settled, and braked.
 *
 * @param speed of the wheel that goes further, mm/s
 * @param voltage of the battery as the hub knows it
 */
export function servo(
  plant: Plant,
  program: RobotParameters,
  travel: { left: number; right: number },
  speed: number,
  voltage: number,
): void {
  const period = program.program.loopPeriod;
  const from = { left: plant.readLeftMotor(), right: plant.readRightMotor() };
  const longest = Math.max(Math.abs(travel.left), Math.abs(travel.right));
  const full = topSpeed(program.drive, program.motor, voltage);
  const acceleration = GENTLE * program.motor.acceleration;
  const top = Math.min(speed, Math.sqrt(acceleration * longest), REACHABLE * full);
  const duration = longest / top + top / acceleration;
  const motorPerMillimetre = motorOfDistance(program.drive, 1);
  const begun = plant.time;
  const power = (wanted: number, start: number, reading: number) => {
    const now = profile(plant.time - begun + period, longest, top, acceleration);
    const share = wanted / longest;
    const behind = now.travel * share - (reading - start) / motorPerMillimetre;
    return (now.speed * share + POSITION_GAIN * behind) / full;
  };
  while (plant.time - begun < duration + HELD) {
    plant.setPower(
      power(travel.left, from.left, plant.readLeftMotor()),
      power(travel.right, from.right, plant.readRightMotor()),
    );
    plant.advanceTo(plant.time + period);
    plant.disturb();
  }
  plant.halt('brake');
}

/** Travel and speed of a trapezoidal profile at a time, both without sign. */
function profile(time: number, length: number, top: number, acceleration: number) {
  const ramp = top / acceleration;
  const duration = length / top + ramp;
  const t = Math.max(0, Math.min(duration, time));
  if (t < ramp) return { travel: (acceleration * t * t) / 2, speed: acceleration * t };
  if (t < duration - ramp) return { travel: top * (t - ramp / 2), speed: top };
  const left = duration - t;
  return { travel: length - (acceleration * left * left) / 2, speed: acceleration * left };
}
