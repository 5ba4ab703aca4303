import type { Ellipse } from '../../core/analysis/runs/summary.ts';
import type { Offset } from '../../core/field/field.ts';
import type { ShownRun } from './shownRun.ts';
import styles from './TargetCard.module.css';
import { say } from '../../core/language/say.ts';

/** Distance of the heading's handle from the cross, as a share of the card. */
const HANDLE = 0.36;

interface RunMarkProps {
  run: ShownRun;
  size: number;
  font: number;
  numbered: boolean;
}

/** A run: a cross, with a ring when it missed, its number, and why it does not count. */
export function RunMark({ run, size, font, numbered }: RunMarkProps) {
  const d = run.setAside
    ? `M${-size},${-size}l${2 * size},${2 * size}M${-size},${size}l${2 * size},${-2 * size}`
    : `M${-size},0h${2 * size}M0,${-size}v${2 * size}`;
  return (
    <g transform={`translate(${-run.left} ${-run.along})`}>
      <path
        className={styles[run.setAside ? 'aside' : run.earlier === true ? 'earlier' : 'cross']}
        d={d}
      />
      {!run.hit && !run.setAside && <circle className={styles['miss']} r={size * 1.7} />}
      {numbered && run.earlier !== true && (
        <text
          className={styles[run.setAside ? 'words' : 'number']}
          fontSize={font}
          x={size}
          y={-size * 1.1}
        >
          {run.setAside ? say`set aside` : run.number}
        </text>
      )}
    </g>
  );
}

/** A region for runs. */
export function EllipseMark({
  ellipse,
  className,
  fill,
}: {
  ellipse: Ellipse;
  className: string | undefined;
  fill: string;
}) {
  // The first half axis points `direction` from along to left: up and then to the left on the card.
  const angle = -90 - (ellipse.direction * 180) / Math.PI;
  return (
    <ellipse
      className={className}
      style={{ fill }}
      rx={ellipse.major}
      ry={ellipse.minor}
      transform={`translate(${-ellipse.left} ${-ellipse.along}) rotate(${angle})`}
    />
  );
}

/** The middle of the runs, and how far it is off. */
export function MiddleMark({ at, size }: { at: Offset; size: number }) {
  const [x, y] = [-at.left, -at.along];
  return (
    <g>
      <line className={styles['shift']} x1={0} y1={0} x2={x} y2={y} />
      <circle className={styles['middle']} r={size * 0.75} cx={x} cy={y} />
    </g>
  );
}

interface HeldMarkProps {
  mark: Offset;
  size: number;
  reach: number;
  onTurn: () => void;
}

/** The mark that is being put down; its round handle turns its heading. */
export function HeldMark({ mark, size, reach, onTurn }: HeldMarkProps) {
  const degrees = (-mark.turned * 180) / Math.PI;
  return (
    <g transform={`translate(${-mark.left} ${-mark.along}) rotate(${degrees})`}>
      <line className={styles['heading']} x1={0} y1={0} x2={0} y2={-HANDLE * reach} />
      <path
        className={styles['mark']}
        d={`M${-2 * size},0h${4 * size}M0,${-2 * size}v${4 * size}`}
      />
      <circle
        className={styles['handle']}
        r={size * 1.9}
        cy={-HANDLE * reach}
        onPointerDown={onTurn}
      />
    </g>
  );
}
