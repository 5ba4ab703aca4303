/**
 * The plant as the rest of the core calls it, compiled to WebAssembly: each function takes the plant that it
 * is about. core/simulation/plant.ts is the only caller and says what each does.
 */
import { CommandKind } from './commandQueue';
import { Direction } from './direction';
import { Perturbation, Plant } from './plant';
import { nearestInCone } from './ray';

/** The edges of the cone that is looked into. */
const LOW = new Direction();
const HIGH = new Direction();

export function newPlant(): Plant {
  return new Plant();
}
/** Where the robot's numbers are written, in their order. */
export function numbersOf(plant: Plant): usize {
  return changetype<usize>(plant.numbers);
}
export function resizeWorld(plant: Plant, seen: i32, solid: i32, pieces: i32): void {
  plant.world.resize(seen, solid, pieces);
}
/** Where the parts of a world are written. */
export function seenOf(plant: Plant): usize {
  return changetype<usize>(plant.world.seen);
}
export function solidOf(plant: Plant): usize {
  return changetype<usize>(plant.world.solid);
}
export function linesOf(plant: Plant): usize {
  return changetype<usize>(plant.world.lines);
}
export function coloursOf(plant: Plant): usize {
  return changetype<usize>(plant.world.colours);
}
export function assemble(plant: Plant): void {
  plant.assemble();
}

export function leaveToChance(plant: Plant, seed: i32, run: i32): void {
  plant.noisy = true;
  plant.streams.seed(seed, run);
}
export function leaveNothingToChance(plant: Plant): void {
  plant.noisy = false;
}
export function putDown(plant: Plant, x: f64, y: f64, heading: f64): void {
  plant.putDown(x, y, heading);
}
export function dropouts(plant: Plant): i32 {
  return plant.range.dropouts + plant.rangeSide.dropouts;
}
export function time(plant: Plant): f64 {
  return plant.state.time;
}
export function x(plant: Plant): f64 {
  return plant.state.x;
}
export function y(plant: Plant): f64 {
  return plant.state.y;
}
export function heading(plant: Plant): f64 {
  return plant.state.heading;
}
export function rolled(plant: Plant): f64 {
  return plant.state.rolled;
}
export function voltage(plant: Plant): f64 {
  return plant.state.voltage;
}
export function touched(plant: Plant): bool {
  return plant.touched;
}
export function setTouched(plant: Plant, touched: bool): void {
  plant.touched = touched;
}
export function setPower(plant: Plant, left: f64, right: f64): bool {
  return plant.command(left, right, CommandKind.Power, 0);
}
export function halt(plant: Plant, coast: bool, later: f64): bool {
  return plant.command(0, 0, coast ? CommandKind.Coast : CommandKind.Brake, later);
}
export function advance(plant: Plant, time: f64, watch: f64): f64 {
  return plant.advance(time, watch);
}
/** The same, with what ground and drift do once it is there. */
export function tick(plant: Plant, time: f64, watch: f64): f64 {
  const reached = plant.advance(time, watch);
  if (reached >= time) plant.disturb(false);
  return reached;
}
export function disturb(plant: Plant, all: bool): void {
  plant.disturb(all);
}
export function restAgainst(plant: Plant): void {
  plant.restAgainst();
}
export function readLeftMotor(plant: Plant): f64 {
  return plant.driveTrain.readLeftMotor();
}
export function readRightMotor(plant: Plant): f64 {
  return plant.driveTrain.readRightMotor();
}
export function readHeading(plant: Plant): f64 {
  return plant.gyro.heading(plant.noisy);
}
export function readRate(plant: Plant): f64 {
  return plant.gyro.rate(plant.noisy);
}
export function resetGyro(plant: Plant): void {
  plant.gyro.reset();
}
export function readRange(plant: Plant): f64 {
  return plant.range.read(plant.noisy);
}
/** Distance to the nearest thing in a cone from anywhere, mm. */
export function nearest(plant: Plant, x: f64, y: f64, towards: f64, halfAngle: f64): f64 {
  LOW.pointTo(towards - halfAngle);
  HIGH.pointTo(towards + halfAngle);
  return nearestInCone(plant.world.seen, plant.world.seenEdges, x, y, LOW, HIGH);
}
export function readSideRange(plant: Plant): f64 {
  return plant.rangeSide.read(plant.noisy);
}
export function readLight(plant: Plant, first: bool): f64 {
  return plant.ground.light(first, plant.noisy);
}
export function seeColour(plant: Plant): void {
  plant.ground.seeColour(plant.noisy);
}
export function red(plant: Plant): f64 {
  return plant.ground.red;
}
export function green(plant: Plant): f64 {
  return plant.ground.green;
}
export function blue(plant: Plant): f64 {
  return plant.ground.blue;
}
export function readTouch(plant: Plant): bool {
  return plant.bumperPressed;
}
export function readArm(plant: Plant): f64 {
  return plant.state.arm;
}
export function placeArm(plant: Plant, position: f64): void {
  plant.state.arm = position;
}
export function setArmPower(plant: Plant, power: f64): void {
  plant.attachments.setPower(power);
}
export function servoPosition(plant: Plant): f64 {
  return plant.state.servo;
}
export function setServo(plant: Plant, position: f64): void {
  plant.state.servoTarget = position;
}
export function rollAt(plant: Plant, speed: f64): void {
  plant.driveTrain.rollAt(speed);
}
export function steering(plant: Plant): f64 {
  return plant.driveTrain.steering;
}
export function gyroAngle(plant: Plant): f64 {
  return plant.state.gyroAngle;
}
export function gyroDrift(plant: Plant): f64 {
  return plant.state.gyroBias;
}
export function setGyroDrift(plant: Plant, drift: f64): void {
  plant.state.gyroBias = drift;
}
export function turnByHand(plant: Plant, angle: f64): void {
  plant.turnByHand(angle);
}
export function perturb(plant: Plant, what: Perturbation, amount: f64): void {
  plant.perturb(what, amount);
}
