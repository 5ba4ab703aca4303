import { direction } from '../mathematics/direction.ts';
import type { Pose } from '../mathematics/pose.ts';
import type { RunRandomness } from '../mathematics/randomness.ts';
import type { Rgb } from '../robot/colours.ts';
import type { Stop } from '../robot/motor.ts';
import type { LightPlace, RobotParameters } from '../robot/parameters.ts';
import { ArmMotor } from './armMotor.ts';
import { ColourSensor } from './colourSensor.ts';
import { BRAKE, COAST, CommandQueue, POWER } from './commandQueue.ts';
import { Contact } from './contact.ts';
import { DriveTrain } from './driveTrain.ts';
import { GyroSensor } from './gyroSensor.ts';
import { History, PAST_GYRO, PAST_HEADING } from './history.ts';
import { LightSensors } from './lightSensors.ts';
import {
  TIME,
  X,
  Y,
  HEADING,
  LEFT_MOTOR,
  RIGHT_MOTOR,
  GYRO_ANGLE,
  GYRO_BIAS,
  VOLTAGE,
  UNDISTURBED,
  UNDISTURBED_SINCE,
  ARM,
  ARM_SPEED,
  ROLLED,
  SERVO,
  SERVO_TARGET,
  SINE,
  COSINE,
  STATE_SIZE,
} from './plantState.ts';
import { RangeSensor } from './rangeSensor.ts';
import { ServoMotor } from './servoMotor.ts';
import { DISTURBANCE_INTERVAL, LONGEST_STEP } from './settings.ts';
import type { World } from './world.ts';

/** Something that writes down the true pose while the plant moves. */
export interface StepObserver {
  /** Next time, s, at which the plant should stop and call {@link record}; Infinity for never. */
  nextTime: number;
  record(plant: Plant): void;
}

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
  /** Whether the robot ran into something since this was set to false. */
  touched = false;

  private readonly state = new Float64Array(STATE_SIZE);
  /** Sine and cosine that were asked for last. */
  private readonly turned = new Float64Array(2);
  private randomness: RunRandomness | null = null;
  private readonly contact: Contact;
  private readonly history = new History();
  private readonly commands = new CommandQueue();
  private readonly driveTrain: DriveTrain;
  private readonly gyro: GyroSensor;
  private readonly range: RangeSensor;
  private readonly rangeSide: RangeSensor;
  private readonly light: LightSensors;
  private readonly colour: ColourSensor;
  private readonly arm: ArmMotor;
  private readonly servo: ServoMotor;
  /** Half of the turn for each mm that the right wheel rolls more than the left, rad/mm. */
  private readonly halfTurn: number;

  /**
   * @param trueParameters the robot as it really is
   * @param world what it can see and run into
   */
  constructor(
    private readonly trueParameters: RobotParameters,
    world: World,
  ) {
    this.contact = new Contact(world.solid, trueParameters.body, trueParameters.drive.track);
    const { state, history } = this;
    this.driveTrain = new DriveTrain(trueParameters, state);
    this.gyro = new GyroSensor(trueParameters.gyro, state, history);
    this.range = new RangeSensor(trueParameters.range, world.seen, state, history);
    this.rangeSide = new RangeSensor(trueParameters.rangeSide, world.seen, state, history);
    this.light = new LightSensors(trueParameters.light, world.lines, state);
    this.colour = new ColourSensor(trueParameters, world, state);
    this.arm = new ArmMotor(trueParameters, state);
    this.servo = new ServoMotor(trueParameters, state);
    this.halfTurn = 1 / (2 * trueParameters.drive.track);
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
    for (const sensor of [this.gyro, this.range, this.rangeSide, this.light, this.colour]) {
      sensor.randomness = randomness;
    }
    this.range.dropouts = this.rangeSide.dropouts = 0;
    this.driveTrain.reset(randomness !== null);
    this.servo.rest();
    this.commands.clear();
    this.contact.reset();
    this.history.clear();
    if (randomness !== null) this.drawRunConditions(randomness);
    this.remember();
    return this;
  }

  /** Readings of range sensors that were missing in this run. */
  get dropouts(): number {
    return this.range.dropouts + this.rangeSide.dropouts;
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
    const when = this.time + this.trueParameters.program.commandDelay;
    this.commands.add(when, left, right, POWER);
  }

  /** Stops both motors, `later` seconds from now plus the command delay. */
  halt(stop: Stop, later = 0): void {
    const kind = stop === 'coast' ? COAST : BRAKE;
    const when = this.time + later + this.trueParameters.program.commandDelay;
    this.commands.add(when, 0, 0, kind);
  }

  /** Lets the robot move on until `time`, s. */
  advanceTo(time: number): void {
    const { state } = this;
    while (state[TIME]! < time) {
      const now = state[TIME]!;
      let next = time;
      const due = this.commands.nextTime;
      if (due < next) next = due;
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
    return this.state[ARM_SPEED] === 0 && !this.servo.moves && this.driveTrain.standsBraked;
  }

  private applyDueCommands(now: number): void {
    const { commands } = this;
    while (commands.nextTime <= now) {
      this.driveTrain.command(commands.nextKind, commands.nextLeft, commands.nextRight);
      commands.dropNext();
    }
  }

  /** One step of motors, wheels and pose: the wheels' travel, then an exact arc. */
  private move(step: number): void {
    const { state, driveTrain } = this;
    driveTrain.roll(step);
    const { left, right } = driveTrain;
    state[GYRO_ANGLE]! += state[GYRO_BIAS]! * step;
    if (state[ARM_SPEED] !== 0) this.arm.turn(step);
    if (this.servo.moves) this.servo.turn(step);
    if (left === 0 && right === 0) return;

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
    return this.driveTrain.readLeftMotor();
  }
  readRightMotor(): number {
    return this.driveTrain.readRightMotor();
  }

  /** Heading since the reset, rad, not wrapped, and turning rate, rad/s, as the gyro reports them now. */
  readHeading(): number {
    return this.gyro.heading();
  }
  readRate(): number {
    return this.gyro.rate();
  }
  resetGyro(): void {
    this.gyro.reset();
  }

  /** What the range sensors report now, mm; Infinity when they see nothing or drop out. */
  readRange(): number {
    return this.range.read();
  }
  readSideRange(): number {
    return this.rangeSide.read();
  }

  /** Reflected light under a light sensor, a share of 1. */
  readLight(place: LightPlace): number {
    return this.light.read(place);
  }

  /** What the colour sensor sees, shares of 1. */
  readColour(): Rgb {
    return this.colour.read();
  }

  /** Sends the servo to a share of its travel; and where it is, which only an onlooker knows. */
  setServo(position: number): void {
    this.state[SERVO_TARGET] = position;
  }
  get servoPosition(): number {
    return this.state[SERVO]!;
  }

  /** Position of the attachment motor, rad, and its power, a share of full power. */
  readArm(): number {
    return this.state[ARM]!;
  }
  /** Puts the attachment where it stands when a run is taken up in its middle, rad. */
  placeArm(position: number): void {
    this.state[ARM] = position;
  }
  setArmPower(power: number): void {
    this.arm.setPower(power);
  }

  /** Lets the robot go on with both wheels at a speed, mm/s, as if it had been driving. */
  rollAt(speed: number): void {
    this.driveTrain.rollAt(speed);
  }

  /** Half the difference of the wheels' speeds over their mean, without sign. */
  get steering(): number {
    return this.driveTrain.steering;
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

  /** Turns the robot by hand on its spot, rad; the wheels do not notice. */
  turnByHand(angle: number): void {
    this.rotate(angle);
    this.state[GYRO_ANGLE]! += this.trueParameters.gyro.scale * angle;
    this.remember();
  }

  /** Whether the bumper is pressed. */
  readTouch(): boolean {
    const { contact } = this;
    return (this.trueParameters.touch.behind ? contact.touchingBack : contact.touchingFront) > 0;
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
