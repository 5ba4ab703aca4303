import { Attachments } from './attachments';
import { CommandKind, CommandQueue } from './commandQueue';
import { Contact } from './contact';
import { cosine, direct, sine } from './direction';
import { DriveTrain } from './driveTrain';
import { GroundSensors } from './groundSensors';
import { GyroSensor } from './gyroSensor';
import { History, Past } from './history';
import { RobotNumbers } from './numbers';
import { RangeSensor } from './rangeSensor';
import { DISTURBANCE_INTERVAL, LONGEST_STEP } from './settings';
import { State } from './state';
import { Streams } from './streams';
import { World } from './world';

/** Up to the root of this, rad, three terms of the series of sine and cosine are exact to the last digit. */
const TINY_SQUARE: f64 = 1e-3;

/**
 * What of the robot's state can be changed: its place (mm) and heading (rad), the gyro's angle (rad)
 * and drift (rad/s), the battery (V), and the difference of the motors' positions (rad).
 */
export enum Perturbation {
  Along,
  Left,
  Heading,
  Gyro,
  Drift,
  Voltage,
  Wheels,
}

/** The physical robot on its table: motors, wheels, ground and sensors, with the true numbers of a setup. */
@final
export class Plant {
  readonly numbers: RobotNumbers = new RobotNumbers();
  readonly world: World = new World();
  readonly state: State = new State();
  readonly streams: Streams = new Streams();
  readonly driveTrain: DriveTrain = new DriveTrain(this.numbers, this.state);
  readonly attachments: Attachments = new Attachments(this.numbers, this.state);
  readonly contact: Contact = new Contact(this.numbers, this.world);
  readonly history: History = new History();
  readonly gyro: GyroSensor = new GyroSensor(this.numbers, this.state, this.history, this.streams);
  readonly range: RangeSensor = new RangeSensor(this.world, this.state, this.history, this.streams);
  readonly rangeSide: RangeSensor = new RangeSensor(
    this.world,
    this.state,
    this.history,
    this.streams,
  );
  readonly ground: GroundSensors = new GroundSensors(
    this.numbers,
    this.world,
    this.state,
    this.streams,
  );
  private readonly commands: CommandQueue = new CommandQueue();
  /** Whether chance has a part in this run; without it: no spread, no noise, no rounding, the mean of everything. */
  noisy: bool = false;
  /** Whether the robot ran into something since this was set to false. */
  touched: bool = false;
  /** Half of the turn for each mm that the right wheel rolls more than the left, rad/mm. */
  private halfTurn: f64 = 0;

  /** Works out what follows from its numbers, after they were written, and stands at rest at the origin. */
  assemble(): void {
    const numbers = this.numbers;
    this.driveTrain.assemble();
    this.contact.assemble();
    this.gyro.assemble();
    this.halfTurn = 1 / (2 * numbers.driveTrack);
    const range = this.range;
    range.x = numbers.rangeX;
    range.y = numbers.rangeY;
    range.heading = numbers.rangeHeading;
    range.offset = numbers.rangeOffset;
    range.noise = numbers.rangeNoise;
    range.coneHalfAngle = numbers.rangeConeHalfAngle;
    range.latency = numbers.rangeLatency;
    range.shortest = numbers.rangeShortest;
    range.longest = numbers.rangeLongest;
    range.dropoutChance = numbers.rangeDropoutChance;
    range.assemble();
    const side = this.rangeSide;
    side.x = numbers.rangeSideX;
    side.y = numbers.rangeSideY;
    side.heading = numbers.rangeSideHeading;
    side.offset = numbers.rangeSideOffset;
    side.noise = numbers.rangeSideNoise;
    side.coneHalfAngle = numbers.rangeSideConeHalfAngle;
    side.latency = numbers.rangeSideLatency;
    side.shortest = numbers.rangeSideShortest;
    side.longest = numbers.rangeSideLongest;
    side.dropoutChance = numbers.rangeSideDropoutChance;
    side.assemble();
    // Nothing of a robot that was here before is left.
    this.noisy = false;
    this.touched = false;
    this.putDown(0, 0, 0);
  }

  /** Puts the robot down at rest for a new run and resets its gyro and its clock. */
  putDown(x: f64, y: f64, heading: f64): void {
    const state = this.state;
    state.clear();
    state.x = x;
    state.y = y;
    state.heading = heading;
    this.rotate(0);
    state.voltage = this.numbers.batteryVoltage;
    state.gyroBias = this.numbers.gyroBias;
    this.range.dropouts = this.rangeSide.dropouts = 0;
    this.driveTrain.reset(this.noisy);
    this.attachments.reset();
    this.commands.clear();
    this.contact.reset();
    this.history.clear();
    if (this.noisy) this.drawRunConditions();
    this.remember();
  }

  /** What differs from run to run: the put-down by hand, the battery, the gyro's drift. */
  private drawRunConditions(): void {
    const state = this.state;
    const numbers = this.numbers;
    const streams = this.streams;
    const along = numbers.placementAlongSpread * streams.placement.normal();
    const left = numbers.placementAcrossSpread * streams.placement.normal();
    state.x += along * state.cosine - left * state.sine;
    state.y += along * state.sine + left * state.cosine;
    this.rotate(numbers.placementHeadingSpread * streams.placement.normal());
    state.voltage += numbers.batteryVoltageSpread * streams.power.normal();
    state.gyroBias += numbers.gyroBiasSpread * streams.gyro.normal();
  }

  /** Sends a command, `later` seconds from now plus the command delay. Returns whether there was room for it. */
  command(left: f64, right: f64, kind: CommandKind, later: f64): bool {
    const when = this.state.time + later + this.numbers.programCommandDelay;
    return this.commands.add(when, left, right, kind);
  }

  /**
   * Lets the robot move on until `time`, s, or until an onlooker wants to be called.
   *
   * @returns the time reached
   */
  advance(time: f64, watch: f64): f64 {
    const state = this.state;
    const commands = this.commands;
    while (state.time < time) {
      const now = state.time;
      let next = Math.max(now, Math.min(Math.min(time, commands.nextTime), watch));
      // Equal steps up to whatever comes next, so that few different ones occur. A robot that stands
      // under its brake changes nothing but the gyro's drift, which is linear.
      const gap = next - now;
      if (gap > LONGEST_STEP && !this.atRest()) next = now + gap / Math.ceil(gap / LONGEST_STEP);
      // A remainder below a nanosecond is rounding, not motion.
      if (time - next < 1e-9) next = time;
      if (next > now) this.move(next - now);
      state.time = next;
      while (commands.nextTime <= next) {
        this.driveTrain.command(commands.nextKind, commands.nextLeft, commands.nextRight);
        commands.dropNext();
      }
      this.remember();
      if (watch <= next) break;
    }
    return state.time;
  }

  @inline
  private atRest(): bool {
    return !this.attachments.move && this.driveTrain.standsBraked;
  }

  /** One step of motors, wheels and pose: the wheels' travel, then an exact arc. */
  @inline
  private move(step: f64): void {
    const state = this.state;
    const driveTrain = this.driveTrain;
    driveTrain.roll(step);
    const left = driveTrain.left;
    const right = driveTrain.right;
    state.gyroAngle += state.gyroBias * step;
    if (this.attachments.move) this.attachments.turn(step);
    if (left == 0 && right == 0) return;

    const distance = 0.5 * (left + right);
    const half = this.halfTurn * (right - left);
    const turn = half + half;
    // The chord of the arc goes along the heading when half of the turn is made before and half after.
    const square = half * half;
    let sinc: f64 = 0;
    let turnedCosine: f64 = 0;
    if (square < TINY_SQUARE) {
      sinc = 1 - square * (1.0 / 6 - square * (1.0 / 120 - square * (1.0 / 5040)));
      turnedCosine = 1 - square * (1.0 / 2 - square * (1.0 / 24 - square * (1.0 / 720)));
    } else {
      direct(half);
      sinc = sine / half;
      turnedCosine = cosine;
    }
    const turnedSine = sinc * half;
    const middleSine = state.sine * turnedCosine + state.cosine * turnedSine;
    const middleCosine = state.cosine * turnedCosine - state.sine * turnedSine;
    const chord = sinc * distance;
    state.x += chord * middleCosine;
    state.y += chord * middleSine;
    state.sine = middleSine * turnedCosine + middleCosine * turnedSine;
    state.cosine = middleCosine * turnedCosine - middleSine * turnedSine;
    state.heading += turn;
    state.gyroAngle += this.numbers.gyroScale * turn;
    const rolled = 0.5 * (Math.abs(left) + Math.abs(right));
    state.undisturbed += rolled;
    state.rolled += rolled;
    if (this.contact.mayTouch(distance, turn)) this.keepOut();
  }

  /** Turns the robot on its spot, rad. */
  private rotate(angle: f64): void {
    const state = this.state;
    state.heading += angle;
    direct(state.heading);
    state.sine = sine;
    state.cosine = cosine;
  }

  /** Turns the robot on its spot, rad; the gyro sees it, the wheels do not. */
  private twist(angle: f64): void {
    this.rotate(angle);
    this.state.gyroAngle += this.numbers.gyroScale * angle;
  }

  /** Moves the robot out of what it ran into. The wheels slip, so the motors do not notice. */
  private keepOut(): void {
    const state = this.state;
    const contact = this.contact;
    if (!contact.resolve(state.x, state.y, state.sine, state.cosine)) return;
    this.touched = true;
    state.x += contact.shiftX;
    state.y += contact.shiftY;
    this.twist(contact.turn);
  }

  /**
   * What pressing flat leaves to chance: the last bit of heading and distance, which depends on dust,
   * tyres and the border itself. Nothing happens to a robot that does not stand flat.
   */
  restAgainst(): void {
    const state = this.state;
    const contact = this.contact;
    const numbers = this.numbers;
    if (!this.noisy || contact.touching < 2) return;
    const way: f64 = contact.touchingFront >= 2 ? -1 : 1;
    const gap = Math.abs(numbers.contactDistanceSpread * this.streams.contact.normal());
    const turn = numbers.contactHeadingSpread * this.streams.contact.normal();
    // A robot that stands a little askew touches with one corner, and not with one inside the border.
    const off = way * (gap + (numbers.bodyWidth / 2) * Math.abs(turn));
    state.x += off * state.cosine;
    state.y += off * state.sine;
    this.twist(turn);
    // It stood like that all the time that it was pressed, so late sensors tell it as well.
    this.history.shift(Past.Heading, turn);
    this.history.shift(Past.Gyro, numbers.gyroScale * turn);
  }

  /**
   * Adds what ground and drift did since the last call: slip and bumps by the distance driven, the
   * walk of the gyro's drift by the time passed. Called once a tick, and does its work once in a few
   * of them, so that the numbers drawn do not depend on the step of integration.
   *
   * @param all do it now, because a move has ended
   */
  disturb(all: bool): void {
    if (!this.noisy) return;
    const state = this.state;
    const numbers = this.numbers;
    const streams = this.streams;
    const elapsed = state.time - state.undisturbedSince;
    if (elapsed < DISTURBANCE_INTERVAL && !all) return;
    const driven = state.undisturbed;
    state.undisturbedSince = state.time;
    state.undisturbed = 0;
    if (elapsed > 0) {
      const root = Math.sqrt(elapsed);
      state.gyroBias += numbers.gyroBiasWalk * root * streams.gyro.normal();
      if (numbers.gyroAngleWalk > 0) {
        state.gyroAngle += numbers.gyroAngleWalk * root * streams.gyroWalk.normal();
      }
    }
    if (driven <= 0) return;
    const root = Math.sqrt(driven);
    const slip = numbers.groundSlip * root * streams.ground.normal();
    let kick = numbers.groundSlipHeading * root * streams.ground.normal();
    if (streams.bump.uniform() < numbers.groundBumpRate * driven) {
      kick += numbers.groundBumpHeading * streams.ground.normal();
    }
    state.x += slip * state.cosine;
    state.y += slip * state.sine;
    this.twist(kick);
  }

  /** Turns the robot by hand on its spot, rad; the wheels do not notice. */
  turnByHand(angle: f64): void {
    this.twist(angle);
    this.remember();
  }

  /** Whether the bumper is pressed. */
  get bumperPressed(): bool {
    const contact = this.contact;
    return (this.numbers.touchBehind != 0 ? contact.touchingBack : contact.touchingFront) > 0;
  }

  /**
   * Changes something of the robot's state a little, to learn what becomes of it: the way by which
   * the error budget finds how an error grows.
   */
  perturb(what: Perturbation, amount: f64): void {
    const state = this.state;
    switch (what) {
      case Perturbation.Along:
        state.x += amount * state.cosine;
        state.y += amount * state.sine;
        break;
      case Perturbation.Left:
        state.x -= amount * state.sine;
        state.y += amount * state.cosine;
        break;
      case Perturbation.Heading:
        this.twist(amount);
        break;
      case Perturbation.Gyro:
        state.gyroAngle += amount;
        break;
      case Perturbation.Drift:
        state.gyroBias += amount;
        break;
      case Perturbation.Voltage:
        state.voltage += amount;
        break;
      case Perturbation.Wheels:
        state.leftMotor -= amount / 2;
        state.rightMotor += amount / 2;
        break;
    }
    this.contact.reset();
    this.remember();
  }

  @inline
  private remember(): void {
    this.history.remember(this.state);
  }
}
