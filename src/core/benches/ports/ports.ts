import { asBeginning } from '../../language/inSentence.ts';
import { portWord } from './portWords.ts';
import { say } from '../../language/say.ts';

/** What hangs on a robot's hub. */
export const DEVICE_KINDS = [
  'drive motor',
  'attachment motor',
  'servo',
  'gyro',
  'range',
  'light',
  'colour',
  'touch',
] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

/** Where a device can be plugged in. Several devices share a bus, each with an address of its own. */
export const PLACE_KINDS = [
  'motor port',
  'servo port',
  'sensor port',
  'bus',
  'analog channel',
] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];

export const PROGRAM_LANGUAGES = ['python', 'java'] as const;
export type ProgramLanguage = (typeof PROGRAM_LANGUAGES)[number];

/** What a program uses a device for, where a robot may have several of its kind. */
export const DEVICE_ROLES = [
  'left',
  'right',
  'ahead',
  'at the side',
  'first light',
  'second light',
  'colours',
] as const;
export type DeviceRole = (typeof DEVICE_ROLES)[number];

/** What of the light a sensor is read for: what comes back in all, or of one colour. */
export const CHANNELS = ['reflected', 'red', 'green', 'blue'] as const;
export type Channel = (typeof CHANNELS)[number];

export interface Device {
  kind: DeviceKind;
  /** As the program calls it. */
  name: string;
  place: PlaceKind;
  /** Letter or number of the port or channel; on a bus, the device's address. */
  label: string;
  /** Unit of what it says, such as `deg` or `mm`. */
  unit: string;
  /** What the program uses it for; null where nobody said. */
  role: DeviceRole | null;
  /** Whether a motor or servo turns the other way round. */
  reversed: boolean;
  /** For a sensor of light, the channel in which it is read; null for what comes back in all. */
  channel: Channel | null;
}

/** Motors that drive a robot at most. */
const MOST_DRIVE_MOTORS = 6;

/** What devices of a kind may be used for; none where there is only one use. */
export const ROLES_OF: Partial<Record<DeviceKind, readonly DeviceRole[]>> = {
  'drive motor': ['left', 'right'],
  range: ['ahead', 'at the side'],
  light: ['first light', 'second light'],
  colour: ['colours', 'first light', 'second light'],
};

/** Kinds that turn, one way or the other. */
export const TURNING_KINDS: readonly DeviceKind[] = ['drive motor', 'attachment motor', 'servo'];

/** Whether a device is read for light, so that it has a channel. */
export function readsLight({ role }: Device): boolean {
  return role === 'first light' || role === 'second light';
}

/** A new device of a kind, without name and label. */
export function newDevice(kind: DeviceKind): Device {
  return {
    kind,
    name: '',
    place: PLACES_FOR[kind][0]!,
    label: '',
    unit: UNITS_OF[kind][0]!,
    role: ROLES_OF[kind]?.length === 1 ? ROLES_OF[kind][0]! : null,
    reversed: false,
    channel: null,
  };
}

/** Units in which a device of a kind may speak; the first is the usual one. */
export const UNITS_OF: Record<DeviceKind, readonly string[]> = {
  'drive motor': ['deg', 'rotations', 'counts'],
  'attachment motor': ['deg', 'rotations', 'counts'],
  servo: ['%', 'deg'],
  gyro: ['deg', 'rad', 'deg/s'],
  range: ['mm', 'cm', 'in', 'V', 'raw'],
  light: ['%', 'raw', 'V'],
  colour: ['%', '0 to 255', 'raw'],
  touch: ['0 or 1', 'V'],
};

/** Places that give a device of a kind what it needs. */
export const PLACES_FOR: Record<DeviceKind, readonly PlaceKind[]> = {
  'drive motor': ['motor port'],
  'attachment motor': ['motor port'],
  servo: ['servo port', 'motor port'],
  gyro: ['sensor port', 'bus'],
  range: ['sensor port', 'bus', 'analog channel'],
  light: ['sensor port', 'analog channel'],
  colour: ['sensor port', 'bus'],
  touch: ['sensor port', 'analog channel'],
};

/** Something that would cost half a practice, about one device of the list. */
export interface PortFault {
  device: number;
  sentence: string;
}

/** Words that the languages keep for themselves. */
const RESERVED: Record<ProgramLanguage, readonly string[]> = {
  // The Python Language Reference 3.11, section 2.3.1.
  python:
    'False None True and as assert async await break class continue def del elif else except finally for from global if import in is lambda nonlocal not or pass raise return try while with yield'.split(
      ' ',
    ),
  // The Java Language Specification 17, section 3.9.
  java: 'abstract assert boolean break byte case char class const continue default do double else enum extends final finally float for goto if implements import instanceof int interface long native new package private protected public return short static strictfp super switch synchronized this throw throws transient try void volatile while true false null var record yield sealed permits'.split(
    ' ',
  ),
};

/** Names of types and functions that a program needs under their own meaning. */
const TYPES: Record<ProgramLanguage, readonly string[]> = {
  python:
    'int float str bool list dict set tuple object type range print input open abs min max sum round len hub math time main'.split(
      ' ',
    ),
  java: 'String Integer Double Boolean Object Math System Thread Motor Gyro Hub Exception Override'.split(
    ' ',
  ),
};

const CONVENTIONS: Record<ProgramLanguage, { pattern: RegExp; says: () => string }> = {
  python: { pattern: /^[a-z][a-z0-9]*(_[a-z0-9]+)*$/, says: () => say`small letters joined by _` },
  java: {
    pattern: /^[a-z][a-zA-Z0-9]*$/,
    says: () => say`words run together, each but the first capital`,
  },
};

/** The name in the form that the language's programs use: `left_motor` or `leftMotor`. */
export function conventionalName(name: string, language: ProgramLanguage): string {
  const words = name
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .split(/[^A-Za-z0-9]+/)
    .filter((word) => word !== '')
    .map((word) => word.toLowerCase());
  if (/^\d/.test(words[0] ?? '')) words.unshift('port');
  return language === 'python'
    ? words.join('_')
    : words.map((word, i) => (i === 0 ? word : word[0]!.toUpperCase() + word.slice(1))).join('');
}

/** Everything that is wrong with a list of devices, in the order of the list. */
export function portFaults(devices: readonly Device[], language: ProgramLanguage): PortFault[] {
  return devices.flatMap((device, i) =>
    [
      placeFault(device),
      takenFault(devices, i),
      nameFault(device.name, language),
      doubledFault(devices, i),
      roleFault(devices, i),
      device.unit === '' ? say`Say in which unit the ${portWord(device.kind)} speaks.` : null,
    ].flatMap((sentence) => (sentence === null ? [] : [{ device: i, sentence }])),
  );
}

function placeFault({ kind, place, label }: Device): string | null {
  if (!PLACES_FOR[kind].includes(place)) {
    return say`A ${portWord(kind)} in a ${portWord(place)}: it belongs in a ${PLACES_FOR[kind].map(portWord).join(say` or a `)}.`;
  }
  if (label.trim() !== '') return null;
  return place === 'bus'
    ? say`Give its address on the bus.`
    : say`Say which ${portWord(place)} it is in.`;
}

const sameText = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

function takenFault(devices: readonly Device[], at: number): string | null {
  const { place, label } = devices[at]!;
  if (label.trim() === '') return null;
  const other = devices.findIndex(
    (one, i) => i < at && one.place === place && sameText(one.label, label),
  );
  if (other < 0) return null;
  const first = devices[other]!;
  const named = first.name === '' ? say`the ${portWord(first.kind)}` : `“${first.name}”`;
  return place === 'bus'
    ? say`Address ${label.trim()} on the bus belongs to ${named} already.`
    : say`${asBeginning(portWord(place))} ${label.trim()} is taken by ${named}.`;
}

function nameFault(name: string, language: ProgramLanguage): string | null {
  if (name.trim() === '') return say`Give it the name that the program uses.`;
  if (RESERVED[language].includes(name)) {
    return say`“${name}” is a word of the language itself: the program would not start.`;
  }
  if (TYPES[language].some((type) => sameText(type, name))) {
    return say`“${name}” hides the type or function of that name: call it ${conventionalName(`my ${name}`, language)}.`;
  }
  const { pattern, says } = CONVENTIONS[language];
  return pattern.test(name)
    ? null
    : say`“${name}”: names are ${says()}, as in ${conventionalName(name, language) || conventionalName('left motor', language)}.`;
}

function doubledFault(devices: readonly Device[], at: number): string | null {
  const { name } = devices[at]!;
  // Names that differ in capitals alone are taken for one another by people.
  return name.trim() !== '' && devices.some((one, i) => i < at && sameText(one.name, name))
    ? say`Two devices are called “${name.trim()}”.`
    : null;
}

function roleFault(devices: readonly Device[], at: number): string | null {
  const { kind, role } = devices[at]!;
  const before = (holds: (one: Device) => boolean) => devices.slice(0, at).filter(holds);
  if (kind === 'drive motor') {
    if (role === null) return say`Say which side it drives.`;
    const others = before((one) => one.kind === 'drive motor');
    return others.length >= MOST_DRIVE_MOTORS
      ? say`A robot drives with ${MOST_DRIVE_MOTORS} motors at most.`
      : null;
  }
  const other = role === null ? undefined : before((one) => one.role === role)[0];
  return other === undefined
    ? null
    : say`“${other.name}” is used for “${portWord(role!)}” already.`;
}

/** The result as a sentence. */
export function portsSentence(devices: readonly Device[], faults: readonly PortFault[]): string {
  if (devices.length === 0) return say`Write down what is plugged in where.`;
  if (faults.length === 0) return say`${devices.length} devices, and nothing in another’s way.`;
  const first = faults[0]!.sentence;
  return faults.length === 1 ? first : say`${faults.length} things to mend. ${first}`;
}
