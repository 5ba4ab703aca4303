import { wrapAngle } from '../mathematics/angle.ts';
import { distanceOfMotor } from '../robot/driveBase.ts';
import type {
  AlignInstruction,
  ArcInstruction,
  ArmInstruction,
  Instruction,
  Steering,
  StraightInstruction,
  TurnInstruction,
  Until,
} from '../moves/instruction.ts';
import type { Setup } from '../robot/parameters.ts';
import type { Plant } from './plant.ts';
import { STEERING_LIMIT, TURN_END_RATE, TURN_TOLERANCE } from '../moves/programSettings.ts';

/** What the program remembers from move to move. */
export interface ProgramMemory {
  /** Added to every heading that the gyro reports, rad: set where the heading becomes known again. */
  headingOffset: number;
}

/** What a move asks of every tick. */
export interface Controller {
  /** How far the stop condition is away, positive until it has come true. */
  remaining(): number;
  /** Sets the motor powers from what the sensors say now. */
  steer(): void;
}

/** Moves whose remaining turn is below this need no motor, rad. */
const NOTHING_TO_TURN = 0.002;

/** The loop of one instruction, begun now. */
export function controllerOf(
  plant: Plant,
  instruction: Exclude<Instruction, { kind: 'wait' | 'zero' }>,
  believed: Setup,
  memory: ProgramMemory,
): Controller {
  switch (instruction.kind) {
    case 'straight':
      return straightController(plant, instruction, believed, memory);
    case 'turn':
      return turnController(plant, instruction, believed, memory);
    case 'arc':
      return arcController(plant, instruction, believed);
    case 'align':
      return alignController(plant, instruction);
    case 'arm':
      return armController(plant, instruction);
  }
}

function straightController(
  plant: Plant,
  instruction: StraightInstruction,
  believed: Setup,
  memory: ProgramMemory,
): Controller {
  return {
    remaining: remainingUntil(plant, instruction.until, believed),
    steer: steering(plant, instruction.power, instruction.steering, believed, memory),
  };
}

function remainingUntil(plant: Plant, until: Until, believed: Setup): () => number {
  switch (until.kind) {
    case 'travel': {
      const left = plant.readLeftMotor();
      const right = plant.readRightMotor();
      return () => {
        const motor = (plant.readLeftMotor() - left + plant.readRightMotor() - right) / 2;
        return until.travel - Math.abs(distanceOfMotor(believed.drive, motor));
      };
    }
    case 'range':
      return () => plant.readRange() - until.reading;
    case 'light': {
      const sign = until.below ? 1 : -1;
      return () => sign * (plant.readLight(until.sensor) - until.threshold);
    }
    case 'crossings': {
      // A line counts once: the sensor must have been well into the light before the next one.
      const hysteresis = (believed.light.light - believed.light.dark) / 8;
      let count = 0;
      let dark = plant.readLight(until.sensor) < until.threshold;
      return () => {
        const reading = plant.readLight(until.sensor);
        const above = reading - until.threshold + hysteresis;
        const crosses = !dark && above < 0;
        if (crosses) {
          dark = true;
          count++;
        } else if (dark && reading > until.threshold + hysteresis) dark = false;
        const left = until.count - count;
        // At the last one it is the reading that tells the moment, on both sides of it.
        if (left === 0 && crosses) return above;
        return left === 1 && !dark ? Math.max(1e-9, above) : left;
      };
    }
    case 'touch':
      return () => (plant.readTouch() ? 0 : 1);
    case 'time': {
      const end = plant.time + until.duration;
      return () => end - plant.time;
    }
  }
}

/** Steering of a straight: counter-clockwise corrections slow the left wheel. */
function steering(
  plant: Plant,
  power: number,
  how: Steering,
  believed: Setup,
  memory: ProgramMemory,
): () => void {
  switch (how.hold) {
    case 'none':
      return () => plant.setPower(power, power);
    case 'encoders': {
      const left = plant.readLeftMotor();
      const right = plant.readRightMotor();
      return () => {
        const lead = plant.readRightMotor() - right - (plant.readLeftMotor() - left);
        const turned = distanceOfMotor(believed.drive, lead) / believed.drive.track;
        steerBy(plant, power, -how.gain * turned);
      };
    }
    case 'gyro': {
      const read = () => plant.readHeading() + memory.headingOffset;
      const kept = how.heading ?? read();
      return () => steerBy(plant, power, how.gain * wrapAngle(kept - read()));
    }
    case 'wall':
      return () => {
        const reading = plant.readSideRange();
        // A reading that is missing steers nowhere.
        const error = Number.isFinite(reading) ? reading - how.reading : 0;
        steerBy(plant, power, how.side * how.gain * error);
      };
    case 'line':
      return () =>
        steerBy(plant, power, how.side * how.gain * (plant.readLight('first') - how.threshold));
  }
}

function steerBy(plant: Plant, power: number, correction: number): void {
  const limited = Math.max(-STEERING_LIMIT, Math.min(STEERING_LIMIT, correction));
  plant.setPower(power - limited, power + limited);
}

function turnController(
  plant: Plant,
  instruction: TurnInstruction,
  believed: Setup,
  memory: ProgramMemory,
): Controller {
  const start = plant.readHeading();
  const turn =
    instruction.target.kind === 'angle'
      ? instruction.target.reported
      : wrapAngle(instruction.target.reported - start - memory.headingOffset);
  if (Math.abs(turn) < NOTHING_TO_TURN) return { remaining: () => 0, steer: () => {} };
  const { control, leftMoves, rightMoves, power } = instruction;
  const turnBy = (share: number) => plant.setPower(-leftMoves * share, rightMoves * share);
  const direction = Math.sign(turn);
  const trigger = Math.abs(turn) - instruction.stopEarly;
  const early = () => trigger - direction * (plant.readHeading() - start);
  switch (control.kind) {
    case 'stop early':
      return { remaining: early, steer: () => turnBy(direction * power) };
    case 'slow end': {
      const slowFrom = Math.abs(turn) - control.lastAngle;
      return {
        remaining: early,
        steer: () => {
          const slow = direction * (plant.readHeading() - start) >= slowFrom;
          turnBy(direction * (slow ? control.lastPower : power));
        },
      };
    }
    case 'controller': {
      const error = () => turn - (plant.readHeading() - start);
      let sum = 0;
      return {
        remaining: () =>
          Math.max(
            Math.abs(error()) - TURN_TOLERANCE,
            // In rad like the error: how far it turns within half a second.
            (Math.abs(plant.readRate()) - TURN_END_RATE) / 2,
          ),
        steer: () => {
          const now = error();
          const wanted = control.p * now + control.i * sum - control.d * plant.readRate();
          const limited = Math.max(-power, Math.min(power, wanted));
          // What the motors cannot do is not summed up, or it would have to be undone later.
          if (limited === wanted) sum += now * believed.program.loopPeriod;
          turnBy(limited);
        },
      };
    }
  }
}

function arcController(plant: Plant, instruction: ArcInstruction, believed: Setup): Controller {
  const { leftPower, rightPower, stopAfter, by } = instruction;
  const direction = Math.sign(instruction.turn);
  const steer = () => plant.setPower(leftPower, rightPower);
  if (by === 'gyro') {
    const start = plant.readHeading();
    return { remaining: () => stopAfter - direction * (plant.readHeading() - start), steer };
  }
  const left = plant.readLeftMotor();
  const right = plant.readRightMotor();
  return {
    remaining: () => {
      const lead = plant.readRightMotor() - right - (plant.readLeftMotor() - left);
      return stopAfter - (direction * distanceOfMotor(believed.drive, lead)) / believed.drive.track;
    },
    steer,
  };
}

/** Each wheel goes on until its own sensor is dark: the left one has the first sensor if that is left. */
function alignController(plant: Plant, instruction: AlignInstruction): Controller {
  const { power, threshold } = instruction;
  let first = true;
  let second = true;
  const look = () => {
    if (first) first = plant.readLight('first') >= threshold;
    if (second) second = plant.readLight('second') >= threshold;
  };
  return {
    remaining: () => {
      look();
      return first || second ? 1 : 0;
    },
    steer: () => plant.setPower(first ? power : 0, second ? power : 0),
  };
}

function armController(plant: Plant, instruction: ArmInstruction): Controller {
  const start = plant.readArm();
  const { angle, runOn, stallTime, power } = instruction;
  let last = start;
  let movedAt = plant.time;
  return {
    remaining: () => {
      const position = plant.readArm();
      if (position !== last) {
        last = position;
        movedAt = plant.time;
      } else if (plant.time - movedAt >= stallTime) return 0;
      return Math.abs(angle) - runOn - Math.abs(position - start);
    },
    steer: () => plant.setArmPower(power),
  };
}
