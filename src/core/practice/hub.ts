import { encoderReading } from '../robot/encoder.ts';
import { wheelTravelOfTurn } from '../robot/driveBase.ts';
import type { Remedy } from '../benches/rest/remedies.ts';
import { obliqueDistance } from '../benches/range/range.ts';
import type { SquareWay } from '../benches/square/square.ts';
import { edgesOf, rectangle } from '../mathematics/polygon.ts';
import { degrees, radians, wrapAngle } from '../mathematics/angle.ts';
import { relativeTo, toField, type Pose } from '../mathematics/pose.ts';
import { offsetFrom, type Field, type FieldModel } from '../field/field.ts';
import { instructionsOf } from '../route/instructions.ts';
import { stepsOf, type RoutePlan } from '../route/plan.ts';
import { toolPose } from '../robot/toolPose.ts';
import { type Move, newMove } from '../moves/index.ts';
import { withSetupValues, type RobotParameters } from '../robot/parameters.ts';
import { ProgramRun } from '../simulation/program.ts';
import { Plant, type StepObserver } from '../simulation/plant.ts';
import { normal, phasesOf, uniform, type Draw } from '../mathematics/randomness.ts';
import { startPose } from '../simulation/run.ts';
import { worldOf, worldOfEdges } from '../simulation/world.ts';
import type { TelemetryLine } from '../telemetry/lines.ts';
import type { PracticeCommand } from './commands.ts';
import { servo } from './servo.ts';
import type { PracticeTruth } from './truth.ts';

/** s between two lines of the hub. */
export const LINE_PERIOD = 0.01;
/** A floor without anything in reach, and the wall of the range bench. */
const FLOOR = 20_000;
const START: Pose = { x: FLOOR / 2, y: FLOOR / 2, heading: 0 };
/** s in which a hand makes a whole turn. */
const HAND_TURN = 2.5;
/** Mean error of a hand against a mark, rad. */
const HAND_ERROR = radians(0.6);
/** Errors of a person with a tape and a protractor, mm and rad, before rounding. */
const TAPE_ERROR = 0.4;
const PROTRACTOR_ERROR = radians(0.3);
/** How a person puts a robot down at a start without a jig, and how often carelessly. */
const PUT_DOWN_BY_EYE = {
  'placement.alongSpread': 2,
  'placement.acrossSpread': 2,
  'placement.headingSpread': radians(0.5),
};
const CARELESS = 0.03;
/** Drift that a touched power-on teaches, rad/s, at least and at most. */
const TOUCHED_DRIFT = [radians(0.25), radians(1.1)] as const;

/** How likely a remedy makes the gyro learn its zero again, and how long it takes, s. */
const REMEDY: Record<Remedy, { chance: number; seconds: number }> = {
  'wait and reset': { chance: 0, seconds: 4 },
  'switch mode': { chance: 0.8, seconds: 4 },
  unplug: { chance: 0.25, seconds: 18 },
  'power cycle': { chance: 1, seconds: 60 },
};

/** Where the middle of an axle is at a moment, s; its heading counted over whole turns. */
interface TimedPose extends Pose {
  time: number;
}

/**
 * The practice robot: a hub with motors and sensors on the simulated plant. It knows its true
 * numbers and says only what a real hub could, a line every hundredth of a second; on the line of an
 * event also what a person beside it would read off tape and protractor.
 *
 * Its clock, drift and battery live on from command to command, so this is a class.
 */
export class PracticeHub {
  /** The robot on the bare floor of the benches; while it drives a route, on the route's field. */
  private plant: Plant;
  private readonly floor: Plant;
  private readonly observer: HubObserver;
  /** The waits before the first ticks of this seating's moves. */
  private phase: Draw;
  private readonly hand: Draw;
  private readonly luck: Draw;
  private readonly sensor: Draw;
  private drift: number;
  private clock: number;
  private voltage: number;
  /** When the pack was full, s of the clock. */
  private charged: number;
  private seating = 0;
  private sent: number;
  private driftSum = 0;
  private driftLines = 0;
  /** The program's own numbers: it believes the setup, and neither scale nor offset. */
  private program!: RobotParameters;
  private lines: TelemetryLine[] = [];
  private stood: TimedPose[] = [];
  private wall: { distance: number; incidence: number } | null = null;

  /**
   * @param estimated the setup by which the hub's program was written
   * @param seed of everything that happens to it
   * @param before what it had sent before it was started again: lines, and s of its clock
   */
  constructor(
    readonly truth: PracticeTruth,
    estimated: RobotParameters,
    private readonly seed: number,
    before: { lines: number; clock: number } = { lines: 0, clock: 0 },
  ) {
    this.sent = before.lines;
    this.clock = before.clock;
    this.charged = before.clock;
    const border = edgesOf(rectangle(0, 0, FLOOR, FLOOR));
    this.floor = new Plant(truth.setup, worldOfEdges(border));
    this.plant = this.floor;
    this.reprogram(estimated);
    this.hand = normal(seed, 1, 11);
    this.luck = uniform(seed, 1, 12);
    this.sensor = normal(seed, 1, 13);
    this.phase = phasesOf({ seed, run: 1 });
    this.voltage = truth.setup.battery.voltage;
    this.drift = truth.quietDrift;
    this.observer = new HubObserver((plant) => this.say(plant));
    this.putDown();
  }

  /** Mean true drift of the gyro over the last command, rad/s: for tests, never for a line. */
  get trueDrift(): number {
    return this.driftSum / Math.max(1, this.driftLines);
  }

  /** Where it truly was during the last command, a pose for every line: for cameras, never for a line. */
  get trueTrack(): readonly TimedPose[] {
    return this.stood;
  }

  /** Gives the hub a program by another setup. */
  reprogram(estimated: RobotParameters): void {
    this.program = withSetupValues(estimated, { 'gyro.scale': 1 });
  }

  /** Carries a command out and gives all its lines, in order. */
  carryOut(command: PracticeCommand): TelemetryLine[] {
    this.lines = [];
    this.stood = [];
    this.driftSum = 0;
    this.driftLines = 0;
    this.obey(command);
    return this.lines;
  }

  private obey(command: PracticeCommand): void {
    switch (command.do) {
      case 'rest':
        return this.rest(command.seconds);
      case 'boot':
        return this.boot(command.touched);
      case 'remedy':
        return this.remedy(command.remedy);
      case 'charge':
        return this.charge(command.voltage ?? null);
      case 'nudge':
        return this.nudge();
      case 'spin':
        return this.spin(command.turns, command.way);
      case 'drive':
        return this.driveStraight(command.distance, command.speed);
      case 'straight':
        return this.driveByProgram(command.distance, command.speed);
      case 'turn by motors':
        return this.turnByMotors(command.angle);
      case 'turn by gyro':
        return this.turnByGyro(command);
      case 'square':
        return this.square(command.side, command.way, command.by);
      case 'tape':
        return this.holdTape(command.distance, command.incidence);
      case 'over':
        return this.over(command.surface, command.samples);
      case 'patch':
        return this.patch(command.name, command.samples);
      case 'route':
        return this.driveRoute(command.plan, command.field);
      case 'wiggle':
        return this.wiggle(command.seconds);
    }
  }

  /** Carried back to the start line by a person, who lets go before the next command. */
  private putDown(start = START, plant = this.floor): void {
    this.clock += this.plant.time;
    this.seating++;
    const chance = { seed: this.seed, run: this.seating };
    this.phase = phasesOf(chance);
    this.plant = plant;
    this.plant.putDown(start, chance);
    this.plant.perturb('voltage', this.voltage - this.truth.setup.battery.voltage);
    this.plant.setGyroDrift(this.drift);
    this.observer.nextTime = LINE_PERIOD;
    this.plant.observer = this.observer;
  }

  private rest(seconds: number): void {
    this.advance(seconds);
  }

  private advance(seconds: number): void {
    const end = this.plant.time + seconds;
    while (this.plant.time < end - 1e-9) {
      this.plant.advanceTo(Math.min(end, this.plant.time + 0.1));
      this.plant.disturb();
    }
  }

  private boot(touched: boolean): void {
    const [least, most] = TOUCHED_DRIFT;
    const size = least + (most - least) * this.luck();
    this.drift = touched ? (this.luck() < 0.5 ? -size : size) : this.quiet();
    this.putDown();
    this.event(touched ? 'booted, touched' : 'booted');
    this.advance(1);
  }

  /** Each rest in which it learns its zero ends a little differently. */
  private quiet(): number {
    return this.truth.quietDrift + radians(0.004) * this.sensor();
  }

  private remedy(remedy: Remedy): void {
    const { chance, seconds } = REMEDY[remedy];
    if (this.luck() < chance) this.drift = this.quiet();
    this.plant.setGyroDrift(this.drift);
    this.plant.resetGyro();
    this.clock += seconds;
    this.event(`done: ${remedy}`);
    this.advance(0.5);
  }

  private charge(voltage: number | null): void {
    const { sag, setup } = this.truth;
    // A pack that is half empty is a full one that has lasted for a while.
    const gone = voltage === null ? 0 : (setup.battery.voltage - voltage) / sag;
    this.charged = this.clock + this.plant.time - gone;
    this.advance(0.02);
    this.event('charged');
  }

  private nudge(): void {
    for (let i = 0; i < 20; i++) {
      this.plant.turnByHand(radians(0.12) * (1 + 0.3 * this.hand()));
      this.advance(0.02);
    }
  }

  private spin(turns: number, way: SquareWay): void {
    this.putDown();
    this.advance(0.5);
    const asked = (way === 'left' ? 1 : -1) * turns * 2 * Math.PI;
    const angle = asked + HAND_ERROR * this.hand();
    const steps = Math.ceil((turns * HAND_TURN) / LINE_PERIOD);
    for (let i = 0; i < steps; i++) {
      this.plant.turnByHand(angle / steps);
      this.advance(LINE_PERIOD);
    }
    this.advance(0.5);
    this.event('spun', { asked_deg: rounded(degrees(asked), 3) });
  }

  private driveStraight(distance: number, speed: number): void {
    this.putDown();
    this.advance(0.2);
    const start = this.readPose(0);
    this.drive({ left: distance, right: distance }, speed);
    this.measured('driven', start, { asked_mm: distance });
  }

  private driveByProgram(distance: number, speed: number): void {
    this.putDown();
    this.advance(0.2);
    const start = this.readPose(0);
    this.follow(newMove('drive', 'straight', { distance, speed, hold: 'none' }));
    this.measured('driven', start, { asked_mm: distance });
  }

  private turnByMotors(angle: number): void {
    this.putDown();
    this.advance(0.2);
    const before = this.plant.heading;
    const travel = wheelTravelOfTurn(this.program.drive, angle, 'spot');
    this.drive(travel, 150);
    this.event('turned', {
      asked_deg: rounded(degrees(angle), 3),
      turned_deg: this.protractor(this.plant.heading - before),
    });
  }

  private turnByGyro({
    trigger,
    rate,
    style,
  }: Extract<PracticeCommand, { do: 'turn by gyro' }>): void {
    this.putDown();
    this.advance(0.2);
    const before = this.plant.heading;
    const target = { kind: 'angle' as const, angle: trigger };
    this.follow(newMove('turn', 'turn', { target, style, rate, stopEarly: 0 }));
    this.event('turned', {
      asked_deg: rounded(degrees(trigger), 3),
      pace_dps: rounded(degrees(rate), 2),
      turned_deg: this.protractor(this.plant.heading - before),
    });
  }

  private square(side: number, way: SquareWay, by: 'encoders' | 'gyro'): void {
    this.putDown();
    this.advance(0.2);
    const start = this.readPose(0);
    const corner = (way === 'left' ? 1 : -1) * (Math.PI / 2);
    if (by === 'encoders') {
      const travel = wheelTravelOfTurn(this.program.drive, corner, 'spot');
      for (let i = 0; i < 4; i++) {
        this.drive({ left: side, right: side }, 250);
        this.drive(travel, 150);
      }
    } else {
      // Each corner is turned from a fresh reset, so that its error is a corner's own.
      const target = { kind: 'angle' as const, angle: corner };
      for (let i = 0; i < 4; i++) {
        this.follow(newMove('drive', 'side', { distance: side, speed: 250 }));
        this.plant.resetGyro();
        this.follow(newMove('turn', 'corner', { target }));
      }
    }
    this.measured('square', start, { asked_mm: side });
  }

  /** Carries a move of a route out with the hub's program. */
  private follow(move: Move): void {
    const run = this.newRun();
    for (const instruction of instructionsOf([move], this.program)) run.execute(instruction);
    this.advance(0.2);
  }

  private newRun(): ProgramRun {
    const { loopPeriod } = this.program.program;
    return new ProgramRun(this.plant, this.program, 'ticks', () => this.phase() * loopPeriod);
  }

  private drive(travel: { left: number; right: number }, speed: number): void {
    servo(this.plant, this.program, travel, speed, this.voltage);
    this.advance(0.2);
  }

  private holdTape(distance: number, incidence: number): void {
    this.putDown();
    // The person reads the tape to a millimetre and is a little off.
    this.wall = { distance: distance + TAPE_ERROR * this.hand(), incidence };
    this.advance(0.6);
    this.event('tape', { tape_mm: distance, incidence_deg: degrees(incidence) });
    this.wall = null;
  }

  private over(surface: 'dark' | 'light', samples: number): void {
    const { light } = this.truth.setup;
    const level = surface === 'dark' ? light.dark : light.light;
    for (let i = 0; i < samples; i++) {
      this.advance(0.05);
      const value = level + light.noise * this.sensor();
      this.event(surface, { light_pct: rounded(100 * value, 1) });
    }
  }

  private patch(name: string, samples: number): void {
    const colour = this.truth.patches[name] ?? { red: 0.5, green: 0.5, blue: 0.5 };
    const { noise } = this.truth.setup.colour;
    for (let i = 0; i < samples; i++) {
      this.advance(0.05);
      // The distance to the patch changes brightness alone; each channel has noise of its own.
      const near = 1 + 0.06 * this.sensor();
      const channel = (share: number) =>
        rounded(100 * clamp(share * near + noise * this.sensor()), 1);
      this.event(name, {
        red_pct: channel(colour.red),
        green_pct: channel(colour.green),
        blue_pct: channel(colour.blue),
      });
    }
  }

  /**
   * Drives a route with the hub's program; a person puts it down by eye, gives the sign, and measures at every
   * checkpoint. Now and then it was put down carelessly, which who looks sees.
   */
  private driveRoute(plan: RoutePlan, field: Field): void {
    const start = startPose(plan, field);
    const careless = this.luck() < CARELESS;
    const stood = careless
      ? { ...toField(start, { x: 0, y: 22 }), heading: start.heading + radians(2) }
      : start;
    const byEye = withSetupValues(this.truth.setup, PUT_DOWN_BY_EYE);
    this.putDown(stood, new Plant(byEye, worldOf(field)));
    if (careless) this.event('stood crooked');
    this.advance(0.2);
    const run = this.newRun();
    run.settleAndZero(this.program.program.gyroWait);
    this.event('set off');
    const steps = stepsOf(plan.moves);
    for (const [i, instruction] of instructionsOf(plan.moves, this.program).entries()) {
      const end = run.next(instruction);
      if (run.answered !== null) this.event(run.answered ? 'yes' : 'no');
      const { move } = steps[i]!;
      if (move.kind !== 'checkpoint' || end === 'passed over') continue;
      const model = field.models.find(({ id }) => id === move.modelId);
      if (model !== undefined) this.arrived(model);
    }
    this.event('route over');
    this.putDown();
  }

  /** Where it stands at a model, as a person reads it off a ruler: far and left of the zone's middle are positive. */
  private arrived({ name, zone }: FieldModel): void {
    const { x, y, heading } = this.plant;
    const offset = offsetFrom(zone, toolPose(this.truth.setup.body, { x, y, heading }));
    this.event(`at ${name}`, {
      ahead_mm: rounded(offset.along + TAPE_ERROR * this.hand(), 0),
      aside_mm: rounded(offset.left + TAPE_ERROR * this.hand(), 0),
      turned_deg: this.protractor(wrapAngle(offset.turned)),
    });
  }

  private wiggle(seconds: number): void {
    this.putDown();
    const period = this.program.program.loopPeriod;
    const end = this.plant.time + seconds;
    while (this.plant.time < end) {
      const power = 0.3 * Math.sin(2 * Math.PI * 0.8 * this.plant.time);
      this.plant.setPower(-power, power);
      this.plant.advanceTo(this.plant.time + period);
      this.plant.disturb();
    }
    this.plant.halt('brake');
    this.advance(0.3);
    this.event('wiggled');
  }

  private readPose(along: number): Pose {
    // The start line is what the person measures from; how the robot really stands is its secret.
    return { x: START.x + along, y: START.y, heading: START.heading };
  }

  /** An event with the end as tape and protractor show it, from the start line. */
  private measured(name: string, start: Pose, asked: Record<string, number>): void {
    const end = relativeTo(start, {
      x: this.plant.x,
      y: this.plant.y,
      heading: this.plant.heading,
    });
    this.event(name, {
      ...asked,
      ahead_mm: rounded(end.x + TAPE_ERROR * this.hand(), 0),
      aside_mm: rounded(end.y + TAPE_ERROR * this.hand(), 0),
      turned_deg: this.protractor(wrapAngle(end.heading)),
    });
  }

  private protractor(angle: number): number {
    return rounded(2 * degrees(angle + PROTRACTOR_ERROR * this.hand()), 0) / 2;
  }

  /** One line of what the hub reads now. */
  private say(plant: Plant): void {
    this.driftSum += plant.gyroDrift;
    this.driftLines++;
    this.voltage =
      this.truth.setup.battery.voltage - this.truth.sag * (this.clock + plant.time - this.charged);
    this.push(this.readings(plant), null);
    const { x, y, heading } = plant;
    this.stood.push({ time: this.clock + plant.time, x, y, heading });
  }

  private event(name: string, more: Record<string, number> = {}): void {
    this.push({ ...this.readings(this.plant), ...more }, name);
  }

  private push(values: Record<string, number>, event: string | null): void {
    this.sent++;
    this.lines.push({ n: this.sent, values, event });
  }

  private readings(plant: Plant): Record<string, number> {
    const { setup, busFailsBelow } = this.truth;
    const sign = setup.gyro.rightPositive ? -1 : 1;
    const encoder = (position: number) =>
      rounded(degrees(encoderReading(position, setup.drive.encoderStep, false)), 1);
    const own = {
      t_s: rounded(this.clock + plant.time, 4),
      left_deg: encoder(plant.readLeftMotor()),
      right_deg: encoder(plant.readRightMotor()),
      battery_v: rounded(this.voltage + 0.01 * this.sensor(), 2),
    };
    // Bus sensors are the first to fall silent on a low battery.
    if (this.voltage < busFailsBelow) return own;
    return {
      ...own,
      heading_deg: rounded(sign * degrees(plant.readHeading()), 2),
      rate_dps: rounded(sign * degrees(plant.readRate()), 2),
      ...this.ranges(),
    };
  }

  /** The three range sensors; nothing is in reach unless the tape is held. */
  private ranges(): Record<string, number> {
    if (this.plant !== this.floor) return this.rangeOnField();
    if (this.wall === null) return {};
    const { range } = this.truth.setup;
    const { distance, incidence } = this.wall;
    const seen = obliqueDistance(distance, incidence, range.coneHalfAngle);
    if (seen > range.longest) return {};
    const names = ['range_mm', 'range2_mm', 'range3_mm'];
    return Object.fromEntries(
      names.flatMap((name, i) => {
        if (this.luck() < range.dropoutChance) return [];
        const reading =
          Math.max(range.shortest, seen) +
          this.truth.rangeOffsets[i]! +
          range.noise * this.sensor();
        return [[name, rounded(reading, 1)]];
      }),
    );
  }

  /** What the sensor ahead sees on the field of a route. */
  private rangeOnField(): Record<string, number> {
    const reading = this.plant.readRange();
    return Number.isFinite(reading) ? { range_mm: rounded(reading, 1) } : {};
  }
}

/** Calls the hub at every line's time. */
class HubObserver implements StepObserver {
  nextTime = LINE_PERIOD;

  constructor(private readonly say: (plant: Plant) => void) {}

  record(plant: Plant): void {
    this.say(plant);
    this.nextTime = plant.time + LINE_PERIOD;
  }
}

function rounded(value: number, digits: number): number {
  return Number(value.toFixed(digits)) || 0;
}

function clamp(share: number): number {
  return Math.min(1, Math.max(0, share));
}
