import { CommandKind } from './commandQueue';
import { RobotNumbers } from './numbers';
import { State } from './state';

/** Steps nearer to each other than this are the same one, s. */
const SAME_STEP: f64 = 1e-12;
const FULL_TURN: f64 = 2 * Math.PI;

/** Motors, gears and wheels: from powers to the distance that each wheel rolls, and what the encoders read. */
@final
export class DriveTrain {
  /** Distance that each wheel rolled in the last step, mm. */
  left: f64 = 0;
  right: f64 = 0;
  /** mm/s² with which wheels that were stopped slow down; 0 while they are driven. */
  private stopping: f64 = 0;
  /** The two steps that were integrated last, s, and the share of the motors' lag in each. */
  private newStep: f64 = 0;
  private newShare: f64 = 0;
  private oldStep: f64 = 0;
  private oldShare: f64 = 0;
  /** Turn of a motor for each mm that its wheel rolls, rad/mm. */
  private leftMotorTurn: f64 = 0;
  private rightMotorTurn: f64 = 0;
  /** Speed of a wheel at full power for each volt of the battery, mm/s/V. */
  private leftFull: f64 = 0;
  private rightFull: f64 = 0;
  /** Speed that may be missing, mm/s, before the acceleration limit rules and not the lag. */
  private lagRules: f64 = 0;
  /** Where motors that wrap were when they were read last, counting on over whole turns, rad. */
  private leftTurned: f64 = 0;
  private rightTurned: f64 = 0;
  /** Whether encoders round to their step: they do not in a run without noise. */
  private rounds: bool = false;
  /** Steps of an encoder a rad; nothing is rounded where it has none. */
  private stepsPerRad: f64 = 0;

  constructor(
    private readonly numbers: RobotNumbers,
    private readonly state: State,
  ) {}

  /** Works out what follows from the robot's numbers. */
  assemble(): void {
    const numbers = this.numbers;
    const left = (2 * numbers.driveWheelDiameter) / (1 + numbers.driveWheelRatio);
    const right = left * numbers.driveWheelRatio;
    const gearRatio = numbers.driveGearRatio;
    this.leftMotorTurn = (2 * gearRatio) / left;
    this.rightMotorTurn = (2 * gearRatio) / right;
    const volts = 2 * gearRatio * numbers.motorNominalVoltage;
    this.leftFull = (numbers.motorNoLoadSpeed * left) / volts;
    this.rightFull = (numbers.motorNoLoadSpeed * right) / volts;
    this.lagRules = numbers.motorAcceleration * numbers.motorLag;
    this.stepsPerRad = 1 / numbers.driveEncoderStep;
    this.newStep = this.oldStep = 0;
    this.newShare = this.oldShare = 0;
  }

  /** At rest under the brake, for a new run. */
  reset(rounds: bool): void {
    this.stopping = this.numbers.motorBraking;
    this.rounds = rounds;
    this.leftTurned = 0;
    this.rightTurned = 0;
  }

  /** Whether both wheels stand and are held. */
  get standsBraked(): bool {
    return this.stopping > 0 && this.state.leftSpeed == 0 && this.state.rightSpeed == 0;
  }

  /** A command takes hold; powers are shares of full power. */
  command(kind: CommandKind, left: f64, right: f64): void {
    const numbers = this.numbers;
    const state = this.state;
    this.stopping =
      kind == CommandKind.Power
        ? 0
        : kind == CommandKind.Brake
          ? numbers.motorBraking
          : numbers.motorCoasting;
    // A battery that is weaker than the one in use slows the motors in proportion, more, or not at all.
    const inUse = numbers.batteryVoltage;
    const voltage = inUse + numbers.batterySpeedFollows * (state.voltage - inUse);
    state.leftTarget = clampPower(left) * voltage * this.leftFull;
    state.rightTarget = clampPower(right) * voltage * this.rightFull;
  }

  /** One step of motors and wheels: how far each wheel rolls stands in {@link left} and {@link right}. */
  @inline
  roll(step: f64): void {
    const state = this.state;
    if (this.stopping > 0) {
      this.left = this.slow(state.leftSpeed, step);
      state.leftSpeed = this.speed;
      this.right = this.slow(state.rightSpeed, step);
      state.rightSpeed = this.speed;
    } else {
      const share = this.lagShare(step);
      this.left = this.drive(state.leftSpeed, state.leftTarget, step, share);
      state.leftSpeed = this.speed;
      this.right = this.drive(state.rightSpeed, state.rightTarget, step, share);
      state.rightSpeed = this.speed;
    }
    state.leftMotor += this.leftMotorTurn * this.left;
    state.rightMotor += this.rightMotorTurn * this.right;
  }

  /** Lets the robot go on with both wheels at a speed, mm/s, as if it had been driving. */
  rollAt(speed: f64): void {
    this.stopping = 0;
    const state = this.state;
    state.leftSpeed = state.rightSpeed = speed;
    state.leftTarget = state.rightTarget = speed;
  }

  /** Half the difference of the wheels' speeds over their mean, without sign. */
  get steering(): f64 {
    const leftSpeed = this.state.leftSpeed;
    const rightSpeed = this.state.rightSpeed;
    const sum = Math.abs(leftSpeed + rightSpeed);
    return sum > 1 ? Math.abs(rightSpeed - leftSpeed) / sum : 0;
  }

  /**
   * 1 − e^(−step/lag), kept for the two steps that alternate within a loop period. Steps that differ
   * by no more than the rounding of the clock count as one.
   */
  @inline
  private lagShare(step: f64): f64 {
    if (Math.abs(step - this.newStep) < SAME_STEP) return this.newShare;
    if (Math.abs(step - this.oldStep) < SAME_STEP) return this.oldShare;
    return this.newLagShare(step);
  }

  private newLagShare(step: f64): f64 {
    this.oldStep = this.newStep;
    this.oldShare = this.newShare;
    this.newStep = step;
    this.newShare = 1 - Math.exp(-step / this.numbers.motorLag);
    return this.newShare;
  }

  /** The speed that the wheel looked at last has after the step, mm/s. */
  private speed: f64 = 0;

  /** A wheel that was stopped: the distance that it rolls in a step, mm. */
  @inline
  private slow(before: f64, step: f64): f64 {
    this.speed = 0;
    if (before == 0) return 0;
    const stopping = this.stopping;
    const change = stopping * step;
    // A wheel that comes to rest inside the step has used v²/(2a), not the whole step.
    if (Math.abs(before) <= change) return (before * Math.abs(before)) / (2 * stopping);
    const after = before > 0 ? before - change : before + change;
    this.speed = after;
    return ((before + after) / 2) * step;
  }

  /** A wheel that is driven: the distance that it rolls in a step, mm. */
  @inline
  private drive(before: f64, target: f64, step: f64, share: f64): f64 {
    const acceleration = this.numbers.motorAcceleration;
    const lag = this.numbers.motorLag;
    const missing = target - before;
    // The acceleration limit rules as long as the lag alone would be quicker than it.
    if (Math.abs(missing) <= this.lagRules) {
      const change = missing * share;
      this.speed = before + change;
      return target * step - change * lag;
    }
    const limitedFor = Math.abs(missing) / acceleration - lag;
    const limit = missing < 0 ? -acceleration : acceleration;
    if (limitedFor >= step) {
      this.speed = before + limit * step;
      return (before + (limit * step) / 2) * step;
    }
    const after = before + limit * limitedFor;
    const rest = step - limitedFor;
    const change = (target - after) * (1 - Math.exp(-rest / lag));
    this.speed = after + change;
    return (before + (limit * limitedFor) / 2) * limitedFor + target * rest - change * lag;
  }

  /** Motor positions as the program reads them, rad; motors that wrap are counted on over whole turns. */
  readLeftMotor(): f64 {
    const reading = this.readMotor(this.state.leftMotor);
    if (this.numbers.driveEncoderWraps == 0) return reading;
    return (this.leftTurned = unwrapped(this.leftTurned, reading));
  }

  readRightMotor(): f64 {
    const reading = this.readMotor(this.state.rightMotor);
    if (this.numbers.driveEncoderWraps == 0) return reading;
    return (this.rightTurned = unwrapped(this.rightTurned, reading));
  }

  @inline
  private readMotor(position: f64): f64 {
    const step = this.numbers.driveEncoderStep;
    const rounded =
      this.rounds && step > 0 ? step * nearest<f64>(position * this.stepsPerRad) : position;
    if (this.numbers.driveEncoderWraps == 0) return rounded;
    return rounded - FULL_TURN * Math.floor(rounded / FULL_TURN);
  }
}

/** Continues a position that starts again at 0 after a full turn, rad. */
function unwrapped(previous: f64, reading: f64): f64 {
  return reading + FULL_TURN * nearest<f64>((previous - reading) / FULL_TURN);
}

/** A power within what a motor can get. */
export function clampPower(power: f64): f64 {
  return Math.max(-1, Math.min(1, power));
}
