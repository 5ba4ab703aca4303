import { formatQuantity } from '../mathematics/quantity.ts';
import { numberEntryOf, setupValue, type RobotParameters } from '../robot/parameters.ts';
import { inSentence } from '../language/inSentence.ts';
import { say } from '../language/say.ts';

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
      name: say`where ${sensor} looks`,
      subject: say`${sensor} looks`,
      more: say`further left`,
      less: say`further right`,
    },
    offset: {
      name: say`what ${sensor} reads too much`,
      subject: say`${sensor} reads`,
      more: say`too much`,
      less: say`too little`,
    },
    latency: {
      name: say`how late ${sensor} is`,
      subject: say`${sensor} is`,
      more: say`later`,
      less: say`sooner`,
    },
  };
}

function sits(sensor: string, way: 'ahead' | 'aside'): NumberWords {
  return {
    name: say`where ${sensor} sits`,
    subject: say`${sensor} sits`,
    more: way === 'ahead' ? say`further ahead` : say`further left`,
    less: way === 'ahead' ? say`further back` : say`further right`,
  };
}

/** Every number that may be off, by group and name. */
function allWords(): Record<string, Record<string, NumberWords>> {
  return {
    drive: {
      wheelDiameter: {
        name: say`wheel diameter`,
        subject: say`the wheels are`,
        more: say`larger`,
        less: say`smaller`,
        percent: true,
      },
      wheelRatio: {
        name: say`right wheel against left`,
        subject: say`the right wheel is`,
        more: say`larger against the left one`,
        less: say`smaller against the left one`,
        percent: true,
      },
      track: {
        name: say`track`,
        subject: say`the track is`,
        more: say`wider`,
        less: say`narrower`,
        percent: true,
      },
    },
    motor: {
      noLoadSpeed: {
        name: say`speed of the motors`,
        subject: say`the motors are`,
        more: say`faster`,
        less: say`slower`,
        percent: true,
      },
      lag: {
        name: say`lag of the motors`,
        subject: say`the motors follow`,
        more: say`later`,
        less: say`sooner`,
      },
      acceleration: {
        name: say`speeding up`,
        subject: say`it speeds up`,
        more: say`harder`,
        less: say`softer`,
        percent: true,
      },
      braking: {
        name: say`braking`,
        subject: say`it brakes`,
        more: say`harder`,
        less: say`softer`,
        percent: true,
      },
      coasting: {
        name: say`rolling out`,
        subject: say`it slows down when it rolls`,
        more: say`harder`,
        less: say`softer`,
        percent: true,
      },
    },
    program: {
      commandDelay: {
        name: say`delay to the motors`,
        subject: say`commands take`,
        more: say`longer`,
        less: say`less`,
      },
    },
    gyro: {
      scale: {
        name: say`scale of the gyro`,
        subject: say`the gyro reads`,
        more: say`more than it turns`,
        less: say`less than it turns`,
        percent: true,
      },
      latency: {
        name: say`how late the gyro is`,
        subject: say`the gyro is`,
        more: say`later`,
        less: say`sooner`,
      },
      bias: {
        name: say`drift of the gyro`,
        subject: say`the gyro drifts`,
        more: say`more to the left`,
        less: say`more to the right`,
      },
    },
    range: rangeWords(say`the range sensor`),
    rangeSide: rangeWords(say`the side range sensor`),
    light: {
      dark: {
        name: say`what dark reads`,
        subject: say`dark reads`,
        more: say`lighter`,
        less: say`darker`,
      },
      light: {
        name: say`what light reads`,
        subject: say`light reads`,
        more: say`lighter`,
        less: say`darker`,
      },
      firstX: sits(say`the first light sensor`, 'ahead'),
      firstY: sits(say`the first light sensor`, 'aside'),
      secondX: sits(say`the second light sensor`, 'ahead'),
      secondY: sits(say`the second light sensor`, 'aside'),
    },
    colour: {
      x: sits(say`the colour sensor`, 'ahead'),
      y: sits(say`the colour sensor`, 'aside'),
    },
    battery: {
      speedFollows: {
        name: say`how the speed follows the battery`,
        subject: say`the speed follows the battery`,
        more: say`more`,
        less: say`less`,
        percent: true,
      },
    },
  };
}

/** How a start is put down otherwise than drawn. */
function startWords(): Record<string, readonly [more: string, less: string]> {
  return {
    along: [say`further on`, say`further back`],
    left: [say`further left`, say`further right`],
    turned: [say`turned to the left`, say`turned to the right`],
  };
}

function wordsOf(path: string): NumberWords | undefined {
  const [group, name] = path.split('.') as [string, string];
  return allWords()[group]?.[name];
}

/** A number that may be off, in a few words for a list; also a put-down. */
export function causeName(cause: string): string {
  if (cause.startsWith('start.')) return say`how it is put down`;
  return wordsOf(cause)?.name ?? inSentence(numberEntryOf(cause).label);
}

/** By how much a number is off, in words: “the wheels are 0.9 % larger”. */
export function causeWords(cause: string, deviation: number, setup: RobotParameters): string {
  const start = /^start\.(.*)\.(along|left|turned)$/.exec(cause);
  if (start !== null) {
    const axis = start[2]!;
    const [more, less] = startWords()[axis]!;
    const size = formatQuantity(Math.abs(deviation), axis === 'turned' ? 'angle' : 'length', 1);
    return say`it is put down ${size} ${deviation > 0 ? more : less}`;
  }
  const { kind, digits } = numberEntryOf(cause);
  const words = wordsOf(cause);
  const value = setupValue(setup, cause) as number;
  const percent = words?.percent === true && value !== 0;
  const size = percent
    ? formatQuantity(Math.abs(deviation / value), 'share', 1)
    : formatQuantity(Math.abs(deviation), kind, digits);
  if (words === undefined) return say`${causeName(cause)} is ${size} off`;
  return `${words.subject} ${size} ${deviation > 0 ? words.more : words.less}`;
}
