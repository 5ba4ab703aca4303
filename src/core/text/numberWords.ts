import { formatQuantity } from '../mathematics/quantity.ts';
import { numberEntryOf, setupValue, type RobotParameters } from '../robot/parameters.ts';

/** How people speak of a number of the robot that is not as the setup says. */
interface NumberWords {
  /** What the number is, in a list. */
  name: string;
  /** Who is off, and what it is then: “the wheels are” … “larger”. */
  subject: string;
  more: string;
  less: string;
  /** Whether the size is said as a share of the number. */
  percent?: true;
}

function rangeWords(sensor: string): Record<string, NumberWords> {
  return {
    x: sits(sensor, 'ahead'),
    y: sits(sensor, 'aside'),
    heading: {
      name: `where ${sensor} looks`,
      subject: `${sensor} looks`,
      more: 'further left',
      less: 'further right',
    },
    offset: {
      name: `what ${sensor} reads too much`,
      subject: `${sensor} reads`,
      more: 'too much',
      less: 'too little',
    },
    latency: {
      name: `how late ${sensor} is`,
      subject: `${sensor} is`,
      more: 'later',
      less: 'sooner',
    },
  };
}

function sits(sensor: string, way: 'ahead' | 'aside'): NumberWords {
  return {
    name: `where ${sensor} sits`,
    subject: `${sensor} sits`,
    more: way === 'ahead' ? 'further ahead' : 'further left',
    less: way === 'ahead' ? 'further back' : 'further right',
  };
}

/** Every number that may be off, by group and name. */
const WORDS: Record<string, Record<string, NumberWords>> = {
  drive: {
    wheelDiameter: {
      name: 'wheel diameter',
      subject: 'the wheels are',
      more: 'larger',
      less: 'smaller',
      percent: true,
    },
    wheelRatio: {
      name: 'right wheel against left',
      subject: 'the right wheel is',
      more: 'larger against the left one',
      less: 'smaller against the left one',
      percent: true,
    },
    track: {
      name: 'track',
      subject: 'the track is',
      more: 'wider',
      less: 'narrower',
      percent: true,
    },
  },
  motor: {
    noLoadSpeed: {
      name: 'speed of the motors',
      subject: 'the motors are',
      more: 'faster',
      less: 'slower',
      percent: true,
    },
    lag: {
      name: 'lag of the motors',
      subject: 'the motors follow',
      more: 'later',
      less: 'sooner',
    },
    acceleration: {
      name: 'speeding up',
      subject: 'it speeds up',
      more: 'harder',
      less: 'softer',
      percent: true,
    },
    braking: {
      name: 'braking',
      subject: 'it brakes',
      more: 'harder',
      less: 'softer',
      percent: true,
    },
    coasting: {
      name: 'rolling out',
      subject: 'it slows down when it rolls',
      more: 'harder',
      less: 'softer',
      percent: true,
    },
  },
  program: {
    commandDelay: {
      name: 'delay to the motors',
      subject: 'commands take',
      more: 'longer',
      less: 'less',
    },
  },
  gyro: {
    scale: {
      name: 'scale of the gyro',
      subject: 'the gyro reads',
      more: 'more than it turns',
      less: 'less than it turns',
      percent: true,
    },
    latency: {
      name: 'how late the gyro is',
      subject: 'the gyro is',
      more: 'later',
      less: 'sooner',
    },
    bias: {
      name: 'drift of the gyro',
      subject: 'the gyro drifts',
      more: 'more to the left',
      less: 'more to the right',
    },
  },
  range: rangeWords('the range sensor'),
  rangeSide: rangeWords('the side range sensor'),
  light: {
    dark: { name: 'what dark reads', subject: 'dark reads', more: 'lighter', less: 'darker' },
    light: { name: 'what light reads', subject: 'light reads', more: 'lighter', less: 'darker' },
    firstX: sits('the first light sensor', 'ahead'),
    firstY: sits('the first light sensor', 'aside'),
    secondX: sits('the second light sensor', 'ahead'),
    secondY: sits('the second light sensor', 'aside'),
  },
  colour: { x: sits('the colour sensor', 'ahead'), y: sits('the colour sensor', 'aside') },
  battery: {
    speedFollows: {
      name: 'how the speed follows the battery',
      subject: 'the speed follows the battery',
      more: 'more',
      less: 'less',
      percent: true,
    },
  },
};

/** How a start is put down otherwise than drawn. */
const START_WORDS: Record<string, readonly [more: string, less: string]> = {
  along: ['further on', 'further back'],
  left: ['further left', 'further right'],
  turned: ['turned to the left', 'turned to the right'],
};

function wordsOf(path: string): NumberWords | undefined {
  const [group, name] = path.split('.') as [string, string];
  return WORDS[group]?.[name];
}

/** A number that may be off, in a few words for a list; also a put-down. */
export function causeName(cause: string): string {
  if (cause.startsWith('start.')) return 'how it is put down';
  return wordsOf(cause)?.name ?? numberEntryOf(cause).label.toLowerCase();
}

/** By how much a number is off, in words: “the wheels are 0.9 % larger”. */
export function causeWords(cause: string, deviation: number, setup: RobotParameters): string {
  const start = /^start\.(.*)\.(along|left|turned)$/.exec(cause);
  if (start !== null) {
    const axis = start[2]!;
    const [more, less] = START_WORDS[axis]!;
    const size = formatQuantity(Math.abs(deviation), axis === 'turned' ? 'angle' : 'length', 1);
    return `it is put down ${size} ${deviation > 0 ? more : less}`;
  }
  const { kind, digits } = numberEntryOf(cause);
  const words = wordsOf(cause);
  const value = setupValue(setup, cause) as number;
  const percent = words?.percent === true && value !== 0;
  const size = percent
    ? formatQuantity(Math.abs(deviation / value), 'share', 1)
    : formatQuantity(Math.abs(deviation), kind, digits);
  if (words === undefined) return `${causeName(cause)} is ${size} off`;
  return `${words.subject} ${size} ${deviation > 0 ? words.more : words.less}`;
}
