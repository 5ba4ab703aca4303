import exp from '@stdlib/math-base-special-exp';
import { wheelDiameters } from '../robot/driveBase.ts';
import { direction } from '../mathematics/direction.ts';
import { nearestInCone } from '../mathematics/ray.ts';
import type { Pose } from '../mathematics/pose.ts';
import { encoderReading, unwrapEncoder } from '../robot/encoder.ts';
import type { RangeSensor, RobotParameters } from '../robot/parameters.ts';
import type { LightPlace } from '../robot/parameters.ts';
import type { Stop } from '../robot/motor.ts';
import { Contact } from './contact.ts';
import { History, PAST_GYRO, PAST_HEADING, PAST_X, PAST_Y } from './history.ts';
import type { RunRandomness } from '../mathematics/randomness.ts';
import { DISTURBANCE_INTERVAL, LONGEST_STEP } from './settings.ts';
import { reflectanceAt, type World } from './world.ts';

/** Something that writes down the true pose while the plant moves. */
export interface StepObserver {
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
/** Shaft of the attachment motor, rad, and the speed it strives for, rad/s. */
const ARM = 15;
const ARM_SPEED = 16;
/** Distance that the wheels rolled since the robot was put down, mm. */
const ROLLED = 17;
/** Sine and cosine of the heading, kept beside it because every step asks for them. */
const SINE = 18;
const COSINE = 19;
const STATE_SIZE = 20;

/** Steps nearer to each other than this are the same one, s. */
const SAME_STEP = 1e-12;

/** What a command under way asks for. */
const POWER = 0;
const BRAKE = 1;
const COAST = 2;

/** Time over which the gyro takes its rate, s. */
const RATE_TIME = 0.01;

/** Up to this angle, rad, the series below are exact to the last digit. */
const SMALL_ANGLE = 0.1;

/**
 * What of the robot's state can be changed: its place (mm) and heading (rad), the gyro's angle (rad)
 * and drift (rad/s), the battery (V), and the difference of the motors' positions (rad).
 */
export type Perturbation = 'along' | 'left' | 'heading' | 'gyro' | 'drift' | 'voltage' | 'wheels';

/**
 * The physical robot on its table: motors, wheels, ground and sensors, with the true numbers of a
 * setup. A program can command the motors and read the sensors; only the observer sees the pose.
 *
 * The state has a life of its own over thousands of ticks, so this is a class, and its state is a
 * typed array that is changed in place: between two runs nothing is allocated.
 */
export class Plant {
  observer: StepObserver | null = null;
  /** Readings of range sensors that were missing in this run. */
  dropouts = 0;
  /** Whether the robot ran into something since this was set to false. */
  touched = false;

  private readonly state = new Float64Array(STATE_SIZE);
  /** Sine and cosine that were asked for last. */
  private readonly turned = new Float64Array(2);
  private randomness: RunRandomness | null = null;
  /** mm/s² with which wheels that were stopped slow down; 0 while they are driven. */
  private stopping = 0;
  /** The two steps that were integrated last, s, and the share of the motors' lag in each. */
  private readonly lagSteps = new Float64Array(2);
  private readonly lagShares = new Float64Array(2);
  private lagNewest = 0;
  private readonly contact: Contact;
  private readonly history = new History();
  /** Turn of a motor for each mm that its wheel rolls, rad/mm. */
  private readonly leftMotorTurn: number;
  private readonly rightMotorTurn: number;
  /** Speed of a wheel at full power for each volt of the battery, mm/s/V. */
  private readonly leftFull: number;
  private readonly rightFull: number;
  /** Half of the turn for each mm that the right wheel rolls more than the left, rad/mm. */
  private readonly halfTurn: number;

  private readonly pendingTime = new Float64Array(PENDING_COMMANDS);
  private readonly pendingLeft = new Float64Array(PENDING_COMMANDS);
  private readonly pendingRight = new Float64Array(PENDING_COMMANDS);
  private readonly pendingKind = new Uint8Array(PENDING_COMMANDS);
  private pendingFirst = 0;
  private pendingCount = 0;
  /** Where motors that wrap were when they were read last, counting on over whole turns, rad. */
  private leftTurned = 0;
  private rightTurned = 0;

  /**
   * @param trueParameters the robot as it really is
   * @param world what it can see and run into
   */
  constructor(
    private readonly trueParameters: RobotParameters,
    private readonly world: World,
  ) {
    this.contact = new Contact(world.solid, trueParameters.body, trueParameters.drive.track);
    const { left, right } = wheelDiameters(trueParameters.drive);
    const { gearRatio, track } = trueParameters.drive;
    const { noLoadSpeed, nominalVoltage } = trueParameters.motor;
    this.leftMotorTurn = (2 * gearRatio) / left;
    this.rightMotorTurn = (2 * gearRatio) / right;
    this.leftFull = (noLoadSpeed * left) / (2 * gearRatio * nominalVoltage);
    this.rightFull = (noLoadSpeed * right) / (2 * gearRatio * nominalVoltage);
    this.halfTurn = 1 / (2 * track);
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
    this.rotate(0);
    state[VOLTAGE] = this.trueParameters.battery.voltage;
    state[GYRO_BIAS] = this.trueParameters.gyro.bias;
    this.randomness = randomness;
    this.stopping = this.trueParameters.motor.braking;
    this.pendingCount = 0;
    this.dropouts = 0;
    this.contact.reset();
    this.history.clear();
    this.leftTurned = 0;
    this.rightTurned = 0;
    if (randomness !== null) this.drawRunConditions(randomness);
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
  /** Distance that the wheels rolled since the robot was put down, whichever way, mm. */
  get rolled(): number {
    return this.state[ROLLED]!;
  }
  /** The battery voltage of this run, V. */
  get batteryVoltage(): number {
    return this.state[VOLTAGE]!;
  }

  /** What differs from run to run: the put-down by hand, the battery, the gyro's drift. */
  private drawRunConditions(randomness: RunRandomness): void {
    const { state } = this;
    const { placement, battery, gyro } = this.trueParameters;
    const along = placement.alongSpread * randomness.placement();
    const left = placement.acrossSpread * randomness.placement();
    state[X]! += along * state[COSINE]! - left * state[SINE]!;
    state[Y]! += along * state[SINE]! + left * state[COSINE]!;
    this.rotate(placement.headingSpread * randomness.placement());
    state[VOLTAGE]! += battery.voltageSpread * randomness.power();
    state[GYRO_BIAS]! += gyro.biasSpread * randomness.gyro();
  }

  /** Sets both motor powers, shares of full power; they take hold after the command delay. */
  setPower(left: number, right: number): void {
    this.schedule(this.time + this.trueParameters.program.commandDelay, left, right, POWER);
  }

  /** Stops both motors, `later` seconds from now plus the command delay. */
  halt(stop: Stop, later = 0): void {
    const kind = stop === 'coast' ? COAST : BRAKE;
    this.schedule(this.time + later + this.trueParameters.program.commandDelay, 0, 0, kind);
  }

  private schedule(time: number, left: number, right: number, kind: 0 | 1 | 2): void {
    const slot = (this.pendingFirst + this.pendingCount) % PENDING_COMMANDS;
    if (this.pendingCount === PENDING_COMMANDS) throw new RangeError('Too many commands at once.');
    this.pendingTime[slot] = time;
    this.pendingLeft[slot] = left;
    this.pendingRight[slot] = right;
    this.pendingKind[slot] = kind;
    this.pendingCount++;
  }

  /** Lets the robot move on until `time`, s. */
  advanceTo(time: number): void {
    const { state } = this;
    while (state[TIME]! < time) {
      const now = state[TIME]!;
      let next = time;
      if (this.pendingCount > 0 && this.pendingTime[this.pendingFirst]! < next) {
        next = this.pendingTime[this.pendingFirst]!;
      }
      if (this.observer !== null && this.observer.nextTime < next) next = this.observer.nextTime;
      if (next < now) next = now;
      // Equal steps up to whatever comes next, so that few different ones occur. A robot that stands
      // under its brake changes nothing but the gyro's drift, which is linear.
      const gap = next - now;
      if (gap > LONGEST_STEP && !this.atRest()) next = now + gap / Math.ceil(gap / LONGEST_STEP);
      // A remainder below a nanosecond is rounding, not motion.
      if (time - next < 1e-9) next = time;
      if (next > now) this.move(next - now);
      state[TIME] = next;
      this.applyDueCommands(next);
      this.remember();
      if (this.observer !== null && this.observer.nextTime <= next) this.observer.record(this);
    }
  }

  private atRest(): boolean {
    const { state } = this;
    return (
      this.stopping > 0 &&
      state[LEFT_SPEED] === 0 &&
      state[RIGHT_SPEED] === 0 &&
      state[ARM_SPEED] === 0
    );
  }

  private applyDueCommands(now: number): void {
    while (this.pendingCount > 0 && this.pendingTime[this.pendingFirst]! <= now) {
      const slot = this.pendingFirst;
      const { braking, coasting } = this.trueParameters.motor;
      const kind = this.pendingKind[slot]!;
      this.stopping = kind === POWER ? 0 : kind === BRAKE ? braking : coasting;
      const voltage = this.state[VOLTAGE]!;
      this.state[LEFT_TARGET] = clampPower(this.pendingLeft[slot]!) * voltage * this.leftFull;
      this.state[RIGHT_TARGET] = clampPower(this.pendingRight[slot]!) * voltage * this.rightFull;
      this.pendingFirst = (slot + 1) % PENDING_COMMANDS;
      this.pendingCount--;
    }
  }

  /** One step of motors, wheels and pose: the wheels' travel, then an exact arc. */
  private move(step: number): void {
    const { state } = this;
    const share = this.stopping > 0 ? 0 : this.lagShare(step);
    const left = this.turnWheel(LEFT_SPEED, LEFT_TARGET, step, share);
    const right = this.turnWheel(RIGHT_SPEED, RIGHT_TARGET, step, share);
    state[GYRO_ANGLE]! += state[GYRO_BIAS]! * step;
    if (state[ARM_SPEED] !== 0) this.turnArm(step);
    if (left === 0 && right === 0) return;

    state[LEFT_MOTOR]! += this.leftMotorTurn * left;
    state[RIGHT_MOTOR]! += this.rightMotorTurn * right;
    const distance = 0.5 * (left + right);
    const half = this.halfTurn * (right - left);
    const turn = half + half;
    // The chord of the arc goes along the heading when half of the turn is made before and half after.
    let sinc = sincOfSmall(half);
    let turnedCosine = cosineOfSmall(half);
    if (half > SMALL_ANGLE || half < -SMALL_ANGLE) {
      direction(half, this.turned);
      sinc = this.turned[0]! / half;
      turnedCosine = this.turned[1]!;
    }
    const turnedSine = sinc * half;
    const sine = state[SINE]! * turnedCosine + state[COSINE]! * turnedSine;
    const cosine = state[COSINE]! * turnedCosine - state[SINE]! * turnedSine;
    const chord = sinc * distance;
    state[X]! += chord * cosine;
    state[Y]! += chord * sine;
    state[SINE] = sine * turnedCosine + cosine * turnedSine;
    state[COSINE] = cosine * turnedCosine - sine * turnedSine;
    state[HEADING]! += turn;
    state[GYRO_ANGLE]! += this.trueParameters.gyro.scale * turn;
    const rolled = 0.5 * (Math.abs(left) + Math.abs(right));
    state[UNDISTURBED]! += rolled;
    state[ROLLED]! += rolled;
    if (this.contact.mayTouch(distance, turn)) this.keepOut();
  }

  /** Turns the robot on its spot, rad. */
  private rotate(angle: number): void {
    const { state, turned } = this;
    state[HEADING]! += angle;
    direction(state[HEADING]!, turned);
    state[SINE] = turned[0]!;
    state[COSINE] = turned[1]!;
  }

  /** Moves the robot out of what it ran into. The wheels slip, so the motors do not notice. */
  private keepOut(): void {
    const { state, contact } = this;
    if (!contact.resolve(state[X]!, state[Y]!, state[SINE]!, state[COSINE]!)) return;
    this.touched = true;
    state[X]! += contact.correction[0]!;
    state[Y]! += contact.correction[1]!;
    this.rotate(contact.correction[2]!);
    state[GYRO_ANGLE]! += this.trueParameters.gyro.scale * contact.correction[2]!;
  }

  /**
   * What pressing flat leaves to chance: the last bit of heading and distance, which depends on dust,
   * tyres and the border itself. Nothing happens to a robot that does not stand flat.
   */
  restAgainst(): void {
    const { state, contact, randomness, trueParameters } = this;
    if (randomness === null || contact.touching < 2) return;
    const way = contact.touchingFront >= 2 ? -1 : 1;
    const gap = Math.abs(trueParameters.contact.distanceSpread * randomness.contact());
    const turn = trueParameters.contact.headingSpread * randomness.contact();
    // A robot that stands a little askew touches with one corner, and not with one inside the border.
    const off = way * (gap + (trueParameters.body.width / 2) * Math.abs(turn));
    state[X]! += off * state[COSINE]!;
    state[Y]! += off * state[SINE]!;
    this.rotate(turn);
    state[GYRO_ANGLE]! += trueParameters.gyro.scale * turn;
    // It stood like that all the time that it was pressed, so late sensors tell it as well.
    this.history.shift(PAST_HEADING, turn);
    this.history.shift(PAST_GYRO, trueParameters.gyro.scale * turn);
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
    return (lagShares[slot] = 1 - exp(-step / this.trueParameters.motor.lag));
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
    const { acceleration, lag } = this.trueParameters.motor;
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

  /**
   * Adds what ground and drift did since the last call: slip and bumps by the distance driven, the
   * walk of the gyro's drift by the time passed. Called once a tick, and does its work once in a few
   * of them, so that the numbers drawn do not depend on the step of integration.
   *
   * @param all do it now, because a move has ended
   */
  disturb(all = false): void {
    const { randomness, trueParameters, state } = this;
    if (randomness === null) return;
    const elapsed = state[TIME]! - state[UNDISTURBED_SINCE]!;
    if (elapsed < DISTURBANCE_INTERVAL && !all) return;
    const driven = state[UNDISTURBED]!;
    state[UNDISTURBED_SINCE] = state[TIME]!;
    state[UNDISTURBED] = 0;
    if (elapsed > 0) {
      state[GYRO_BIAS]! += trueParameters.gyro.biasWalk * Math.sqrt(elapsed) * randomness.gyro();
    }
    if (driven <= 0) return;
    const root = Math.sqrt(driven);
    const slip = trueParameters.ground.slip * root * randomness.ground();
    let kick = trueParameters.ground.slipHeading * root * randomness.ground();
    if (randomness.bump() < trueParameters.ground.bumpRate * driven) {
      kick += trueParameters.ground.bumpHeading * randomness.ground();
    }
    state[X]! += slip * state[COSINE]!;
    state[Y]! += slip * state[SINE]!;
    this.rotate(kick);
    state[GYRO_ANGLE]! += trueParameters.gyro.scale * kick;
  }

  /** Motor positions as the program reads them, rad. */
  readLeftMotor(): number {
    const reading = this.readMotor(this.state[LEFT_MOTOR]!);
    if (!this.trueParameters.drive.encoderWraps) return reading;
    this.leftTurned = unwrapEncoder(this.leftTurned, reading);
    return this.leftTurned;
  }

  readRightMotor(): number {
    const reading = this.readMotor(this.state[RIGHT_MOTOR]!);
    if (!this.trueParameters.drive.encoderWraps) return reading;
    this.rightTurned = unwrapEncoder(this.rightTurned, reading);
    return this.rightTurned;
  }

  private readMotor(position: number): number {
    const { encoderStep, encoderWraps } = this.trueParameters.drive;
    return encoderReading(position, this.randomness === null ? 0 : encoderStep, encoderWraps);
  }

  /** Heading since the reset as the gyro reports it now: late, noisy, rounded; rad, not wrapped. */
  readHeading(): number {
    const delayed = this.history.at(PAST_GYRO, this.time - this.trueParameters.gyro.latency);
    if (this.randomness === null) return delayed;
    const noisy = delayed + this.trueParameters.gyro.noise * this.randomness.gyroNoise();
    const { step } = this.trueParameters.gyro;
    return step > 0 ? step * Math.round(noisy / step) : noisy;
  }

  /** Turning rate as the gyro reports it now, rad/s: late, and with the noise of two readings. */
  readRate(): number {
    const { latency, noise, scale } = this.trueParameters.gyro;
    const when = this.time - latency;
    const turned = this.history.at(PAST_GYRO, when) - this.history.at(PAST_GYRO, when - RATE_TIME);
    const random = this.randomness === null ? 0 : this.randomness.gyroNoise();
    return turned / RATE_TIME + scale * noise * random;
  }

  /** Sets the heading that the gyro reports to 0, as a program's reset does. */
  resetGyro(): void {
    this.history.shift(PAST_GYRO, -this.state[GYRO_ANGLE]!);
    this.state[GYRO_ANGLE] = 0;
  }

  /** What the gyro has summed up since its reset, rad, before latency, noise and rounding. */
  get gyroAngle(): number {
    return this.state[GYRO_ANGLE]!;
  }

  /** The gyro's drift at this moment, rad/s. */
  get gyroDrift(): number {
    return this.state[GYRO_BIAS]!;
  }

  /** The drift that the gyro has from now on, rad/s, as learnt at a power-on. */
  setGyroDrift(drift: number): void {
    this.state[GYRO_BIAS] = drift;
  }

  /** Lets the robot roll with both wheels at a speed, mm/s, as if it had been driving. */
  roll(speed: number): void {
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

  /** Turns the robot by hand on its spot, rad; the wheels do not notice. */
  turnByHand(angle: number): void {
    this.rotate(angle);
    this.state[GYRO_ANGLE]! += this.trueParameters.gyro.scale * angle;
    this.remember();
  }

  /** What the range sensor reports now, mm; Infinity when it sees nothing or drops out. */
  readRange(): number {
    return this.readRangeSensor(this.trueParameters.range);
  }

  /** The same for the sensor at the side. */
  readSideRange(): number {
    return this.readRangeSensor(this.trueParameters.rangeSide);
  }

  private readRangeSensor(sensor: RangeSensor): number {
    const when = this.time - sensor.latency;
    const heading = this.history.at(PAST_HEADING, when);
    direction(heading, this.turned);
    const sine = this.turned[0]!;
    const cosine = this.turned[1]!;
    const distance = nearestInCone(
      this.world.seen,
      this.history.at(PAST_X, when) + cosine * sensor.x - sine * sensor.y,
      this.history.at(PAST_Y, when) + sine * sensor.x + cosine * sensor.y,
      heading + sensor.heading,
      sensor.coneHalfAngle,
    );
    if (this.randomness !== null && this.randomness.rangeDropout() < sensor.dropoutChance) {
      this.dropouts++;
      return Infinity;
    }
    if (distance > sensor.longest) return Infinity;
    const noise = this.randomness === null ? 0 : sensor.noise * this.randomness.range();
    return Math.max(sensor.shortest, distance) + sensor.offset + noise;
  }

  /** Reflected light under a light sensor, a share of 1. */
  readLight(place: LightPlace): number {
    const { light } = this.trueParameters;
    const x = place === 'first' ? light.firstX : light.secondX;
    const y = place === 'first' ? light.firstY : light.secondY;
    const sine = this.state[SINE]!;
    const cosine = this.state[COSINE]!;
    const reflected = reflectanceAt(
      this.world.lines,
      this.state[X]! + cosine * x - sine * y,
      this.state[Y]! + sine * x + cosine * y,
      light.spot,
    );
    const noise = this.randomness === null ? 0 : light.noise * this.randomness.light();
    return light.dark + (light.light - light.dark) * reflected + noise;
  }

  /** Whether the bumper is pressed. */
  readTouch(): boolean {
    const { contact } = this;
    return (this.trueParameters.touch.behind ? contact.touchingBack : contact.touchingFront) > 0;
  }

  /** Position of the attachment motor, rad. */
  readArm(): number {
    return this.state[ARM]!;
  }

  /** Sets the power of the attachment motor, a share of full power; 0 holds it where it is. */
  setArmPower(power: number): void {
    const full =
      (this.trueParameters.arm.noLoadSpeed * this.state[VOLTAGE]!) /
      this.trueParameters.motor.nominalVoltage;
    this.state[ARM_SPEED] = clampPower(power) * full;
  }

  private turnArm(step: number): void {
    const { lowest, highest } = this.trueParameters.arm;
    const to = this.state[ARM]! + this.state[ARM_SPEED]! * step;
    this.state[ARM] = to < lowest ? lowest : to > highest ? highest : to;
  }

  /**
   * Changes something of the robot's state a little, to learn what becomes of it: the way by which
   * the error budget finds how an error grows.
   */
  perturb(what: Perturbation, amount: number): void {
    const { state } = this;
    switch (what) {
      case 'along':
        state[X]! += amount * state[COSINE]!;
        state[Y]! += amount * state[SINE]!;
        break;
      case 'left':
        state[X]! -= amount * state[SINE]!;
        state[Y]! += amount * state[COSINE]!;
        break;
      case 'heading':
        this.rotate(amount);
        state[GYRO_ANGLE]! += this.trueParameters.gyro.scale * amount;
        break;
      case 'gyro':
        state[GYRO_ANGLE]! += amount;
        break;
      case 'drift':
        state[GYRO_BIAS]! += amount;
        break;
      case 'voltage':
        state[VOLTAGE]! += amount;
        break;
      case 'wheels':
        state[LEFT_MOTOR]! -= amount / 2;
        state[RIGHT_MOTOR]! += amount / 2;
        break;
    }
    this.contact.reset();
    this.remember();
  }

  private remember(): void {
    const { state } = this;
    this.history.remember(state[TIME]!, state[X]!, state[Y]!, state[HEADING]!, state[GYRO_ANGLE]!);
  }
}

/** sin(angle)/angle of an angle up to {@link SMALL_ANGLE}. */
function sincOfSmall(angle: number): number {
  const square = angle * angle;
  return 1 - square * (1 / 6 - square * (1 / 120 - square * (1 / 5040 - square * (1 / 362880))));
}

/** Cosine of an angle up to {@link SMALL_ANGLE}. */
function cosineOfSmall(angle: number): number {
  const square = angle * angle;
  return 1 - square * (1 / 2 - square * (1 / 24 - square * (1 / 720 - square * (1 / 40320))));
}

function clampPower(power: number): number {
  return power > 1 ? 1 : power < -1 ? -1 : power;
}
