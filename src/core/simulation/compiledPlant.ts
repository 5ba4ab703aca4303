import { PARAMETERS, type RobotParameters } from '../robot/parameters.ts';
import { PLANT_BINARY } from './plantBinary.ts';
import { coloursSeen, type World } from './world.ts';

/** A plant in the compiled code's memory. */
type At = number;

/** What the compiled code offers; plant/index.ts is its other side. */
interface CompiledPlant {
  memory: WebAssembly.Memory;
  newPlant(): At;
  numbersOf(at: At): number;
  resizeWorld(at: At, seen: number, solid: number, pieces: number): void;
  seenOf(at: At): number;
  solidOf(at: At): number;
  linesOf(at: At): number;
  coloursOf(at: At): number;
  assemble(at: At): void;
  leaveToChance(at: At, seed: number, run: number): void;
  leaveNothingToChance(at: At): void;
  putDown(at: At, x: number, y: number, heading: number): void;
  dropouts(at: At): number;
  time(at: At): number;
  x(at: At): number;
  y(at: At): number;
  heading(at: At): number;
  rolled(at: At): number;
  voltage(at: At): number;
  touched(at: At): number;
  setTouched(at: At, touched: boolean): void;
  setPower(at: At, left: number, right: number): number;
  halt(at: At, coast: boolean, later: number): number;
  advance(at: At, time: number, watch: number): number;
  tick(at: At, time: number, watch: number): number;
  disturb(at: At, all: boolean): void;
  restAgainst(at: At): void;
  readLeftMotor(at: At): number;
  readRightMotor(at: At): number;
  readHeading(at: At): number;
  readRate(at: At): number;
  resetGyro(at: At): void;
  readRange(at: At): number;
  readSideRange(at: At): number;
  nearest(at: At, x: number, y: number, towards: number, halfAngle: number): number;
  readLight(at: At, first: boolean): number;
  seeColour(at: At): void;
  red(at: At): number;
  green(at: At): number;
  blue(at: At): number;
  readTouch(at: At): number;
  readArm(at: At): number;
  placeArm(at: At, position: number): void;
  setArmPower(at: At, power: number): void;
  servoPosition(at: At): number;
  setServo(at: At, position: number): void;
  rollAt(at: At, speed: number): void;
  steering(at: At): number;
  gyroAngle(at: At): number;
  gyroDrift(at: At): number;
  setGyroDrift(at: At, drift: number): void;
  turnByHand(at: At, angle: number): void;
  perturb(at: At, what: number, amount: number): void;
}

/** One compiled module a thread, made for its first plant; every plant of the thread lives in its memory. */
export let compiled: CompiledPlant;

function makeCompiled(): CompiledPlant {
  const binary = Uint8Array.from(atob(PLANT_BINARY), (letter) => letter.charCodeAt(0));
  const abort = () => {
    throw new Error('The compiled plant has stopped.');
  };
  const instance = new WebAssembly.Instance(new WebAssembly.Module(binary), { env: { abort } });
  return instance.exports as unknown as CompiledPlant;
}

/** Compiled plants that nobody uses any more; their memory is never given up. */
const free: At[] = [];
const abandoned = new FinalizationRegistry<At>((at) => free.push(at));

/** A compiled plant for as long as `owner` lives. */
export function takePlant(owner: object): At {
  compiled ??= makeCompiled();
  const at = free.pop() ?? compiled.newPlant();
  abandoned.register(owner, at, owner);
  return at;
}

/**
 * Takes a plant back before its owner is collected: thousands of short runs in a row leave the collector no time, and
 * each would get memory of its own.
 */
export function givePlant(owner: object, at: At): void {
  if (abandoned.unregister(owner)) free.push(at);
}

function write(at: number, numbers: ArrayLike<number>): void {
  new Float64Array(compiled.memory.buffer, at, numbers.length).set(numbers);
}

/** Every robot number in the order of {@link PARAMETERS}, switches as 0 and 1: the order of plant/numbers.ts. */
export function writeNumbers(at: At, parameters: RobotParameters): void {
  const values = Object.entries(PARAMETERS).flatMap(([group, { entries }]) => {
    const given = parameters[group as keyof typeof PARAMETERS] as Record<string, number | boolean>;
    return Object.keys(entries).map((name) => Number(given[name]));
  });
  write(compiled.numbersOf(at), values);
}

export function writeWorld(at: At, world: World, parameters: RobotParameters): void {
  const { seen, solid, lines, colours } = world;
  compiled.resizeWorld(at, seen.length / 4, solid.length / 4, colours.length);
  write(compiled.seenOf(at), seen);
  write(compiled.solidOf(at), solid);
  write(compiled.linesOf(at), lines);
  write(compiled.coloursOf(at), coloursSeen(world, parameters));
}
