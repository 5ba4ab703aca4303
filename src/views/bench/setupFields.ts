import type { QuantityKind } from '../../core/quantities/quantity.ts';
import type { Setup } from '../../core/robot/setup.ts';

/** How a number of a setup is shown. */
export interface SetupField {
  path: string;
  label: string;
  kind: QuantityKind;
  digits: number;
}

export interface SetupGroup {
  name: keyof Setup;
  title: string;
  fields: SetupField[];
}

const field = (path: string, label: string, kind: QuantityKind, digits = 1): SetupField => ({
  path,
  label,
  kind,
  digits,
});

/** The numbers of a setup in the order in which a team comes across them, in coach's words. */
export const SETUP_GROUPS: readonly SetupGroup[] = [
  {
    name: 'drive',
    title: 'Wheels',
    fields: [
      field('drive.wheelDiameter', 'Wheel diameter', 'length', 2),
      field('drive.track', 'Track, wheel to wheel', 'length', 2),
      field('drive.wheelRatio', 'Right wheel over left', 'number', 4),
      field('drive.gearRatio', 'Motor turns per wheel turn', 'number', 3),
      field('drive.encoderStep', 'Motor position step', 'angle', 2),
    ],
  },
  {
    name: 'body',
    title: 'Outline',
    fields: [
      field('body.ahead', 'Front, ahead of the axle', 'length'),
      field('body.behind', 'Back, behind the axle', 'length'),
      field('body.width', 'Width', 'length'),
      field('body.toolX', 'Tool point, ahead of the axle', 'length'),
      field('body.toolY', 'Tool point, left of the middle', 'length'),
    ],
  },
  {
    name: 'motor',
    title: 'Motors',
    fields: [
      field('motor.noLoadSpeed', 'Speed at full power', 'rate', 0),
      field('motor.nominalVoltage', 'at', 'voltage', 2),
      field('motor.lag', 'Lag', 'time', 3),
      field('motor.acceleration', 'Speeds up by at most', 'acceleration', 0),
      field('motor.braking', 'Brakes by', 'acceleration', 0),
    ],
  },
  {
    name: 'program',
    title: 'Program',
    fields: [
      field('program.loopPeriod', 'Loop period', 'time', 4),
      field('program.commandDelay', 'Delay to the motors', 'time', 4),
      field('program.settle', 'Rest after a stop', 'time', 2),
      field('program.headingGain', 'Gyro hold, °/s per °', 'number', 2),
      field('program.encoderGain', 'Encoder hold, °/s per °', 'number', 2),
    ],
  },
  {
    name: 'gyro',
    title: 'Gyro',
    fields: [
      field('gyro.scale', 'Reads this share of a turn', 'number', 4),
      field('gyro.latency', 'Reads late by', 'time', 4),
      field('gyro.step', 'Step', 'angle', 2),
      field('gyro.noise', 'Noise', 'angle', 3),
      field('gyro.bias', 'Drift, the same each run', 'rate', 3),
      field('gyro.biasSpread', 'Drift, from run to run', 'rate', 3),
      field('gyro.biasWalk', 'Drift walk, per √s', 'rate', 4),
    ],
  },
  {
    name: 'range',
    title: 'Range sensor',
    fields: [
      field('range.x', 'Ahead of the axle', 'length'),
      field('range.y', 'Left of the middle', 'length'),
      field('range.heading', 'Looks, left is positive', 'angle'),
      field('range.offset', 'Reads too much by', 'length'),
      field('range.noise', 'Noise', 'length', 2),
      field('range.coneHalfAngle', 'Cone, half angle', 'angle'),
      field('range.latency', 'Reads late by', 'time', 3),
      field('range.shortest', 'Nearest', 'length', 0),
      field('range.longest', 'Farthest', 'length', 0),
      field('range.dropoutChance', 'Readings that are missing', 'share', 2),
    ],
  },
  {
    name: 'light',
    title: 'Light',
    fields: [
      field('light.dark', 'Dark reads', 'share'),
      field('light.light', 'Light reads', 'share'),
      field('light.noise', 'Noise', 'share', 2),
      field('light.threshold', 'Dark is below', 'share'),
    ],
  },
  {
    name: 'placement',
    title: 'Put down by hand',
    fields: [
      field('placement.alongSpread', 'Spread along', 'length', 2),
      field('placement.acrossSpread', 'Spread across', 'length', 2),
      field('placement.headingSpread', 'Spread of the heading', 'angle', 2),
    ],
  },
  {
    name: 'ground',
    title: 'Ground',
    fields: [
      field('ground.slip', 'Slip, mm per √mm', 'number', 3),
      field('ground.slipHeading', 'Slip of the heading, per √mm', 'angle', 3),
      field('ground.bumpRate', 'Bumps per mm', 'number', 5),
      field('ground.bumpHeading', 'One bump turns by', 'angle', 2),
    ],
  },
  {
    name: 'battery',
    title: 'Battery',
    fields: [
      field('battery.voltage', 'Voltage in use', 'voltage', 2),
      field('battery.voltageSpread', 'Spread from run to run', 'voltage', 2),
    ],
  },
];
