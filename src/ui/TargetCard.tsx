import { useId, useRef, type PointerEvent } from 'react';
import type { CardRun } from '../contracts/story.ts';
import type { Ellipse } from '../core/analysis/runs/summary.ts';
import { zoneReach, type Offset, type Zone } from '../core/field/field.ts';
import { formatNumber } from '../core/mathematics/quantity.ts';
import styles from './TargetCard.module.css';
import { useKeys } from './useKeys.ts';
import { useZoom, zoomKeys, type Box, type Zoom } from './zoom/useZoom.ts';
import { ZoomButtons } from './zoom/ZoomButtons.tsx';
import frame from './zoom/ZoomButtons.module.css';

/** A run on the card. */
export interface ShownRun extends CardRun {
  /** A run of the set before, which stands back. */
  earlier?: boolean;
}

interface TargetCardProps {
  zone: Zone;
  title: string;
  runs: readonly ShownRun[];
  /** Region for future runs, hatched. */
  region?: Ellipse | null;
  /** Region after an aim, dotted. */
  forecast?: Ellipse | null;
  mean?: Offset | null;
  /** Simulated runs, as dots. */
  cloud?: readonly Offset[] | null;
  /** The mark that is being put down, with its heading; null shows none. */
  mark?: Offset | null;
  onMark?: (mark: Offset) => void;
  /** Numbers beside the crosses. */
  numbered?: boolean;
  /** Whether it can be enlarged; on paper nothing can. */
  enlarges?: boolean;
}

/** Distance of the heading's handle from the cross, as a share of the card. */
const HANDLE = 0.36;

/**
 * The zone of a model to scale, seen along the robot's arrival: up is far, right is right. With
 * `onMark` a press puts the cross down, and the round handle turns its heading.
 */
export function TargetCard(props: TargetCardProps) {
  const {
    zone,
    title,
    runs,
    region,
    forecast,
    mean,
    cloud,
    mark,
    onMark,
    numbered,
    enlarges = true,
  } = props;
  const hatch = useId();
  const turning = useRef(false);
  const reach = reachOf(props);
  const box = boxOf(reach);
  const zoom = useZoom(box);
  const step = reach > 90 ? 50 : reach > 40 ? 20 : 10;
  const lines = Array.from(
    { length: 2 * Math.floor(reach / step) + 1 },
    (_, i) => (i - Math.floor(reach / step)) * step,
  );
  const cross = reach * 0.028;
  const font = reach * 0.052;
  const x = (left: number) => -left;
  const y = (along: number) => -along;

  const point = (event: PointerEvent<SVGSVGElement>) => {
    const matrix = zoom.content.current?.getScreenCTM() ?? null;
    // The middle button pushes the card about.
    if (onMark === undefined || matrix === null || event.buttons !== 1) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const clamp = (value: number) => Math.round(Math.max(-reach, Math.min(reach, value)));
    if (turning.current && mark) {
      // Straight up is no turn; the handle leans to the side the robot has turned to.
      const turned = -Math.atan2(at.x - x(mark.left), y(mark.along) - at.y);
      const degree = Math.PI / 180;
      onMark({ ...mark, turned: Math.round(turned / degree) * degree });
    } else {
      onMark({ along: clamp(-at.y), left: clamp(-at.x), turned: mark?.turned ?? 0 });
    }
  };

  return (
    <div className={frame['frame']}>
      <svg
        ref={zoom.svg}
        className={styles['card']}
        viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
        role="img"
        aria-label={`${title}: the zone to scale with ${runs.length} runs`}
        onPointerDown={(event) => {
          if (onMark === undefined) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          point(event);
        }}
        onPointerMove={point}
        onPointerUp={() => (turning.current = false)}
      >
        <defs>
          <pattern
            id={hatch}
            width={reach * 0.04}
            height={reach * 0.04}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(-60)"
          >
            <line
              x1="0"
              y1="0"
              x2={reach * 0.04}
              y2="0"
              stroke="var(--teal)"
              strokeOpacity="0.4"
              strokeWidth={reach * 0.006}
            />
          </pattern>
        </defs>
        <g ref={zoom.content}>
          {lines.map((at) => (
            <g key={at}>
              <line
                className={styles[at === 0 ? 'axis' : 'grid']}
                x1={at}
                x2={at}
                y1={-reach}
                y2={reach}
              />
              <line
                className={styles[at === 0 ? 'axis' : 'grid']}
                y1={at}
                y2={at}
                x1={-reach}
                x2={reach}
              />
              <text
                className={styles['label']}
                fontSize={font}
                x={at}
                y={reach * 1.08}
                textAnchor="middle"
              >
                {formatNumber(at, 0)}
              </text>
            </g>
          ))}
          <text className={styles['words']} fontSize={font} x={-reach} y={reach * 1.18}>
            {title}, tool point, mm. Up is the way the robot arrives.
          </text>
          {region && (
            <EllipseMark ellipse={region} className={styles['region']} fill={`url(#${hatch})`} />
          )}
          {forecast && (
            <EllipseMark ellipse={forecast} className={styles['forecast']} fill="none" />
          )}
          {cloud?.map(({ along, left }, i) => (
            <circle key={i} className={styles['dot']} r={cross * 0.3} cx={x(left)} cy={y(along)} />
          ))}
          {zone.shape.kind === 'circle' ? (
            <circle className={styles['zone']} r={zone.shape.radius} />
          ) : (
            <polygon
              className={styles['zone']}
              points={zone.shape.corners.map((corner) => `${x(corner.y)},${y(corner.x)}`).join(' ')}
            />
          )}
          {mean && (
            <g>
              <line
                className={styles['shift']}
                x1={0}
                y1={0}
                x2={x(mean.left)}
                y2={y(mean.along)}
              />
              <circle
                className={styles['middle']}
                r={cross * 0.75}
                cx={x(mean.left)}
                cy={y(mean.along)}
              />
            </g>
          )}
          <circle className={styles['target']} r={cross * 0.75} />
          {runs.map((run) => (
            <RunMark
              key={run.id}
              run={run}
              size={cross}
              numbered={numbered === true}
              font={font * 0.9}
            />
          ))}
          {mark && (
            <g
              transform={`translate(${x(mark.left)} ${y(mark.along)}) rotate(${(-mark.turned * 180) / Math.PI})`}
            >
              <line className={styles['heading']} x1={0} y1={0} x2={0} y2={-HANDLE * reach} />
              <path
                className={styles['mark']}
                d={`M${-2 * cross},0h${4 * cross}M0,${-2 * cross}v${4 * cross}`}
              />
              <circle
                className={styles['handle']}
                r={cross * 1.9}
                cy={-HANDLE * reach}
                onPointerDown={() => (turning.current = true)}
              />
            </g>
          )}
        </g>
      </svg>
      {enlarges && <Enlarging zoom={zoom} />}
    </div>
  );
}

/** The buttons and the keys by which a card is enlarged. */
function Enlarging({ zoom }: { zoom: Zoom }) {
  useKeys(zoomKeys(zoom));
  return <ZoomButtons zoom={zoom} />;
}

interface RunMarkProps {
  run: ShownRun;
  size: number;
  font: number;
  numbered: boolean;
}

function RunMark({ run, size, font, numbered }: RunMarkProps) {
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
          {run.setAside ? 'set aside' : run.number}
        </text>
      )}
    </g>
  );
}

function EllipseMark({
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

/** The card about its zone, with room for its numbers and words below. */
function boxOf(reach: number): Box {
  return { x: -1.12 * reach, y: -1.06 * reach, width: 2.24 * reach, height: 2.3 * reach };
}

/** Room round the zone, more where a mark is put down, and round what lies farthest out, as shares. */
const ROOM_ROUND_ZONE = 1.3;
const ROOM_FOR_MARKS = 2;
const ROOM_ROUND_REST = 1.1;
/** Beyond so many zones nothing widens the card: one run that went astray would leave the others a dot. */
const MOST_ZONES = 6;

/** Half the width of the card, mm: what is on it fits, and it is no wider than that. */
function reachOf({ zone, runs, region, forecast, mean, onMark }: TargetCardProps): number {
  const places = [...runs, ...(mean == null ? [] : [mean])];
  const ellipses = [region, forecast].filter((one) => one != null);
  const farthest = Math.max(
    0,
    ...places.map(({ along, left }) => Math.max(Math.abs(along), Math.abs(left))),
    ...ellipses.map(({ along, left, major }) => Math.max(Math.abs(along), Math.abs(left)) + major),
  );
  const own = zoneReach(zone);
  const wanted = Math.max(
    (onMark === undefined ? ROOM_ROUND_ZONE : ROOM_FOR_MARKS) * own,
    Math.min(ROOM_ROUND_REST * farthest, MOST_ZONES * own),
  );
  return Math.ceil(wanted / 10) * 10;
}
