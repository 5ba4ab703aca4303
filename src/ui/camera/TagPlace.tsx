import { useEffect, useRef, useState } from 'react';
import { placeOfTag, tagOn, type FoundPlace } from '../../core/camera/robotTag.ts';
import { degrees, wrapAngle } from '../../core/mathematics/angle.ts';
import type { Pose } from '../../core/mathematics/pose.ts';
import { formatNumber, formatQuantity } from '../../core/mathematics/quantity.ts';
import { Button } from '../Button.tsx';
import type { SeenFrame } from './cameraWorker.ts';
import { Notice } from '../Notice.tsx';
import styles from './Camera.module.css';
import type { CameraNotes } from './cameraNotes.ts';
import { say } from '../../core/language/say.ts';

/** More than this, mm, and the tag did not go round in a circle. */
const WORST_RESIDUAL = 2;

interface TagPlaceProps {
  robotId: string;
  seen: SeenFrame | null;
  notes: CameraNotes;
  /** A run is under way: nothing new is begun, what was begun goes on. */
  quiet: boolean;
}

type Step = 'rest' | 'turning' | 'driving' | 'found';

/** Finds where the tag sits on the robot, without a ruler: the robot turns on the spot, then drives a straight. */
export function TagPlace({ robotId, seen, notes, quiet }: TagPlaceProps) {
  const { robotTag } = notes;
  const [step, setStep] = useState<Step>('rest');
  const [turned, setTurned] = useState(0);
  const [found, setFound] = useState<FoundPlace | null>(null);
  const turning = useRef<Pose[]>([]);
  const straightFrom = useRef<Pose | null>(null);
  const pose = seen?.robot?.pose ?? null;
  const tag = pose === null ? null : tagOn(robotTag, pose);
  useEffect(() => {
    if (step !== 'turning' || tag === null) return;
    const last = turning.current.at(-1);
    turning.current.push(tag);
    if (last !== undefined) setTurned((sum) => sum + wrapAngle(tag.heading - last.heading));
    // Each picture once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [seen]);
  const result =
    step === 'driving' && tag !== null && straightFrom.current !== null
      ? placeOfTag(turning.current, [straightFrom.current, tag])
      : null;
  if (step === 'rest' && quiet) return null;
  if (step === 'rest' && !robotTag.found)
    return (
      <div className={styles['now']}>
        <p>{say`Where the tag sits on the robot is only said. Let the robot turn on the spot and drive a straight, and the camera finds it: no ruler.`}</p>
        <div className={styles['row']}>
          <Begin onBegin={begin} disabled={tag === null} label={say`Find the tag’s place`} />
        </div>
      </div>
    );
  if (step === 'rest')
    return (
      <div className={styles['row']}>
        <Begin onBegin={begin} disabled={tag === null} label={say`Find the tag’s place again`} />
      </div>
    );
  if (step === 'turning')
    return (
      <div className={styles['now']} role="status">
        <p>{say`Let it turn on the spot, nearly once around. Turned so far: ${formatNumber(Math.abs(degrees(turned)), 0)}°.`}</p>
        <div className={styles['row']}>
          <Button
            variant="main"
            disabled={tag === null || Math.abs(degrees(turned)) < ENOUGH}
            onClick={() => {
              straightFrom.current = tag;
              setStep('driving');
            }}
          >{say`It has turned`}</Button>
          <Button onClick={() => setStep('rest')}>{say`Leave it`}</Button>
        </div>
      </div>
    );
  if (step === 'driving')
    return (
      <div className={styles['now']} role="status">
        <p>{say`Now let it drive straight ahead, 10 cm or more.`}</p>
        <div className={styles['row']}>
          <Button
            variant="main"
            disabled={result === null || typeof result === 'string'}
            onClick={() => {
              if (result === null || typeof result === 'string') return;
              setFound(result);
              setStep('found');
            }}
          >{say`It has driven`}</Button>
          <Button onClick={() => setStep('rest')}>{say`Leave it`}</Button>
        </div>
      </div>
    );
  if (found === null) return null;
  const { place, spread, residual } = found;
  return (
    <div className={styles['now']} role="status">
      <p>{say`The tag sits ${formatQuantity(place.x, 'length', 1)} ± ${formatQuantity(2 * spread.x, 'length', 1)} ahead of the axle and ${formatQuantity(place.y, 'length', 1)} ± ${formatQuantity(2 * spread.y, 'length', 1)} to its left, turned ${formatNumber(degrees(place.heading), 1)} ± ${formatNumber(degrees(2 * spread.heading), 1)}°.`}</p>
      {residual > WORST_RESIDUAL && (
        <Notice tone="fault">{say`Its tag went round ${formatQuantity(residual, 'length', 1)} off a circle: it did not turn on the spot, or its height is another. Try it again.`}</Notice>
      )}
      <div className={styles['row']}>
        <Button
          variant="main"
          onClick={() =>
            void notes
              .keep({ about: 'robot', key: robotId, value: { ...robotTag, place, found: true } })
              .then(() => setStep('rest'))
          }
        >{say`Use it`}</Button>
        <Button onClick={begin}>{say`Again`}</Button>
      </div>
    </div>
  );

  function begin(): void {
    turning.current = [];
    straightFrom.current = null;
    setTurned(0);
    setFound(null);
    setStep('turning');
  }
}

/** Fewer degrees say too little of where the axle is. */
const ENOUGH = 180;

function Begin(props: { onBegin: () => void; disabled: boolean; label: string }) {
  return (
    <Button disabled={props.disabled} onClick={props.onBegin}>
      {props.label}
    </Button>
  );
}
