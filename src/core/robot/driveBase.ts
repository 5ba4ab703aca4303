import type { DriveBase } from './parameters.ts';
import type { Pose } from '../mathematics/pose.ts';

/** Travel of the two wheel contact points, mm, forward positive. */
export interface WheelTravel {
  left: number;
  right: number;
}

/** Which wheels move in a turn: both, or one while the named wheel stands still. */
export type TurnStyle = 'spot' | 'pivot-left' | 'pivot-right';

/**
 * Wheel travel that turns the robot by `angle` (rad, counter-clockwise positive). In a spot turn
 * each wheel does θ·b/2; in a pivot the moving wheel does θ·b, twice as much.
 */
export function wheelTravelOfTurn(drive: DriveBase, angle: number, style: TurnStyle): WheelTravel {
  switch (style) {
    case 'spot':
      return { left: (-angle * drive.track) / 2, right: (angle * drive.track) / 2 };
    case 'pivot-left':
      return { left: 0, right: angle * drive.track };
    case 'pivot-right':
      return { left: -angle * drive.track, right: 0 };
  }
}

/** Surface speed of a moving wheel, mm/s, at a turning rate in rad/s (both without sign). */
export function wheelSpeedOfTurn(drive: DriveBase, rate: number, style: TurnStyle): number {
  return (Math.abs(rate) * drive.track) / (style === 'spot' ? 2 : 1);
}

/** Motor shaft radians per mm of wheel travel: 2·g/D. */
export function motorPerMillimetre(drive: DriveBase): number {
  return (2 * drive.gearRatio) / drive.wheelDiameter;
}

/** Motor shaft radians for a distance in mm. */
export function motorOfDistance(drive: DriveBase, distance: number): number {
  return distance * motorPerMillimetre(drive);
}

/** Distance in mm for motor shaft radians: the inverse of {@link motorOfDistance}. */
export function distanceOfMotor(drive: DriveBase, motor: number): number {
  return motor / motorPerMillimetre(drive);
}

/** Motor shaft radians, without sign, of a moving wheel for a robot turn of `angle` radians. */
export function motorOfTurn(drive: DriveBase, angle: number, style: TurnStyle): number {
  const travel = wheelTravelOfTurn(drive, angle, style);
  return motorOfDistance(drive, Math.max(Math.abs(travel.left), Math.abs(travel.right)));
}

/** Robot turn in radians for motor shaft radians: the inverse of {@link motorOfTurn}. */
export function turnOfMotor(drive: DriveBase, motor: number, style: TurnStyle): number {
  return distanceOfMotor(drive, motor) / (style === 'spot' ? drive.track / 2 : drive.track);
}

/** Diameters of the two wheels, mm, from their mean and their ratio. */
export function wheelDiameters(drive: DriveBase): WheelTravel {
  const left = (2 * drive.wheelDiameter) / (1 + drive.wheelRatio);
  return { left, right: left * drive.wheelRatio };
}

/**
 * The pose after the wheels have travelled, integrated as an exact arc and not as a chord.
 * Heading is not wrapped, so that whole turns can be counted.
 */
export function alongArc(pose: Pose, travel: WheelTravel, track: number): Pose {
  const distance = (travel.left + travel.right) / 2;
  const turn = (travel.right - travel.left) / track;
  // sin(x)/x loses nothing near 0 when its series is used instead.
  const chord = Math.abs(turn) < 1e-6 ? 1 - (turn * turn) / 24 : Math.sin(turn / 2) / (turn / 2);
  const middle = pose.heading + turn / 2;
  return {
    x: pose.x + distance * chord * Math.cos(middle),
    y: pose.y + distance * chord * Math.sin(middle),
    heading: pose.heading + turn,
  };
}
