import type { Channel, Device, DeviceRole } from './ports.ts';

/** A motor by its name in the program, and the sense in which it turns: −1 when it is reversed. */
export interface WiredMotor {
  name: string;
  sense: 1 | -1;
}

/** What hangs where, as a program needs it; null or empty where the list of devices does not say. */
export interface Wiring {
  leftMotors: WiredMotor[];
  rightMotors: WiredMotor[];
  arm: WiredMotor | null;
  servo: WiredMotor | null;
  /** Range sensors with the mm of one of their units. */
  ahead: { name: string; unit: number } | null;
  side: { name: string; unit: number } | null;
  /** Sensors of reflected light with the channel in which they are read. */
  firstLight: { name: string; channel: Channel } | null;
  secondLight: { name: string; channel: Channel } | null;
  colour: string | null;
  bumper: string | null;
}

/** mm of the units in which a range sensor speaks; volts and raw numbers need a calibration first. */
const MILLIMETRES: Readonly<Record<string, number>> = { mm: 1, cm: 10, in: 25.4 };

/** The wiring that a list of devices says. A device without a name is none. */
export function wiringOf(devices: readonly Device[]): Wiring {
  const named = devices.filter(({ name }) => name.trim() !== '');
  const motor = ({ name, reversed }: Device): WiredMotor => ({ name, sense: reversed ? -1 : 1 });
  const inRole = (role: DeviceRole) => named.filter((one) => one.role === role);
  const first = (kind: Device['kind']) => named.find((one) => one.kind === kind);
  const range = (role: DeviceRole) => {
    const [one] = inRole(role);
    const unit = MILLIMETRES[one?.unit ?? ''];
    return one === undefined || unit === undefined ? null : { name: one.name, unit };
  };
  const light = (role: DeviceRole) => {
    const [one] = inRole(role);
    return one === undefined
      ? null
      : { name: one.name, channel: one.channel ?? ('reflected' as const) };
  };
  const drives = (role: DeviceRole) => inRole(role).map(motor);
  const arm = first('attachment motor');
  const servo = first('servo');
  return {
    leftMotors: drives('left'),
    rightMotors: drives('right'),
    arm: arm === undefined ? null : motor(arm),
    servo: servo === undefined ? null : motor(servo),
    ahead: range('ahead'),
    side: range('at the side'),
    firstLight: light('first light'),
    secondLight: light('second light'),
    colour: inRole('colours')[0]?.name ?? null,
    bumper: first('touch')?.name ?? null,
  };
}
