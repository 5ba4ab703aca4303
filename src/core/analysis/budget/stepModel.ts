import { dampingRatio, naturalFrequency } from '../../robot/edgeFollowing.ts';
import type { Pose } from '../../mathematics/pose.ts';
import type { EndingNoise } from '../../program/endings/definition.ts';
import { instructionKind, type Instruction } from '../../program/instructions/index.ts';
import type { FollowingLoop } from '../../program/steerings/definition.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { ProgramMemory } from '../../program/robot.ts';
import { Plant, type Perturbation, type StepObserver } from '../../simulation/plant.ts';
import { ProgramRun } from '../../simulation/program.ts';
import type { World } from '../../simulation/world.ts';
import { firstPassage } from '../../mathematics/firstPassage.ts';

/** Where a part of the spread comes from. */
export type SpreadSource =
  'start' | 'battery' | 'gyro' | 'ground' | 'range' | 'light' | 'contact' | 'encoders' | 'loop';

/**
 * What an error is made of: place (mm) and heading (rad) on the field, how much the gyro's reading is
 * off (reading minus scale × heading, rad), its drift (rad/s) and the battery (V).
 */
export const ERROR_SIZE = 6;
export type ErrorVector = readonly [
  x: number,
  y: number,
  heading: number,
  reading: number,
  drift: number,
  voltage: number,
];

/** A source that acts within a step: what one standard deviation of it does to the error at its end. */
export interface StepNoise {
  source: SpreadSource;
  effect: ErrorVector;
}

/** How a step passes errors on, and what it adds; everything to first order about the nominal run. */
export interface StepModel {
  /** Effect at the end of one unit of each error at the beginning. */
  jacobian: ErrorVector[];
  noises: StepNoise[];
  /** Whether where the robot gets depends on where things stand: a re-reference. */
  sensesField: boolean;
  /** Whether an error of place or heading is smaller after it: the route knows where it is again. */
  relocalises: boolean;
  end: StepState;
  duration: number;
  /** What it saw, where it is a look; null otherwise. */
  answer: boolean | null;
  /** Whether a look sent the robot another way, so that it is not carried out. */
  passedOver: boolean;
}

/** How a step begins: the true pose, what the gyro has summed up, and what the program remembers. */
export interface StepState {
  pose: Pose;
  gyro: number;
  /** Where the attachment stands, rad. */
  arm: number;
  memory: ProgramMemory;
}

/** Small changes of each kind by which the effects are found, and how many kicks a hold gets. */
const PROBE: Record<Perturbation, number> = {
  along: 0.5,
  left: 0.5,
  heading: 0.002,
  gyro: 0.002,
  drift: 0.0005,
  voltage: 0.03,
  wheels: 0.004,
};
const LATE = 0.003;
/**
 * Where the way of a step is cut for the kicks of the ground, mm before its end: a held robot forgets
 * early ones, so the last ones count most.
 */
const CUTS = [20, 50, 110, 250];
/** Equal parts of the way before those. */
const EARLY_PARTS = 2;

interface Change {
  what: Perturbation;
  amount: number;
  /** When, s from the beginning of the step. */
  at: number;
}

/** Finds how errors grow in one step by simulating it without noise, a little changed each time. */
export class StepProbe {
  private readonly plant: Plant;

  constructor(
    private readonly estimated: RobotParameters,
    private readonly trueParameters: RobotParameters,
    world: World,
  ) {
    this.plant = new Plant(trueParameters, world);
  }

  model(instruction: Instruction, start: StepState): StepModel {
    const nominal = this.run(instruction, start, null, 0);
    const { scale } = this.trueParameters.gyro;
    const onField = sensesField(instruction);
    const effectOf = (change: Change): ErrorVector =>
      difference(this.run(instruction, start, change, 0), nominal, change.amount, scale);
    const probed = (what: Perturbation, at = 0) => effectOf({ what, amount: PROBE[what], at });
    const reading = probed('gyro');
    const heading = onField
      ? probed('heading')
      : rigidTurn(start.pose, nominal.end.pose, reading, scale);
    const jacobian: ErrorVector[] = [
      ...(onField ? inField(start.pose, probed('along'), probed('left')) : SHIFTS),
      heading,
      reading,
      withUnit(probed('drift'), 4),
      withUnit(probed('voltage'), 5),
    ];
    return {
      jacobian,
      noises: this.noises(instruction, start, nominal, effectOf, reading),
      sensesField: onField,
      relocalises: onField && forgets(jacobian),
      end: nominal.end,
      duration: nominal.duration,
      answer: nominal.answer,
      passedOver: false,
    };
  }

  private noises(
    instruction: Instruction,
    start: StepState,
    nominal: Outcome,
    effectOf: (change: Change) => ErrorVector,
    reading: ErrorVector,
  ): StepNoise[] {
    // Standing still adds nothing, and a reset forgets what the gyro read before.
    const kind = instructionKind(instruction);
    if (!kind.drives) return [];
    const noises: StepNoise[] = [];
    const add = (source: SpreadSource, effect: ErrorVector, deviation: number) => {
      if (deviation > 0) noises.push({ source, effect: times(effect, deviation) });
    };
    const { gyro, drive } = this.trueParameters;
    const { loopPeriod } = this.estimated.program;
    const late = this.lateness(instruction, start, nominal);
    const readingNoise = Math.hypot(gyro.noise, gyro.step / Math.sqrt(12));
    const soon = 1e-6;
    const endsByGyro = kind.endsByGyro?.(instruction) ?? false;
    if (endsByGyro || kind.steersByGyro?.(instruction)) {
      const kicked = effectOf({ what: 'gyro', amount: PROBE.gyro, at: soon });
      // What the program remembers at the beginning is one reading, and so is what it stops at.
      add('gyro', minus(reading, kicked), readingNoise);
      if (endsByGyro) add('gyro', kicked, readingNoise);
    }
    if (kind.comparesMotors?.(instruction)) {
      const kicked = effectOf({ what: 'wheels', amount: PROBE.wheels, at: soon });
      // The difference of two motors, each rounded to its step.
      add('encoders', kicked, drive.encoderStep / Math.sqrt(6));
    }
    const end = kind.endNoise?.(instruction, this.trueParameters) ?? null;
    if (end !== null && 'speed' in instruction) {
      const { speed } = instruction;
      add(end.source, late, this.endSpread(end, speed * loopPeriod) / speed);
    }
    const loop = kind.follows?.(instruction, this.estimated, this.trueParameters) ?? null;
    if (loop !== null && 'speed' in instruction) {
      noises.push(...this.followingNoises(loop, instruction.speed, nominal.end.pose));
    }
    if (kind.pressesFlat?.(instruction)) {
      const { headingSpread, distanceSpread } = this.trueParameters.contact;
      const { heading } = nominal.end.pose;
      add('contact', [0, 0, 1, -gyro.scale, 0, 0], headingSpread);
      // The distance is off to one side only: the spread of a folded normal.
      const folded = Math.sqrt(1 - 2 / Math.PI) * distanceSpread;
      add('contact', [Math.cos(heading), Math.sin(heading), 0, 0, 0, 0], folded);
    }
    add('loop', late, loopPeriod / Math.sqrt(12));
    noises.push(...this.groundNoises(instruction, nominal, effectOf));
    return noises;
  }

  /**
   * What the noise of the sensor does to a robot that follows a wall or an edge. The loop is a spring
   * and a damper that white noise of density σ²·T shakes: the place has the variance ω·σ²·T/(4ζ), its
   * rate ω³·σ²·T/(4ζ), and the heading is that rate over the speed.
   */
  private followingNoises(
    { source, lead, delay, gain, deviation }: FollowingLoop,
    speed: number,
    { heading }: Pose,
  ): StepNoise[] {
    const frequency = naturalFrequency({ lead, speed, gain, delay });
    const damping = Math.max(0.1, dampingRatio({ lead, speed, gain, delay }));
    const density = deviation ** 2 * this.estimated.program.loopPeriod;
    const place = Math.sqrt((frequency * density) / (4 * damping));
    const turned = (place * frequency) / speed;
    const across: ErrorVector = [-Math.sin(heading), Math.cos(heading), 0, 0, 0, 0];
    return [
      { source, effect: times(across, place) },
      { source, effect: [0, 0, turned, 0, 0, 0] },
    ];
  }

  /** What the noise of a sensor adds to the spread that the loop's looks every `step` mm have anyway, mm. */
  private endSpread({ deviation, everyLook }: EndingNoise, step: number): number {
    if (!everyLook) return deviation;
    return Math.sqrt(Math.max(0, firstPassage(deviation, step).spread ** 2 - step ** 2 / 12));
  }

  /** Effect of a stop that comes one second later, to first order. */
  private lateness(instruction: Instruction, start: StepState, nominal: Outcome): ErrorVector {
    const later = this.run(instruction, start, null, LATE);
    return difference(later, nominal, LATE, this.trueParameters.gyro.scale);
  }

  /** Slip, turns by the ground and bumps, each a kick in the middle of a part of the way. */
  private groundNoises(
    instruction: Instruction,
    nominal: Outcome,
    effectOf: (change: Change) => ErrorVector,
  ): StepNoise[] {
    const { slip, slipHeading, bumpRate, bumpHeading } = this.trueParameters.ground;
    const turning = Math.sqrt(slipHeading ** 2 + bumpRate * bumpHeading ** 2);
    const kind = instructionKind(instruction);
    const onField = sensesField(instruction);
    const seen = onField || (kind.steersByGyro?.(instruction) ?? false);
    const endsByGyro = kind.endsByGyro?.(instruction) ?? false;
    return nominal.parts.flatMap(({ at, pose, rolled }): StepNoise[] => {
      if (rolled <= 0) return [];
      const root = Math.sqrt(rolled);
      const { end } = nominal;
      const left: ErrorVector = [-(end.pose.y - pose.y), end.pose.x - pose.x, 1, 0, 0, 0];
      const along: ErrorVector = [Math.cos(pose.heading), Math.sin(pose.heading), 0, 0, 0, 0];
      const turned = seen
        ? effectOf({ what: 'heading', amount: PROBE.heading, at })
        : endsByGyro
          ? // The gyro sees the kick, so the turn ends where it should.
            ([0, 0, 0, 0, 0, 0] as ErrorVector)
          : left;
      const slipped = onField ? effectOf({ what: 'along', amount: PROBE.along, at }) : along;
      return [
        { source: 'ground', effect: times(turned, turning * root) },
        { source: 'ground', effect: times(slipped, slip * root) },
      ];
    });
  }

  /** Simulates the step once, with a change somewhere in it and a stop that comes late. */
  private run(
    instruction: Instruction,
    start: StepState,
    change: Change | null,
    late: number,
  ): Outcome {
    const { plant } = this;
    plant.putDown(start.pose, null);
    plant.perturb('gyro', start.gyro);
    plant.placeArm(start.arm);
    if (change !== null && change.at === 0) plant.perturb(change.what, change.amount);
    const observer = new ProbeObserver(change !== null && change.at > 0 ? change : null);
    plant.observer = observer;
    const run = new ProgramRun(plant, this.estimated, 'mean');
    Object.assign(run.memory, start.memory);
    run.late = late;
    run.execute(instruction);
    plant.observer = null;
    return {
      end: {
        pose: { x: plant.x, y: plant.y, heading: plant.heading },
        gyro: plant.gyroAngle,
        arm: plant.readArm(),
        memory: { ...run.memory },
      },
      duration: plant.time,
      answer: run.answered,
      parts: change === null && late === 0 ? observer.parts() : [],
    };
  }
}

interface Outcome {
  end: StepState;
  duration: number;
  answer: boolean | null;
  /** Parts of the way: when and where the middle of each is, and how far the wheels rolled in it. */
  parts: { at: number; pose: Pose; rolled: number }[];
}

/** Makes a change at its time, and writes down how the robot went. */
class ProbeObserver implements StepObserver {
  nextTime: number;
  private readonly trail: { time: number; pose: Pose; rolled: number }[] = [];

  constructor(private change: Change | null) {
    this.nextTime = change?.at ?? 0.01;
  }

  record(plant: Plant): void {
    if (this.change !== null) {
      plant.perturb(this.change.what, this.change.amount);
      this.change = null;
      this.nextTime = Infinity;
      return;
    }
    const { x, y, heading, time, rolled } = plant;
    this.trail.push({ time, pose: { x, y, heading }, rolled });
    this.nextTime = time + 0.01;
  }

  parts(): Outcome['parts'] {
    const whole = this.trail.at(-1)?.rolled ?? 0;
    if (whole <= 0) return [];
    const late = CUTS.filter((cut) => cut < whole);
    const early = whole - (late.at(-1) ?? 0);
    const cuts = [
      ...Array.from({ length: EARLY_PARTS }, (_, i) => (early * i) / EARLY_PARTS),
      ...late.map((cut) => whole - cut).reverse(),
      whole,
    ];
    return cuts.slice(1).map((to, i) => {
      const from = cuts[i]!;
      const there = this.trail.find(({ rolled }) => rolled >= (from + to) / 2)!;
      return { at: Math.max(1e-6, there.time), pose: there.pose, rolled: to - from };
    });
  }
}

/** The model of a step that is passed over: everything stays as it is. */
export function passedOver(state: StepState): StepModel {
  return {
    jacobian: Array.from(
      { length: ERROR_SIZE },
      (_, i) => Array.from({ length: ERROR_SIZE }, (_, j) => Number(i === j)) as never,
    ),
    noises: [],
    sensesField: false,
    relocalises: false,
    end: state,
    duration: 0,
    answer: null,
    passedOver: true,
  };
}

/** Whether a shift or a turn of the robot before a step is mostly gone after it. */
function forgets(jacobian: readonly ErrorVector[]): boolean {
  const [x, y, heading] = jacobian as [ErrorVector, ErrorVector, ErrorVector];
  // The least that is left of a shift in any direction: the smaller singular value.
  const a = x[0] ** 2 + x[1] ** 2;
  const b = y[0] ** 2 + y[1] ** 2;
  const c = x[0] * y[0] + x[1] * y[1];
  const least = Math.sqrt(Math.max(0, (a + b) / 2 - Math.hypot((a - b) / 2, c)));
  return least < MOSTLY || Math.abs(heading[2]) < MOSTLY;
}
const MOSTLY = 0.3;

/** Whether where a step ends depends on the field and not on the robot alone. */
export function sensesField(instruction: Instruction): boolean {
  return instructionKind(instruction).sensesField?.(instruction) ?? false;
}

function difference(
  changed: Outcome,
  nominal: Outcome,
  amount: number,
  scale: number,
): ErrorVector {
  const a = changed.end;
  const b = nominal.end;
  const heading = a.pose.heading - b.pose.heading;
  const reading =
    a.gyro + a.memory.headingOffset - b.gyro - b.memory.headingOffset - scale * heading;
  return [
    (a.pose.x - b.pose.x) / amount,
    (a.pose.y - b.pose.y) / amount,
    heading / amount,
    reading / amount,
    0,
    0,
  ];
}

const SHIFTS: ErrorVector[] = [
  [1, 0, 0, 0, 0, 0],
  [0, 1, 0, 0, 0, 0],
];

/** Effects of shifts along x and y from those along and to the left of the heading. */
function inField({ heading }: Pose, along: ErrorVector, left: ErrorVector): ErrorVector[] {
  const cosine = Math.cos(heading);
  const sine = Math.sin(heading);
  return [plus(times(along, cosine), left, -sine), plus(times(along, sine), left, cosine)];
}

/**
 * Effect of a heading error on a step that knows only its own motors and gyro: with a gyro that reads
 * the same, all of it turns as one; the gyro that reads the error as well adds its own effect.
 */
function rigidTurn(start: Pose, end: Pose, reading: ErrorVector, scale: number): ErrorVector {
  const turned: ErrorVector = [-(end.y - start.y), end.x - start.x, 1, -scale, 0, 0];
  return plus(turned, reading, scale);
}

function withUnit(effect: ErrorVector, at: number): ErrorVector {
  return effect.map((value, i) => (i === at ? 1 : value)) as unknown as ErrorVector;
}

/** An effect so many times as large. */
export function times(vector: ErrorVector, factor: number): ErrorVector {
  return vector.map((value) => value * factor) as unknown as ErrorVector;
}

function plus(a: ErrorVector, b: ErrorVector, factor: number): ErrorVector {
  return a.map((value, i) => value + factor * b[i]!) as unknown as ErrorVector;
}

function minus(a: ErrorVector, b: ErrorVector): ErrorVector {
  return plus(a, b, -1);
}
