import type { WiredMotor, Wiring } from '../../benches/ports/wiring.ts';
import { safeText } from './parts.ts';

/** A device of the robot as a program names it: one, a row of them, or only a name. */
export interface WiredConstant {
  name: string;
  type: 'Motor' | 'RangeSensor' | 'LightSensor' | 'String';
  value: string | WiredPair | WiredPair[];
}
export type WiredPair = readonly [name: string, property: number | string];

/** Methods of the hub, in words, with the devices that carry them out. */
const DEVICES: Readonly<Record<string, readonly string[]>> = {
  'left motor': ['LEFT_MOTORS'],
  'right motor': ['RIGHT_MOTORS'],
  drive: ['LEFT_MOTORS', 'RIGHT_MOTORS'],
  stop: ['LEFT_MOTORS', 'RIGHT_MOTORS'],
  arm: ['ARM_MOTOR'],
  'arm motor': ['ARM_MOTOR'],
  servo: ['SERVO'],
  'range mm': ['RANGE_AHEAD'],
  'side range mm': ['RANGE_AT_THE_SIDE'],
  light: ['FIRST_LIGHT', 'SECOND_LIGHT'],
  colour: ['COLOUR_SENSOR'],
  touched: ['BUMPER'],
};

/** The methods, in words, that a wiring carries out by itself: those whose devices it knows all. */
export function wiredMethods(constants: readonly WiredConstant[]): string[] {
  const known = new Set(constants.map(({ name }) => name));
  return Object.entries(DEVICES)
    .filter(([, devices]) => devices.every((device) => known.has(device)))
    .map(([method]) => method);
}

/** The devices of a wiring, each under the name of its use. Those that nobody wrote down are missing. */
export function wiredConstants(wiring: Wiring): WiredConstant[] {
  const pair = ({ name, sense }: WiredMotor): WiredPair => [safeText(name), sense];
  const constants: WiredConstant[] = [];
  const add = (name: string, type: WiredConstant['type'], value: WiredConstant['value'] | null) => {
    if (value !== null && value.length > 0) constants.push({ name, type, value });
  };
  const light = (one: Wiring['firstLight']): WiredPair | null =>
    one === null ? null : [safeText(one.name), one.channel];
  const range = (one: Wiring['ahead']): WiredPair | null =>
    one === null ? null : [safeText(one.name), one.unit];
  const text = (one: string | null) => (one === null ? null : safeText(one));
  add('LEFT_MOTORS', 'Motor', wiring.leftMotors.map(pair));
  add('RIGHT_MOTORS', 'Motor', wiring.rightMotors.map(pair));
  add('ARM_MOTOR', 'Motor', wiring.arm === null ? null : pair(wiring.arm));
  add('SERVO', 'Motor', wiring.servo === null ? null : pair(wiring.servo));
  add('RANGE_AHEAD', 'RangeSensor', range(wiring.ahead));
  add('RANGE_AT_THE_SIDE', 'RangeSensor', range(wiring.side));
  add('FIRST_LIGHT', 'LightSensor', light(wiring.firstLight));
  add('SECOND_LIGHT', 'LightSensor', light(wiring.secondLight));
  add('COLOUR_SENSOR', 'String', text(wiring.colour));
  add('BUMPER', 'String', text(wiring.bumper));
  return constants;
}

/** Whether a value is a row of devices. */
export function isRow(value: WiredConstant['value']): value is WiredPair[] {
  return Array.isArray(value) && Array.isArray(value[0]);
}
