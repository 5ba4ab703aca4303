import exp from '@stdlib/math-base-special-exp';
import { wheelDiameters } from '../drivebase/driveBase.ts';
import { direction } from '../geometry/direction.ts';
import type { PackedSegments } from '../geometry/ray.ts';
import { nearestInCone } from '../geometry/ray.ts';
import type { Pose } from '../geometry/pose.ts';
import { encoderReading } from '../drivebase/encoder.ts';
import type { Setup } from '../robot/setup.ts';
import type { RunRandomness } from './randomness.ts';
import { HISTORY_LENGTH, LONGEST_STEP } from './settings.ts';

/** Something that writes down the true pose while the plant moves. */
export interface Tape {
  /** Next time, s, at which the plant should stop and call {@link record}; Infinity for never. */
  nextTime: number;
  record(plant: Plant): void;
}

/** Commands that may be under way to the motors at once; more than one loop period's worth. */
const PENDING_COMMANDS = 16;

/** Where each quantity stands in the plant's state. */
const TIME = 0;
const X = 1;
const Y = 2;
const HEADING = 3;
/** Wheel surface speeds, mm/s. */
const LEFT_SPEED = 4;
const RIGHT_SPEED = 5;
/** Motor shaft positions, rad. */
const LEFT_MOTOR = 6;
const RIGHT_MOTOR = 7;
/** What the gyro has summed up since its reset, rad, before latency and noise. */
const GYRO_ANGLE = 8;
const GYRO_BIAS = 9;
const VOLTAGE = 10;
/** Wheel surface speeds that the motors strive for, mm/s. */
const LEFT_TARGET = 11;
const RIGHT_TARGET = 12;
/** Distance driven and time of the last disturbance. */
const UNDISTURBED = 13;
const UNDISTURBED_SINCE = 14;
/** The step for which the share of the lag was computed last, and that share. */
const LAG_STEP = 15;
const LAG_SHARE = 16;
const STATE_SIZE = 17;

/** Time over which the gyro takes its rate, s. */
const RATE_TIME = 0.01;

/** Below this half turn in one step, rad, the chord's series is exact to 2e-9 of its length. */
const SMALL_TURN = 0.02;

/**
 * The physical robot on its table: motors, wheels, ground and sensors, with the true numbers of a
 * setup. A program can command the motors and read the sensors; only the observer sees the pose.
 *
 * The state has a life of its own over thousands of ticks, so this is a class, and its state is a
 * typed array that is changed in place: between two runs nothing is allocated.
 */
export class Plant {
  tape: Tape | null = null;

  private readonly state = new Float64Array(STATE_SIZE);
  /** Sine and cosine that were asked for last. */
  private readonly turned = new Float64Array(2);
  private randomness: RunRandomness | null = null;
  private braking = false;
  private readonly leftDiameter: number;
  private readonly rightDiameter: number;

  private readonly historyTime = new Float64Array(HISTORY_LENGTH);
  private readonly historyX = new Float64Array(HISTORY_LENGTH);
  private readonly historyY = new Float64Array(HISTORY_LENGTH);
  private readonly historyHeading = new Float64Array(HISTORY_LENGTH);
  private readonly historyGyro = new Float64Array(HISTORY_LENGTH);
  private newest = 0;

  private readonly pendingTime = new Float64Array(PENDING_COMMANDS);
  private readonly pendingLeft = new Float64Array(PENDING_COMMANDS);
  private readonly pendingRight = new Float64Array(PENDING_COMMANDS);
  private readonly pendingBrake = new Uint8Array(PENDING_COMMANDS);
  private pendingFirst = 0;
  private pendingCount = 0;

  /**
   * @param truth the robot as it really is
   * @param obstacles what the range sensor can see
   */
  constructor(
    private readonly truth: Setup,
    private readonly obstacles: PackedSegments,
  ) {
    const wheels = wheelDiameters(truth.drive);
    this.leftDiameter = wheels.left;
    this.rightDiameter = wheels.right;
  }

  /**
   * Puts the robot down at rest for a new run and resets its gyro and its clock.
   *
   * @param randomness the run's streams, or null for a noise-free robot: no spread, no noise, no
   *   rounding, the mean of everything
   */
  putDown(start: Pose, randomness: RunRandomness | null): this {
    const { state } = this;
    state.fill(0);
    state[X] = start.x;
    state[Y] = start.y;
    state[HEADING] = start.heading;
    state[VOLTAGE] = this.truth.battery.voltage;
    state[GYRO_BIAS] = this.truth.gyro.bias;
    this.randomness = randomness;
    this.braking = false;
    this.pendingCount = 0;
    this.historyTime.fill(0);
    if (randomness !== null) this.drawRunConditions(randomness, start);
    this.remember();
    return this;
  }

  /** s since the robot was put down. */
  get time(): number {
    return this.state[TIME]!;
  }
  /** True pose, mm and rad; the heading counts over whole turns. */
  get x(): number {
    return this.state[X]!;
  }
  get y(): number {
    return this.state[Y]!;
  }
  get heading(): number {
    return this.state[HEADING]!;
  }
  /** The battery voltage of this run, V. */
  get batteryVoltage(): number {
    return this.state[VOLTAGE]!;
  }

  /** What differs from run to run: the put-down by hand, the battery, the gyro's drift. */
  private drawRunConditions(randomness: RunRandomness, start: Pose): void {
    const { state } = this;
    const { placement, battery, gyro } = this.truth;
    const along = placement.alongSpread * randomness.placement();
    const left = placement.acrossSpread * randomness.placement();
    direction(start.heading, this.turned);
    const [sine, cosine] = this.turned as unknown as [number, number];
    state[X]! += along * cosine - left * sine;
    state[Y]! += along * sine + left * cosine;
    state[HEADING]! += placement.headingSpread * randomness.placement();
    state[VOLTAGE]! += battery.voltageSpread * randomness.power();
    state[GYRO_BIAS]! += gyro.biasSpread * randomness.gyro();
  }

  /** Sets both motor powers, shares of full power; they take hold after the command delay. */
  setPower(left: number, right: number): void {
    this.schedule(this.time + this.truth.program.commandDelay, left, right, 0);
  }

  /** Brakes both motors, `later` seconds from now plus the command delay. */
  brake(later = 0): void {
    this.schedule(this.time + later + this.truth.program.commandDelay, 0, 0, 1);
  }

  private schedule(time: number, left: number, right: number, brake: 0 | 1): void {
    const slot = (this.pendingFirst + this.pendingCount) % PENDING_COMMANDS;
    if (this.pendingCount === PENDING_COMMANDS) throw new RangeError('Too many commands at once.');
    this.pendingTime[slot] = time;
    this.pendingLeft[slot] = left;
    this.pendingRight[slot] = right;
    this.pendingBrake[slot] = brake;
    this.pendingCount++;
  }

  /** Lets the robot move on until `time`, s. */
  advanceTo(time: number): void {
    const { state } = this;
    while (state[TIME]! < time) {
      const now = state[TIME]!;
      // A robot that stands under its brake changes nothing but the gyro's drift, which is linear.
      let next = this.atRest() ? time : now + LONGEST_STEP;
      if (this.pendingCount > 0) next = Math.min(next, this.pendingTime[this.pendingFirst]!);
      if (this.tape !== null) next = Math.min(next, this.tape.nextTime);
      next = Math.max(now, next);
      // A remainder below a nanosecond is rounding, not motion.
      if (time - next < 1e-9) next = time;
      if (next > now) this.move(next - now);
      state[TIME] = next;
      this.applyDueCommands(next);
      this.remember();
      if (this.tape !== null && this.tape.nextTime <= next) this.tape.record(this);
    }
  }

  private atRest(): boolean {
    return this.braking && this.state[LEFT_SPEED] === 0 && this.state[RIGHT_SPEED] === 0;
  }

  private applyDueCommands(now: number): void {
    while (this.pendingCount > 0 && this.pendingTime[this.pendingFirst]! <= now) {
      const slot = this.pendingFirst;
      this.braking = this.pendingBrake[slot] === 1;
      const { noLoadSpeed, nominalVoltage } = this.truth.motor;
      // Wheel radians per s at full power under this run's battery, halved for the radius.
      const full =
        (0.5 * noLoadSpeed * this.state[VOLTAGE]!) / nominalVoltage / this.truth.drive.gearRatio;
      this.state[LEFT_TARGET] = clampPower(this.pendingLeft[slot]!) * full * this.leftDiameter;
      this.state[RIGHT_TARGET] = clampPower(this.pendingRight[slot]!) * full * this.rightDiameter;
      this.pendingFirst = (slot + 1) % PENDING_COMMANDS;
      this.pendingCount--;
    }
  }

  /** One step of motors, wheels and pose: the wheels' travel, then an exact arc. */
  private move(step: number): void {
    const { state } = this;
    if (step !== state[LAG_STEP]) {
      state[LAG_STEP] = step;
      state[LAG_SHARE] = 1 - exp(-step / this.truth.motor.lag);
    }
    const left = this.turnWheel(LEFT_SPEED, LEFT_TARGET, step);
    const right = this.turnWheel(RIGHT_SPEED, RIGHT_TARGET, step);

    const { track, gearRatio } = this.truth.drive;
    state[LEFT_MOTOR]! += (2 * gearRatio * left) / this.leftDiameter;
    state[RIGHT_MOTOR]! += (2 * gearRatio * right) / this.rightDiameter;
    const distance = (left + right) / 2;
    const turn = (right - left) / track;
    const half = turn / 2;
    let chord = distance * (1 - (half * half) / 6);
    if (half > SMALL_TURN || half < -SMALL_TURN) {
      direction(half, this.turned);
      chord = (distance * this.turned[0]!) / half;
    }
    direction(state[HEADING]! + half, this.turned);
    state[X]! += chord * this.turned[1]!;
    state[Y]! += chord * this.turned[0]!;
    state[HEADING]! += turn;
    state[GYRO_ANGLE]! += this.truth.gyro.scale * turn + state[GYRO_BIAS]! * step;
    state[UNDISTURBED]! += (Math.abs(left) + Math.abs(right)) / 2;
  }

  /** Brings one wheel to its next speed and returns the distance it rolled, mm. */
  private turnWheel(speedAt: number, targetAt: number, step: number): number {
    const before = this.state[speedAt]!;
    const { acceleration, braking } = this.truth.motor;
    if (this.braking) {
      const change = braking * step;
      // A wheel that comes to rest inside the step has used v²/(2a), not the whole step.
      if (Math.abs(before) <= change) {
        this.state[speedAt] = 0;
        return (before * Math.abs(before)) / (2 * braking);
      }
      const after = before > 0 ? before - change : before + change;
      this.state[speedAt] = after;
      return ((before + after) / 2) * step;
    }
    const limit = acceleration * step;
    const change = (this.state[targetAt]! - before) * this.state[LAG_SHARE]!;
    const after = before + (change > limit ? limit : change < -limit ? -limit : change);
    this.state[speedAt] = after;
    return ((before + after) / 2) * step;
  }

  /**
   * Adds what ground and drift did since the last call: slip and bumps by the distance driven, the
   * walk of the gyro's drift by the time passed. Called once a tick, so that the numbers drawn do
   * not depend on the step of integration.
   */
  disturb(): void {
    const { randomness, truth, state } = this;
    if (randomness === null) return;
    const elapsed = state[TIME]! - state[UNDISTURBED_SINCE]!;
    const driven = state[UNDISTURBED]!;
    state[UNDISTURBED_SINCE] = state[TIME]!;
    state[UNDISTURBED] = 0;
    if (elapsed > 0) {
      state[GYRO_BIAS]! += truth.gyro.biasWalk * Math.sqrt(elapsed) * randomness.gyro();
    }
    if (driven <= 0) return;
    const root = Math.sqrt(driven);
    const slip = truth.ground.slip * root * randomness.ground();
    let kick = truth.ground.slipHeading * root * randomness.ground();
    if (randomness.bump() < truth.ground.bumpRate * driven) {
      kick += truth.ground.bumpHeading * randomness.ground();
    }
    direction(state[HEADING]!, this.turned);
    state[X]! += slip * this.turned[1]!;
    state[Y]! += slip * this.turned[0]!;
    state[HEADING]! += kick;
    state[GYRO_ANGLE]! += truth.gyro.scale * kick;
  }

  /** Motor positions as the program reads them, rad. */
  readLeftMotor(): number {
    return this.readMotor(this.state[LEFT_MOTOR]!);
  }

  readRightMotor(): number {
    return this.readMotor(this.state[RIGHT_MOTOR]!);
  }

  private readMotor(position: number): number {
    // Positions that wrap are continued by the hub's adapter, so the program sees them count on.
    return this.randomness === null
      ? position
      : encoderReading(position, this.truth.drive.encoderStep, false);
  }

  /** Heading since the reset as the gyro reports it now: late, noisy, rounded; rad, not wrapped. */
  readHeading(): number {
    const delayed = this.past(this.historyGyro, this.time - this.truth.gyro.latency);
    if (this.randomness === null) return delayed;
    const noisy = delayed + this.truth.gyro.noise * this.randomness.gyroNoise();
    const { step } = this.truth.gyro;
    return step > 0 ? step * Math.round(noisy / step) : noisy;
  }

  /** Turning rate as the gyro reports it now, rad/s: late, and with the noise of two readings. */
  readRate(): number {
    const { latency, noise, scale } = this.truth.gyro;
    const when = this.time - latency;
    const turned =
      this.past(this.historyGyro, when) - this.past(this.historyGyro, when - RATE_TIME);
    const random = this.randomness === null ? 0 : this.randomness.gyroNoise();
    return turned / RATE_TIME + scale * noise * random;
  }

  /** Sets the heading that the gyro reports to 0, as a program's reset does. */
  resetGyro(): void {
    this.state[GYRO_ANGLE] = 0;
    this.historyGyro.fill(0);
  }

  /** The gyro's drift at this moment, rad/s. */
  get gyroDrift(): number {
    return this.state[GYRO_BIAS]!;
  }

  /** The drift that the gyro has from now on, rad/s, as learnt at a power-on. */
  setGyroDrift(drift: number): void {
    this.state[GYRO_BIAS] = drift;
  }

  /** Turns the robot by hand on its spot, rad; the wheels do not notice. */
  turnByHand(angle: number): void {
    this.state[HEADING]! += angle;
    this.state[GYRO_ANGLE]! += this.truth.gyro.scale * angle;
    this.remember();
  }

  /** What the range sensor reports now, mm; Infinity when it sees nothing or drops out. */
  readRange(): number {
    const sensor = this.truth.range;
    const when = this.time - sensor.latency;
    const heading = this.past(this.historyHeading, when);
    direction(heading, this.turned);
    const sine = this.turned[0]!;
    const cosine = this.turned[1]!;
    const distance = nearestInCone(
      this.obstacles,
      this.past(this.historyX, when) + cosine * sensor.x - sine * sensor.y,
      this.past(this.historyY, when) + sine * sensor.x + cosine * sensor.y,
      heading + sensor.heading,
      sensor.coneHalfAngle,
    );
    if (this.randomness !== null && this.randomness.rangeDropout() < sensor.dropoutChance) {
      return Infinity;
    }
    if (distance > sensor.longest) return Infinity;
    const noise = this.randomness === null ? 0 : sensor.noise * this.randomness.range();
    return Math.max(sensor.shortest, distance) + sensor.offset + noise;
  }

  private remember(): void {
    const slot = (this.newest + 1) & (HISTORY_LENGTH - 1);
    this.newest = slot;
    this.historyTime[slot] = this.state[TIME]!;
    this.historyX[slot] = this.state[X]!;
    this.historyY[slot] = this.state[Y]!;
    this.historyHeading[slot] = this.state[HEADING]!;
    this.historyGyro[slot] = this.state[GYRO_ANGLE]!;
  }

  /** A remembered quantity at an earlier time, linear between the states around it. */
  private past(history: Float64Array, time: number): number {
    let later = this.newest;
    for (let i = 0; i < HISTORY_LENGTH - 1; i++) {
      const earlier = (later - 1) & (HISTORY_LENGTH - 1);
      const from = this.historyTime[earlier]!;
      const to = this.historyTime[later]!;
      // Slots that were never written, or the start: nothing older is known.
      if (from > to || (from === 0 && to === 0)) break;
      if (from <= time) {
        const share = to > from ? Math.min(1, (time - from) / (to - from)) : 1;
        return history[earlier]! + share * (history[later]! - history[earlier]!);
      }
      later = earlier;
    }
    return history[later]!;
  }
}

function clampPower(power: number): number {
  return power > 1 ? 1 : power < -1 ? -1 : power;
}
