import type { Robot } from '../contracts/robots.ts';
import { sourceWords } from '../contracts/sourceWords.ts';
import { rectangle } from '../core/mathematics/polygon.ts';
import { formatQuantity } from '../core/mathematics/quantity.ts';
import { numberEntryOf, setupValue, type RobotParameters } from '../core/robot/parameters.ts';
import { spreadOf } from '../core/robot/knowledge.ts';
import styles from './RobotDrawing.module.css';
import { say } from '../core/language/say.ts';

interface RobotDrawingProps {
  robot: Robot;
  /** Where a part leads that is pressed. */
  to: (bench: string) => string;
}

/** A part of the drawing: what it is called, the number that says how it is known, and where it is measured. */
interface Part {
  path: string;
  label: string;
  bench: string;
  /** Where on the robot, mm from the middle of the axle, ahead and left; and to which side its words stand. */
  at: (setup: RobotParameters) => { x: number; y: number };
  side: 'left' | 'right';
}

const PARTS: readonly Part[] = [
  {
    path: 'drive.wheelDiameter',
    get label() {
      return say`wheels`;
    },
    bench: 'wheels',
    at: ({ drive }) => ({ x: 0, y: drive.track / 2 }),
    side: 'left',
  },
  {
    path: 'gyro.bias',
    get label() {
      return say`gyro drift`;
    },
    bench: 'rest',
    at: () => ({ x: -25, y: 0 }),
    side: 'left',
  },
  {
    path: 'drive.track',
    get label() {
      return say`track`;
    },
    bench: 'track',
    at: ({ drive }) => ({ x: -8, y: -drive.track / 2 }),
    side: 'left',
  },
  {
    path: 'range.offset',
    get label() {
      return say`range is off by`;
    },
    bench: 'range',
    at: ({ range }) => range,
    side: 'right',
  },
  {
    path: 'light.threshold',
    get label() {
      return say`light, dark below`;
    },
    bench: 'light',
    at: ({ light }) => ({ x: light.firstX, y: light.firstY }),
    side: 'right',
  },
  {
    path: 'gyro.latency',
    get label() {
      return say`gyro late by`;
    },
    bench: 'turn',
    at: () => ({ x: 12, y: 0 }),
    side: 'right',
  },
];

const WIDTH = 520;
const HEIGHT = 250;
/** Room for the words beside the robot. */
const WORDS = 168;

/**
 * The robot from above, to scale, as far as it is known: a part with a solid line is measured and says ± how well, a
 * dashed one is a starting value. A part leads to where it is measured.
 */
export function RobotDrawing({ robot, to }: RobotDrawingProps) {
  const { setup, sources } = robot.setup;
  const { body, drive } = setup;
  const long = body.ahead + body.behind;
  const scale = Math.min((WIDTH - 2 * WORDS) / body.width, (HEIGHT - 40) / long);
  // The robot looks up the page: ahead is up, left is left.
  const drawn = ({ x, y }: { x: number; y: number }) => ({
    x: WIDTH / 2 - y * scale,
    y: 20 + (body.ahead - x) * scale,
  });
  const corners = (shape: { x: number; y: number }[]) =>
    shape
      .map(drawn)
      .map(({ x, y }) => `${x},${y}`)
      .join(' ');
  const wheel = (side: number) =>
    rectangle(-drive.wheelDiameter / 2, (side * drive.track) / 2 - 7, drive.wheelDiameter, 14);
  return (
    <svg className={styles['robot']} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="group">
      <title>{say`${robot.name} from above`}</title>
      <polygon
        className={styles['body']}
        points={corners(rectangle(-body.behind, -body.width / 2, long, body.width))}
      />
      <polygon className={styles['wheel']} points={corners(wheel(1))} />
      <polygon className={styles['wheel']} points={corners(wheel(-1))} />
      {(['left', 'right'] as const).flatMap((side) =>
        partsOn(side, setup).map((part, i, all) => (
          <PartMark
            key={part.path}
            part={part}
            setup={setup}
            source={sources[part.path]}
            place={drawn(part.at(setup))}
            words={{
              x: side === 'left' ? 0 : WIDTH,
              y: 44 + (i * (HEIGHT - 70)) / Math.max(1, all.length - 1),
            }}
            href={to(part.bench)}
          />
        )),
      )}
    </svg>
  );
}

/** The parts whose words stand on a side, the foremost first: so their lines do not cross. */
function partsOn(side: Part['side'], setup: RobotParameters): Part[] {
  return PARTS.filter((part) => part.side === side).sort((a, b) => b.at(setup).x - a.at(setup).x);
}

interface PartMarkProps {
  part: Part;
  setup: RobotParameters;
  source: Robot['setup']['sources'][string] | undefined;
  place: { x: number; y: number };
  words: { x: number; y: number };
  href: string;
}

function PartMark({ part, setup, source, place, words, href }: PartMarkProps) {
  const value = Number(setupValue(setup, part.path));
  const spread = spreadOf(setup, part.path, source);
  const measured = source !== undefined && source.kind !== 'typed';
  const left = part.side === 'left';
  const { kind, digits } = numberEntryOf(part.path);
  const shown = formatQuantity(value, kind, digits);
  const near = spread > 0 ? ` ± ${formatQuantity(2 * spread, kind, digits)}` : '';
  const end = left ? WORDS - 12 : WIDTH - WORDS + 12;
  return (
    <a className={styles[measured ? 'measured' : 'starting']} href={href}>
      <title>{say`${part.label}: ${sourceWords(source)}. Press to measure it.`}</title>
      <polyline points={`${place.x},${place.y} ${end},${words.y - 5} ${words.x},${words.y - 5}`} />
      <circle cx={place.x} cy={place.y} r={5} />
      <rect x={left ? 0 : WIDTH - WORDS} y={words.y - 26} width={WORDS} height={44} />
      <text x={words.x} y={words.y - 10} textAnchor={left ? 'start' : 'end'}>
        {part.label}
      </text>
      <text
        className={styles['value']}
        x={words.x}
        y={words.y + 10}
        textAnchor={left ? 'start' : 'end'}
      >
        {shown}
        {near}
      </text>
    </a>
  );
}
