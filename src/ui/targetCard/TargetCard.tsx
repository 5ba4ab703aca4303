import { useId, useRef, type PointerEvent } from 'react';
import type { Ellipse } from '../../core/analysis/runs/summary.ts';
import type { Offset, Zone } from '../../core/field/field.ts';
import { CardGrid, CardHatch, CardZone } from './CardGround.tsx';
import { EllipseMark, HeldMark, MiddleMark, RunMark } from './CardMarks.tsx';
import { boxOf, reachOf } from './reach.ts';
import type { ShownRun } from './shownRun.ts';
import styles from './TargetCard.module.css';
import { useKeys } from '../useKeys.ts';
import { useZoom, zoomKeys, type Zoom } from '../zoom/useZoom.ts';
import { ZoomButtons } from '../zoom/ZoomButtons.tsx';
import frame from '../zoom/ZoomButtons.module.css';
import { say } from '../../core/language/say.ts';

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

/**
 * The zone of a model to scale, seen along the robot's arrival: up is far, right is right. With
 * `onMark` a press puts the cross down, and the round handle turns its heading.
 */
export function TargetCard(props: TargetCardProps) {
  const { zone, title, runs, mark = null, onMark, numbered = false, enlarges = true } = props;
  const { region = null, forecast = null, mean = null, cloud = null } = props;
  const hatch = useId();
  const turning = useRef(false);
  const reach = reachOf({ zone, runs, region, forecast, mean, marked: onMark !== undefined });
  const box = boxOf(reach);
  const zoom = useZoom(box);
  const cross = reach * 0.028;
  const font = reach * 0.052;

  const point = (event: PointerEvent<SVGSVGElement>) => {
    const matrix = zoom.content.current?.getScreenCTM() ?? null;
    // The middle button pushes the card about.
    if (onMark === undefined || matrix === null || event.buttons !== 1) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const clamp = (value: number) => Math.round(Math.max(-reach, Math.min(reach, value)));
    if (turning.current && mark !== null) {
      // Straight up is no turn; the handle leans to the side the robot has turned to.
      const turned = -Math.atan2(at.x + mark.left, -mark.along - at.y);
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
        aria-label={say`${title}: the zone to scale with ${runs.length} runs`}
        onPointerDown={(event) => {
          if (onMark === undefined) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          point(event);
        }}
        onPointerMove={point}
        onPointerUp={() => (turning.current = false)}
      >
        <CardHatch id={hatch} reach={reach} />
        <g ref={zoom.content}>
          <CardGrid title={title} reach={reach} font={font} />
          {region !== null && (
            <EllipseMark ellipse={region} className={styles['region']} fill={`url(#${hatch})`} />
          )}
          {forecast !== null && (
            <EllipseMark ellipse={forecast} className={styles['forecast']} fill="none" />
          )}
          {cloud?.map(({ along, left }, i) => (
            <circle key={i} className={styles['dot']} r={cross * 0.3} cx={-left} cy={-along} />
          ))}
          <CardZone shape={zone.shape} />
          {mean !== null && <MiddleMark at={mean} size={cross} />}
          <circle className={styles['target']} r={cross * 0.75} />
          {runs.map((run) => (
            <RunMark key={run.id} run={run} size={cross} numbered={numbered} font={font * 0.9} />
          ))}
          {mark !== null && (
            <HeldMark
              mark={mark}
              size={cross}
              reach={reach}
              onTurn={() => (turning.current = true)}
            />
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
