import type { Point, Pose } from '../mathematics/pose.ts';
import type { RunSeed } from '../mathematics/randomness.ts';
import type { Rgb } from '../robot/colours.ts';
import type { Stop } from '../robot/motor.ts';
import type { LightPlace, RobotParameters } from '../robot/parameters.ts';
import { compiled, givePlant, takePlant, writeNumbers, writeWorld } from './compiledPlant.ts';
import type { World } from './world.ts';

/** Something that writes down the true pose while the plant moves. */
export interface StepObserver {
  /** Next time, s, at which the plant should stop and call {@link record}; Infinity for never. */
  nextTime: number;
  record(plant: Plant): void;
}

/**
 * What of the robot's state can be changed: its place (mm) and heading (rad), the gyro's angle (rad)
 * and drift (rad/s), the battery (V), and the difference of the motors' positions (rad). They stand in
 * the order in which plant/plant.ts counts them.
 */
const PERTURBATIONS = ['along', 'left', 'heading', 'gyro', 'drift', 'voltage', 'wheels'] as const;
export type Perturbation = (typeof PERTURBATIONS)[number];

/**
 * The physical robot on its table: motors, wheels, ground and sensors, with the true numbers of a
 * setup. A program can command the motors and read the sensors; only the observer sees the pose.
 *
 * It is compiled to WebAssembly from plant/, because a forecast spends nearly all of its time in it, and
 * because the same numbers then come out on every machine. This class is what the rest of the core sees
 * of it.
 */
export class Plant {
  observer: StepObserver | null = null;
  /** Which of the compiled plants it is. */
  private readonly at = takePlant(this);

  /**
   * @param parameters the robot as it really is
   * @param world what it can see and run into
   */
  constructor(
    private parameters: RobotParameters,
    world: World,
  ) {
    writeWorld(this.at, world, parameters);
    this.become(parameters);
  }

  /** The robot as it really is. */
  get trueParameters(): RobotParameters {
    return this.parameters;
  }

  /** Makes another robot of it, on the same table; it begins at rest. */
  become(trueParameters: RobotParameters): void {
    this.parameters = trueParameters;
    writeNumbers(this.at, trueParameters);
    compiled.assemble(this.at);
  }

  /** Gives its memory to the next plant; it must not be asked anything more. */
  release(): void {
    givePlant(this, this.at);
  }

  /**
   * Puts the robot down at rest for a new run and resets its gyro and its clock.
   *
   * @param chance which run of which seed it is, or null for a noise-free robot: no spread, no noise, no
   *   rounding, the mean of everything
   */
  putDown(start: Pose, chance: RunSeed | null): this {
    if (chance === null) compiled.leaveNothingToChance(this.at);
    else compiled.leaveToChance(this.at, chance.seed, chance.run);
    compiled.putDown(this.at, start.x, start.y, start.heading);
    return this;
  }

  /** Readings of range sensors that were missing in this run. */
  get dropouts(): number {
    return compiled.dropouts(this.at);
  }
  /** s since the robot was put down. */
  get time(): number {
    return compiled.time(this.at);
  }
  /** True pose, mm and rad; the heading counts over whole turns. */
  get x(): number {
    return compiled.x(this.at);
  }
  get y(): number {
    return compiled.y(this.at);
  }
  get heading(): number {
    return compiled.heading(this.at);
  }
  /** Distance that the wheels rolled since the robot was put down, whichever way, mm. */
  get rolled(): number {
    return compiled.rolled(this.at);
  }
  /** The battery voltage of this run, V. */
  get batteryVoltage(): number {
    return compiled.voltage(this.at);
  }
  /** Whether the robot ran into something since this was set to false. */
  get touched(): boolean {
    return compiled.touched(this.at) !== 0;
  }
  set touched(touched: boolean) {
    compiled.setTouched(this.at, touched);
  }

  /** Sets both motor powers, shares of full power; they take hold after the command delay. */
  setPower(left: number, right: number): void {
    if (!compiled.setPower(this.at, left, right)) throw new RangeError(TOO_MANY_COMMANDS);
  }

  /** Stops both motors, `later` seconds from now plus the command delay. */
  halt(stop: Stop, later = 0): void {
    if (!compiled.halt(this.at, stop === 'coast', later)) throw new RangeError(TOO_MANY_COMMANDS);
  }

  /** Lets the robot move on until `time`, s. Returns the time then. */
  advanceTo(time: number): number {
    let now: number;
    do {
      now = compiled.advance(this.at, time, this.observer?.nextTime ?? Infinity);
      this.look(now);
    } while (now < time);
    return now;
  }

  /**
   * Lets the robot move on until the next look of the program's loop at `time`, s, and adds what ground
   * and drift did on the way. Returns the time then.
   */
  tickTo(time: number): number {
    let now: number;
    do {
      now = compiled.tick(this.at, time, this.observer?.nextTime ?? Infinity);
      this.look(now);
    } while (now < time);
    return now;
  }

  private look(now: number): void {
    const { observer } = this;
    if (observer !== null && observer.nextTime <= now) observer.record(this);
  }

  /**
   * What pressing flat leaves to chance: the last bit of heading and distance. Nothing happens to a robot
   * that does not stand flat.
   */
  restAgainst(): void {
    compiled.restAgainst(this.at);
  }

  /**
   * Adds what ground and drift did since the last call: slip and bumps by the distance driven, the
   * walk of the gyro's drift by the time passed.
   *
   * @param all do it now, because a move has ended
   */
  disturb(all = false): void {
    compiled.disturb(this.at, all);
  }

  /** Motor positions as the program reads them, rad. */
  readLeftMotor(): number {
    return compiled.readLeftMotor(this.at);
  }
  readRightMotor(): number {
    return compiled.readRightMotor(this.at);
  }

  /** Heading since the reset, rad, not wrapped, and turning rate, rad/s, as the gyro reports them now. */
  readHeading(): number {
    return compiled.readHeading(this.at);
  }
  readRate(): number {
    return compiled.readRate(this.at);
  }
  resetGyro(): void {
    compiled.resetGyro(this.at);
  }

  /** What the range sensors report now, mm; Infinity when they see nothing or drop out. */
  readRange(): number {
    return compiled.readRange(this.at);
  }
  readSideRange(): number {
    return compiled.readSideRange(this.at);
  }

  /**
   * Distance from a place to the nearest thing whose direction differs from `towards` by no more than
   * `halfAngle`, mm and rad below π/2; Infinity when there is none.
   */
  nearest({ x, y }: Point, towards: number, halfAngle: number): number {
    return compiled.nearest(this.at, x, y, towards, halfAngle);
  }

  /** Reflected light under a light sensor, a share of 1. */
  readLight(place: LightPlace): number {
    return compiled.readLight(this.at, place === 'first');
  }

  /** What the colour sensor sees, shares of 1. */
  readColour(): Rgb {
    const { at } = this;
    compiled.seeColour(at);
    return { red: compiled.red(at), green: compiled.green(at), blue: compiled.blue(at) };
  }

  /** Sends the servo to a share of its travel; and where it is, which only an onlooker knows. */
  setServo(position: number): void {
    compiled.setServo(this.at, position);
  }
  get servoPosition(): number {
    return compiled.servoPosition(this.at);
  }

  /** Position of the attachment motor, rad, and its power, a share of full power. */
  readArm(): number {
    return compiled.readArm(this.at);
  }
  /** Puts the attachment where it stands when a run is taken up in its middle, rad. */
  placeArm(position: number): void {
    compiled.placeArm(this.at, position);
  }
  setArmPower(power: number): void {
    compiled.setArmPower(this.at, power);
  }

  /** Lets the robot go on with both wheels at a speed, mm/s, as if it had been driving. */
  rollAt(speed: number): void {
    compiled.rollAt(this.at, speed);
  }

  /** Half the difference of the wheels' speeds over their mean, without sign. */
  get steering(): number {
    return compiled.steering(this.at);
  }

  /** What the gyro has summed up since its reset, rad, before latency, noise and rounding. */
  get gyroAngle(): number {
    return compiled.gyroAngle(this.at);
  }

  /** The gyro's drift at this moment, rad/s. */
  get gyroDrift(): number {
    return compiled.gyroDrift(this.at);
  }

  /** The drift that the gyro has from now on, rad/s, as learnt at a power-on. */
  setGyroDrift(drift: number): void {
    compiled.setGyroDrift(this.at, drift);
  }

  /** Turns the robot by hand on its spot, rad; the wheels do not notice. */
  turnByHand(angle: number): void {
    compiled.turnByHand(this.at, angle);
  }

  /** Whether the bumper is pressed. */
  readTouch(): boolean {
    return compiled.readTouch(this.at) !== 0;
  }

  /**
   * Changes something of the robot's state a little, to learn what becomes of it: the way by which
   * the error budget finds how an error grows.
   */
  perturb(what: Perturbation, amount: number): void {
    compiled.perturb(this.at, PERTURBATIONS.indexOf(what), amount);
  }
}

const TOO_MANY_COMMANDS = 'Too many commands at once.';
