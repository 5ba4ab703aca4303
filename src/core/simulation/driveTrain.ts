import exp from '@stdlib/math-base-special-exp';
import { wheelDiameters } from '../robot/driveBase.ts';
import { encoderReading, unwrapEncoder } from '../robot/encoder.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { BRAKE, POWER, type CommandKind } from './commandQueue.ts';
import {
  LEFT_MOTOR,
  LEFT_SPEED,
  LEFT_TARGET,
  RIGHT_MOTOR,
  RIGHT_SPEED,
  RIGHT_TARGET,
  VOLTAGE,
} from './plantState.ts';

/** Steps nearer to each other than this are the same one, s. */
const SAME_STEP = 1e-12;

/** Motors, gears and wheels: from powers to the distance that each wheel rolls, and what the encoders read. */
export class DriveTrain {
  /** Distance that each wheel rolled in the last step, mm. */
  left = 0;
  right = 0;
  /** mm/s² with which wheels that were stopped slow down; 0 while they are driven. */
  private stopping = 0;
  /** The two steps that were integrated last, s, and the share of the motors' lag in each. */
  private readonly lagSteps = new Float64Array(2);
  private readonly lagShares = new Float64Array(2);
  private lagNewest = 0;
  /** Turn of a motor for each mm that its wheel rolls, rad/mm. */
  private readonly leftMotorTurn: number;
  private readonly rightMotorTurn: number;
  /** Speed of a wheel at full power for each volt of the battery, mm/s/V. */
  private readonly leftFull: number;
  private readonly rightFull: number;
  /** Voltage for which the program was made, V, and how the speed follows another one. */
  private readonly inUse: number;
  private readonly follows: number;
  /** Where motors that wrap were when they were read last, counting on over whole turns, rad. */
  private leftTurned = 0;
  private rightTurned = 0;
  /** Whether encoders round to their step: they do not in a run without noise. */
  private rounds = false;

  constructor(
    private readonly parameters: RobotParameters,
    private readonly state: Float64Array,
  ) {
    const { left, right } = wheelDiameters(parameters.drive);
    const { gearRatio } = parameters.drive;
    const { noLoadSpeed, nominalVoltage } = parameters.motor;
    this.inUse = parameters.battery.voltage;
    this.follows = parameters.battery.speedFollows;
    this.leftMotorTurn = (2 * gearRatio) / left;
    this.rightMotorTurn = (2 * gearRatio) / right;
    this.leftFull = (noLoadSpeed * left) / (2 * gearRatio * nominalVoltage);
    this.rightFull = (noLoadSpeed * right) / (2 * gearRatio * nominalVoltage);
  }

  /** At rest under the brake, for a new run. */
  reset(rounds: boolean): void {
    this.stopping = this.parameters.motor.braking;
    this.rounds = rounds;
    this.leftTurned = 0;
    this.rightTurned = 0;
  }

  /** Whether both wheels stand and are held. */
  get standsBraked(): boolean {
    return this.stopping > 0 && this.state[LEFT_SPEED] === 0 && this.state[RIGHT_SPEED] === 0;
  }

  /** A command takes hold; powers are shares of full power. */
  command(kind: CommandKind, left: number, right: number): void {
    const { braking, coasting } = this.parameters.motor;
    this.stopping = kind === POWER ? 0 : kind === BRAKE ? braking : coasting;
    // A battery that is weaker than the one in use slows the motors in proportion, more, or not at all.
    const voltage = this.inUse + this.follows * (this.state[VOLTAGE]! - this.inUse);
    this.state[LEFT_TARGET] = clampPower(left) * voltage * this.leftFull;
    this.state[RIGHT_TARGET] = clampPower(right) * voltage * this.rightFull;
  }

  /** One step of motors and wheels: how far each wheel rolls stands in {@link left} and {@link right}. */
  roll(step: number): void {
    const { state } = this;
    const share = this.stopping > 0 ? 0 : this.lagShare(step);
    this.left = this.turnWheel(LEFT_SPEED, LEFT_TARGET, step, share);
    this.right = this.turnWheel(RIGHT_SPEED, RIGHT_TARGET, step, share);
    state[LEFT_MOTOR]! += this.leftMotorTurn * this.left;
    state[RIGHT_MOTOR]! += this.rightMotorTurn * this.right;
  }

  /** Lets the robot go on with both wheels at a speed, mm/s, as if it had been driving. */
  rollAt(speed: number): void {
    this.stopping = 0;
    const { state } = this;
    state[LEFT_SPEED] = state[RIGHT_SPEED] = speed;
    state[LEFT_TARGET] = state[RIGHT_TARGET] = speed;
  }

  /** Half the difference of the wheels' speeds over their mean, without sign. */
  get steering(): number {
    const left = this.state[LEFT_SPEED]!;
    const right = this.state[RIGHT_SPEED]!;
    const sum = Math.abs(left + right);
    return sum > 1 ? Math.abs(right - left) / sum : 0;
  }

  /**
   * 1 − e^(−step/lag), kept for the two steps that alternate within a loop period. Steps that differ
   * by no more than the rounding of the clock count as one.
   */
  private lagShare(step: number): number {
    const { lagSteps, lagShares } = this;
    if (Math.abs(step - lagSteps[0]!) < SAME_STEP) return lagShares[0]!;
    if (Math.abs(step - lagSteps[1]!) < SAME_STEP) return lagShares[1]!;
    const slot = 1 - this.lagNewest;
    this.lagNewest = slot;
    lagSteps[slot] = step;
    return (lagShares[slot] = 1 - exp(-step / this.parameters.motor.lag));
  }

  /** Brings one wheel to its next speed and returns the distance it rolled, mm. */
  private turnWheel(speedAt: number, targetAt: number, step: number, share: number): number {
    const before = this.state[speedAt]!;
    if (this.stopping > 0) {
      if (before === 0) return 0;
      const change = this.stopping * step;
      // A wheel that comes to rest inside the step has used v²/(2a), not the whole step.
      if (Math.abs(before) <= change) {
        this.state[speedAt] = 0;
        return (before * Math.abs(before)) / (2 * this.stopping);
      }
      const after = before > 0 ? before - change : before + change;
      this.state[speedAt] = after;
      return ((before + after) / 2) * step;
    }
    const { acceleration, lag } = this.parameters.motor;
    const missing = this.state[targetAt]! - before;
    const size = missing < 0 ? -missing : missing;
    // The acceleration limit rules as long as the lag alone would be quicker than it.
    const limitedFor = size / acceleration - lag;
    if (limitedFor <= 0) {
      const change = missing * share;
      this.state[speedAt] = before + change;
      return this.state[targetAt]! * step - change * lag;
    }
    const limit = missing < 0 ? -acceleration : acceleration;
    if (limitedFor >= step) {
      this.state[speedAt] = before + limit * step;
      return (before + (limit * step) / 2) * step;
    }
    const after = before + limit * limitedFor;
    const rest = step - limitedFor;
    const change = (this.state[targetAt]! - after) * (1 - exp(-rest / lag));
    this.state[speedAt] = after + change;
    return (
      (before + (limit * limitedFor) / 2) * limitedFor + this.state[targetAt]! * rest - change * lag
    );
  }

  /** Motor positions as the program reads them, rad. */
  readLeftMotor(): number {
    const reading = this.readMotor(this.state[LEFT_MOTOR]!);
    if (!this.parameters.drive.encoderWraps) return reading;
    this.leftTurned = unwrapEncoder(this.leftTurned, reading);
    return this.leftTurned;
  }

  readRightMotor(): number {
    const reading = this.readMotor(this.state[RIGHT_MOTOR]!);
    if (!this.parameters.drive.encoderWraps) return reading;
    this.rightTurned = unwrapEncoder(this.rightTurned, reading);
    return this.rightTurned;
  }

  private readMotor(position: number): number {
    const { encoderStep, encoderWraps } = this.parameters.drive;
    return encoderReading(position, this.rounds ? encoderStep : 0, encoderWraps);
  }
}

/** A power within what a motor can get. */
export function clampPower(power: number): number {
  return power > 1 ? 1 : power < -1 ? -1 : power;
}
