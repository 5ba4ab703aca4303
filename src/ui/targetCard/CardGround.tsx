import type { Zone } from '../../core/field/field.ts';
import { formatNumber, shownValue, unitOf } from '../../core/mathematics/quantity.ts';
import styles from './TargetCard.module.css';
import { say } from '../../core/language/say.ts';

interface CardGridProps {
  title: string;
  /** Half the width of the card, mm. */
  reach: number;
  font: number;
}

/** Round numbers of the team’s unit of length: the lines lie this far apart, and at most five to a side. */
const STEPS = [0.25, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500] as const;
const MOST = 4.5;

/** The lines of the card with their lengths, and what it shows in words. */
export function CardGrid({ title, reach, font }: CardGridProps) {
  const unit = 1 / shownValue(1, 'length');
  const step = unit * (STEPS.find((one) => reach <= MOST * one * unit) ?? STEPS.at(-1)!);
  const most = Math.floor(reach / step);
  const lines = Array.from({ length: 2 * most + 1 }, (_, i) => (i - most) * step);
  return (
    <>
      {lines.map((at) => {
        const look = styles[at === 0 ? 'axis' : 'grid'];
        return (
          <g key={at}>
            <line className={look} x1={at} x2={at} y1={-reach} y2={reach} />
            <line className={look} y1={at} y2={at} x1={-reach} x2={reach} />
            <text
              className={styles['label']}
              fontSize={font}
              x={at}
              y={reach * 1.08}
              textAnchor="middle"
            >
              {formatNumber(shownValue(at, 'length'), 2)}
            </text>
          </g>
        );
      })}
      <text
        className={styles['words']}
        fontSize={font}
        x={-reach}
        y={reach * 1.18}
      >{say`${title}, tool point, ${unitOf('length')}. Up is the way the robot arrives.`}</text>
    </>
  );
}

export function CardZone({ shape }: Pick<Zone, 'shape'>) {
  return shape.kind === 'circle' ? (
    <circle className={styles['zone']} r={shape.radius} />
  ) : (
    <polygon
      className={styles['zone']}
      points={shape.corners.map(({ x, y }) => `${-y},${-x}`).join(' ')}
    />
  );
}

/** The hatching of a region. */
export function CardHatch({ id, reach }: { id: string; reach: number }) {
  const step = reach * 0.04;
  return (
    <defs>
      <pattern
        id={id}
        width={step}
        height={step}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-60)"
      >
        <line
          x1="0"
          y1="0"
          x2={step}
          y2="0"
          stroke="var(--teal)"
          strokeOpacity="0.4"
          strokeWidth={reach * 0.006}
        />
      </pattern>
    </defs>
  );
}
