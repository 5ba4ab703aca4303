import { rectangle } from '../../core/mathematics/polygon.ts';
import { formatShown } from '../../core/mathematics/quantity.ts';
import { rulerValue, setupOf, type Beginning, type RulerPath } from './beginning.ts';
import styles from './BeginView.module.css';
import { say } from '../../core/language/say.ts';

interface RulerDrawingProps {
  beginning: Pick<Beginning, 'ruler'>;
  onPress: (path: RulerPath) => void;
}

const SIZE = 420;

/** The robot from above with the lengths that a ruler gives; a press on one opens its number. Dashed is not measured yet. */
export function RulerDrawing({ beginning, onPress }: RulerDrawingProps) {
  const { body, drive } = setupOf(beginning);
  const long = Math.max(body.ahead, body.toolX) + body.behind;
  const wide = Math.max(body.width, drive.track + 20);
  const scale = Math.min((SIZE - 170) / wide, (SIZE - 90) / long);
  const front = Math.max(body.ahead, body.toolX);
  const at = (x: number, y: number) => ({
    x: SIZE / 2 - y * scale,
    y: 46 + (front - x) * scale,
  });
  const shape = (corners: { x: number; y: number }[]) =>
    corners
      .map(({ x, y }) => at(x, y))
      .map(({ x, y }) => `${x},${y}`)
      .join(' ');
  const wheel = (side: number) =>
    rectangle(-drive.wheelDiameter / 2, (side * drive.track) / 2 - 8, drive.wheelDiameter, 16);
  const left = at(0, wide / 2).x - 26;
  const right = at(0, -wide / 2).x + 26;
  const [axle, nose, tail, tool] = [
    at(0, 0),
    at(body.ahead, 0),
    at(-body.behind, 0),
    at(body.toolX, 0),
  ];
  const lengths: { path: RulerPath; from: Place; to: Place; words: Place }[] = [
    {
      path: 'drive.track',
      from: at(0, drive.track / 2),
      to: at(0, -drive.track / 2),
      words: { x: axle.x, y: axle.y - 8 },
    },
    {
      path: 'drive.wheelDiameter',
      from: { x: left + 14, y: at(drive.wheelDiameter / 2, 0).y },
      to: { x: left + 14, y: at(-drive.wheelDiameter / 2, 0).y },
      words: { x: left - 24, y: axle.y + 5 },
    },
    {
      path: 'body.width',
      from: { x: at(0, body.width / 2).x, y: tail.y + 24 },
      to: { x: at(0, -body.width / 2).x, y: tail.y + 24 },
      words: { x: axle.x, y: tail.y + 44 },
    },
    {
      path: 'body.ahead',
      from: { x: right, y: axle.y },
      to: { x: right, y: nose.y },
      words: { x: right + 30, y: (axle.y + nose.y) / 2 + 5 },
    },
    {
      path: 'body.behind',
      from: { x: right, y: axle.y },
      to: { x: right, y: tail.y },
      words: { x: right + 30, y: (axle.y + tail.y) / 2 + 5 },
    },
    {
      path: 'body.toolX',
      from: { x: axle.x + 26, y: axle.y },
      to: { x: axle.x + 26, y: tool.y },
      words: { x: axle.x + 56, y: tool.y - 6 },
    },
  ];
  return (
    <svg className={styles['ruler']} viewBox={`0 0 ${SIZE} ${SIZE}`} role="group">
      <title>{say`The robot from above`}</title>
      <polygon
        className={styles['body']}
        points={shape(
          rectangle(-body.behind, -body.width / 2, body.ahead + body.behind, body.width),
        )}
      />
      <polygon className={styles['wheel']} points={shape(wheel(1))} />
      <polygon className={styles['wheel']} points={shape(wheel(-1))} />
      <line className={styles['tool']} x1={nose.x} y1={nose.y} x2={tool.x} y2={tool.y} />
      <circle className={styles['tool']} cx={tool.x} cy={tool.y} r={7} />
      {lengths.map(({ path, from, to, words }) => (
        <g
          key={path}
          className={styles[path in beginning.ruler ? 'known' : 'open']}
          onClick={() => onPress(path)}
        >
          <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
          <rect x={words.x - 30} y={words.y - 18} width={60} height={24} />
          <text x={words.x} y={words.y} textAnchor="middle">
            {formatShown(rulerValue(beginning, path), 'length', 0)}
          </text>
        </g>
      ))}
    </svg>
  );
}

interface Place {
  x: number;
  y: number;
}
