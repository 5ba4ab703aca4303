import type { QuantityKind } from '../../core/mathematics/quantity.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';

/** How a number of a setup is shown. */
interface SetupField {
  path: string;
  label: string;
  kind: QuantityKind;
  digits: number;
}

export interface SetupGroup {
  name: keyof RobotParameters;
  title: string;
  fields: SetupField[];
}

const field = (path: string, label: string, kind: QuantityKind, digits = 1): SetupField => ({
  path,
  label,
  kind,
  digits,
});

function rangeFields(group: 'range' | 'rangeSide'): SetupField[] {
  return [
    field(`${group}.x`, 'Ahead of the axle', 'length'),
    field(`${group}.y`, 'Left of the middle', 'length'),
    field(`${group}.heading`, 'Looks, left is positive', 'angle'),
    field(`${group}.offset`, 'Reads too much by', 'length'),
    field(`${group}.noise`, 'Noise', 'length', 2),
    field(`${group}.coneHalfAngle`, 'Cone, half angle', 'angle'),
    field(`${group}.latency`, 'Reads late by', 'time', 3),
    field(`${group}.shortest`, 'Nearest', 'length', 0),
    field(`${group}.longest`, 'Farthest', 'length', 0),
    field(`${group}.dropoutChance`, 'Readings that are missing', 'share', 2),
  ];
}

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
      field('motor.coasting', 'Rolls out by', 'acceleration', 0),
    ],
  },
  {
    name: 'program',
    title: 'Program',
    fields: [
      field('program.loopPeriod', 'Loop period', 'time', 4),
      field('program.commandDelay', 'Delay to the motors', 'time', 4),
      field('program.settle', 'Rest after a stop', 'time', 2),
      field('program.gyroWait', 'Waits for a still gyro', 'time', 1),
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
  { name: 'range', title: 'Range sensor ahead', fields: rangeFields('range') },
  { name: 'rangeSide', title: 'Range sensor at the side', fields: rangeFields('rangeSide') },
  {
    name: 'light',
    title: 'Light',
    fields: [
      field('light.dark', 'Dark reads', 'share'),
      field('light.light', 'Light reads', 'share'),
      field('light.noise', 'Noise', 'share', 2),
      field('light.threshold', 'Dark is below', 'share'),
      field('light.firstX', 'First sensor, ahead of the axle', 'length'),
      field('light.firstY', 'First sensor, left of the middle', 'length'),
      field('light.secondX', 'Second sensor, ahead of the axle', 'length'),
      field('light.secondY', 'Second sensor, left of the middle', 'length'),
      field('light.spot', 'Radius of the spot that it sees', 'length'),
    ],
  },
  {
    name: 'arm',
    title: 'Attachment',
    fields: [
      field('arm.noLoadSpeed', 'Speed at full power', 'rate', 0),
      field('arm.lowest', 'Stops at the bottom at', 'angle', 0),
      field('arm.highest', 'Stops at the top at', 'angle', 0),
    ],
  },
  {
    name: 'contact',
    title: 'Standing flat',
    fields: [
      field('contact.headingSpread', 'Spread of the heading', 'angle', 2),
      field('contact.distanceSpread', 'Spread of the distance', 'length', 2),
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
