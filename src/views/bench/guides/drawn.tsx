import type { ReactNode } from 'react';
import styles from './Guides.module.css';

/** Parts of the line drawings of benches, all seen from above, in a frame of 320 by 170. */

interface At {
  x: number;
  y: number;
}

/** The frame of a drawing, and what it shows to whoever cannot see it. */
export function Drawing({ shows, children }: { shows: string; children: ReactNode }) {
  return (
    <svg className={styles['drawing']} viewBox="0 0 320 170" role="img" aria-label={shows}>
      {children}
    </svg>
  );
}

interface BotProps extends At {
  /** Degrees clockwise from up the page. */
  turn?: number;
  /** Where it was, or will be. */
  ghost?: boolean;
}

/** The robot, its axle's middle at the place. */
export function Bot({ x, y, turn = 0, ghost = false }: BotProps) {
  return (
    <g
      className={ghost ? styles['ghost'] : styles['bot']}
      transform={`translate(${x} ${y}) rotate(${turn})`}
    >
      <rect x={-19} y={-34} width={38} height={48} rx={2} />
      <rect x={-25} y={-11} width={7} height={22} className={styles['wheel']} />
      <rect x={18} y={-11} width={7} height={22} className={styles['wheel']} />
      <path d="M-7 -24 L0 -31 L7 -24" />
    </g>
  );
}

/** A wall or a border, hatched on its far side; along the page, or up it. */
export function Wall({ x, y, length, up = false }: At & { length: number; up?: boolean }) {
  const ticks = Array.from({ length: Math.floor(length / 10) + 1 }, (_, i) => i * 10);
  return (
    <g className={styles['wall']}>
      <path d={up ? `M${x} ${y}v${length}` : `M${x} ${y}h${length}`} />
      {ticks.map((at) => (
        <path
          key={at}
          className={styles['thin']}
          d={up ? `M${x} ${y + at}l6 -6` : `M${x + at} ${y}l6 -6`}
        />
      ))}
    </g>
  );
}

interface SpanProps {
  from: At;
  to: At;
}

/** What is measured: a line with an end at both, and its words. */
export function Measured({ from, to, label }: SpanProps & { label?: string }) {
  const angle = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  const upright = from.x === to.x;
  return (
    <g className={styles['measured']}>
      <path d={`M${from.x} ${from.y}L${to.x} ${to.y}`} />
      {[from, to].map(({ x, y }, i) => (
        <path key={i} d="M0 -5v10" transform={`translate(${x} ${y}) rotate(${angle})`} />
      ))}
      {label !== undefined && (
        <text
          x={(from.x + to.x) / 2 - (upright ? 9 : 0)}
          y={(from.y + to.y) / 2 + (upright ? 4 : -7)}
          textAnchor={upright ? 'end' : 'middle'}
        >
          {label}
        </text>
      )}
    </g>
  );
}

/** The way it goes, with an arrow at its end. `bend` is where a curve is drawn to. */
export function Way({ from, to, bend }: SpanProps & { bend?: At }) {
  const last = bend ?? from;
  const angle = (Math.atan2(to.y - last.y, to.x - last.x) * 180) / Math.PI;
  const middle = bend === undefined ? 'L' : `Q${bend.x} ${bend.y} `;
  return (
    <g className={styles['way']}>
      <path d={`M${from.x} ${from.y}${middle}${to.x} ${to.y}`} />
      <path d="M-8 -5L0 0L-8 5" transform={`translate(${to.x} ${to.y}) rotate(${angle})`} />
    </g>
  );
}

/** A turn about a place, clockwise from one angle to another: degrees from up the page. */
export function Around(props: At & { radius: number; from: number; to: number }) {
  const { x, y, radius, from, to } = props;
  const place = (angle: number) => ({
    x: x + radius * Math.sin((angle * Math.PI) / 180),
    y: y - radius * Math.cos((angle * Math.PI) / 180),
  });
  const [a, b] = [place(from), place(to)];
  const clockwise = to > from;
  const large = Math.abs(to - from) > 180 ? 1 : 0;
  return (
    <g className={styles['way']}>
      <path
        d={`M${a.x} ${a.y}A${radius} ${radius} 0 ${large} ${clockwise ? 1 : 0} ${b.x} ${b.y}`}
      />
      <path
        d="M-8 -5L0 0L-8 5"
        transform={`translate(${b.x} ${b.y}) rotate(${to + (clockwise ? -8 : 188)})`}
      />
    </g>
  );
}

/** A mark on the table. */
export function Mark({ x, y }: At) {
  return <path className={styles['mark']} d={`M${x - 8} ${y}h16M${x} ${y - 8}v16`} />;
}

/** A tape, its graduation downwards. */
export function Tape({ x, y, length, up = false }: At & { length: number; up?: boolean }) {
  const ticks = Array.from({ length: Math.floor(length / 8) }, (_, i) => (i + 1) * 8);
  return (
    <g className={styles['tape']} transform={`translate(${x} ${y}) rotate(${up ? -90 : 0})`}>
      <rect width={length} height={14} />
      {ticks.map((at, i) => (
        <path key={at} className={styles['thin']} d={`M${at} 0v${i % 5 === 4 ? 9 : 5}`} />
      ))}
    </g>
  );
}

/** A hand that comes from below, its finger tips at the place. */
export function Hand({ x, y, turn = 0 }: At & { turn?: number }) {
  return (
    <path
      className={styles['hand']}
      transform={`translate(${x} ${y}) rotate(${turn})`}
      d="M-10 44V20l-6 -8c-2 -4 3 -7 6 -3l4 5V-2c0 -5 7 -5 7 0v10v-12c0 -5 7 -5 7 0v13v-9c0 -5 7 -5 7 0v11c4 -3 5 0 5 3v12c0 8 -4 12 -4 18"
    />
  );
}

/** A hand that is not to be there. */
export function HandsOff({ x, y }: At) {
  return (
    <g>
      <Hand x={x} y={y} />
      <path className={styles['no']} d={`M${x - 18} ${y + 44}L${x + 24} ${y - 8}`} />
    </g>
  );
}

/** A patch that a sensor looks at; a dark line, light table, or a colour. */
export function Patch({ x, y, fill, words }: At & { fill: string; words: string }) {
  return (
    <g>
      <rect className={styles['patch']} x={x} y={y} width={64} height={44} fill={fill} />
      <text x={x + 32} y={y + 60} textAnchor="middle">
        {words}
      </text>
    </g>
  );
}

/** A pack with so many of four quarters left. */
export function Pack({ x, y, quarters }: At & { quarters: number }) {
  return (
    <g className={styles['bot']}>
      <rect x={x} y={y} width={36} height={60} rx={2} />
      <rect x={x + 12} y={y - 6} width={12} height={6} />
      {Array.from({ length: quarters }, (_, i) => (
        <rect
          key={i}
          className={styles['wheel']}
          x={x + 5}
          y={y + 47 - 13 * i}
          width={26}
          height={8}
        />
      ))}
    </g>
  );
}

/** What is read off a display. */
export function Says({ x, y, text }: At & { text: string }) {
  return (
    <g className={styles['says']}>
      <rect x={x - 38} y={y - 16} width={76} height={32} rx={2} />
      <text x={x} y={y + 7} textAnchor="middle">
        {text}
      </text>
    </g>
  );
}

/** The beam of a sensor, from a place up the page or to a side. */
export function Beam({ from, to, width }: SpanProps & { width: number }) {
  const angle = Math.atan2(to.y - from.y, to.x - from.x) + Math.PI / 2;
  const [x, y] = [(Math.cos(angle) * width) / 2, (Math.sin(angle) * width) / 2];
  return (
    <path
      className={styles['beam']}
      d={`M${from.x} ${from.y}L${to.x + x} ${to.y + y}L${to.x - x} ${to.y - y}Z`}
    />
  );
}

export function Words({ x, y, children }: At & { children: ReactNode }) {
  return (
    <text className={styles['words']} x={x} y={y} textAnchor="middle">
      {children}
    </text>
  );
}
