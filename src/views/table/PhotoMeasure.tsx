import { useMemo, useState, type PointerEvent } from 'react';
import { toolPose } from '../../core/robot/toolPose.ts';
import { offsetFrom, type Field, type Offset, type Zone } from '../../core/field/field.ts';
import { offsetWords } from '../../core/formats/runLine.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import {
  picturedPose,
  type PicturedPose,
  type PointPair,
  type RobotMark,
} from '../../core/mathematics/homography.ts';
import type { Point } from '../../core/mathematics/pose.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { Body } from '../../core/robot/parameters.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { useKeys } from '../../ui/useKeys.ts';
import { usePhotoAddress } from './PhotoRow.tsx';
import styles from './Practice.module.css';

interface PhotoMeasureProps {
  photo: File;
  field: Field;
  body: Body;
  zone: Zone;
  /** The measurement, and in words how good it is. */
  onMeasured: (offset: Offset, within: string) => void;
  onClose: () => void;
}

interface KnownPoint extends Point {
  name: string;
}

/** How much the loupe magnifies the picture as it is shown. */
const LOUPE = 4;
const LOUPE_SIZE = 160;
/** A click through the loupe is this good, px of the screen, and never better than that of the picture. */
const CLICK_SPREAD = 0.4;
const LEAST_SPREAD = 0.5;
/** Marks that are this much farther apart in the picture than on the robot were clicked wrong. */
const SCALE_FAULT = 0.06;

/** The robot's place from a picture from above: four known points, then two marks on the robot. */
export function PhotoMeasure(props: PhotoMeasureProps) {
  const { photo, field, body, zone, onMeasured, onClose } = props;
  const address = usePhotoAddress(photo);
  const known = useMemo(() => knownPoints(field), [field]);
  const [chosen, setChosen] = useState([0, 1, 2, 3]);
  const [clicks, setClicks] = useState<(Point | null)[]>(Array<null>(6).fill(null));
  const [step, setStep] = useState(0);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const [pointer, setPointer] = useState<{ at: Point; shown: Point; scale: number } | null>(null);
  const marks = [
    { name: 'Front edge of the robot, middle', x: body.ahead, y: 0 },
    { name: 'Back edge of the robot, middle', x: -body.behind, y: 0 },
  ];
  const names = [...chosen.map((index) => known[index]!.name), ...marks.map(({ name }) => name)];

  const found = useMemo(() => {
    if (clicks.includes(null) || size === null) return null;
    const places = clicks as Point[];
    const pairs: PointPair[] = chosen.map((index, i) => ({
      picture: places[i]!,
      field: known[index]!,
    }));
    const robot = [body.ahead, -body.behind].map((x, i) => ({
      picture: places[4 + i]!,
      robot: { x, y: 0 },
    })) as [RobotMark, RobotMark];
    const scale = pointer?.scale ?? 1;
    return picturedPose(
      { known: pairs, marks: robot },
      Math.max(LEAST_SPREAD, CLICK_SPREAD * scale),
    );
  }, [clicks, chosen, known, body, size, pointer?.scale]);
  const nudge = (x: number, y: number) =>
    setClicks((now) =>
      now.map((one, i) => (i === step && one !== null ? { x: one.x + x, y: one.y + y } : one)),
    );
  useKeys([
    { keys: 'ArrowLeft', says: 'Point 1 px left', act: () => nudge(-1, 0) },
    { keys: 'ArrowRight', says: 'Point 1 px right', act: () => nudge(1, 0) },
    { keys: 'ArrowUp', says: 'Point 1 px up', act: () => nudge(0, -1) },
    { keys: 'ArrowDown', says: 'Point 1 px down', act: () => nudge(0, 1) },
    { keys: 'Escape', says: 'Back to the card', act: onClose },
  ]);
  const complete = !clicks.includes(null);
  const offset = found === null ? null : offsetFrom(zone, toolPose(body, found.pose));
  const wrongScale = found !== null && Math.abs(found.markScale - 1) > SCALE_FAULT;

  const placeOf = (event: PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    if (size === null) return null;
    // The picture is fitted into the box and centred.
    const scale = Math.max(size.width / box.width, size.height / box.height);
    const shown = { x: event.clientX - box.left, y: event.clientY - box.top };
    return {
      shown,
      scale,
      at: {
        x: (shown.x - box.width / 2) * scale + size.width / 2,
        y: (shown.y - box.height / 2) * scale + size.height / 2,
      },
    };
  };
  const click = (at: Point) => {
    const next = clicks.map((one, i) => (i === step ? at : one));
    setClicks(next);
    const open = next.indexOf(null);
    if (open >= 0) setStep(open);
  };

  return (
    <>
      <div
        className={styles['picture']}
        onPointerMove={(event) => setPointer(placeOf(event))}
        onPointerDown={(event) => {
          const place = placeOf(event);
          if (place === null) return;
          setPointer(place);
          click(place.at);
        }}
        onPointerLeave={() => setPointer((now) => now && { ...now, shown: { x: -999, y: -999 } })}
      >
        {address !== null && (
          <img
            src={address}
            alt="The table from above"
            draggable={false}
            onLoad={({ currentTarget: { naturalWidth, naturalHeight } }) =>
              setSize({ width: naturalWidth, height: naturalHeight })
            }
          />
        )}
        {size !== null && (
          <svg viewBox={`0 0 ${size.width} ${size.height}`} aria-hidden="true">
            {clicks.map(
              (point, i) =>
                point !== null && (
                  <g key={i} transform={`translate(${point.x} ${point.y})`}>
                    <path
                      d={`M${-size.width / 90},0h${size.width / 45}M0,${-size.width / 90}v${size.width / 45}`}
                      stroke={i < 4 ? 'var(--plum)' : 'var(--teal)'}
                      strokeWidth={size.width / 500}
                    />
                    <text fontSize={size.width / 45} x={size.width / 80} y={-size.width / 80}>
                      {i + 1}
                    </text>
                  </g>
                ),
            )}
          </svg>
        )}
        {pointer !== null && address !== null && size !== null && (
          <div
            className={styles['loupe']}
            style={{
              left: pointer.shown.x + 24,
              top: Math.max(0, pointer.shown.y - LOUPE_SIZE - 12),
              backgroundImage: `url(${address})`,
              backgroundSize: `${(LOUPE * size.width) / pointer.scale}px`,
              backgroundPosition: `${LOUPE_SIZE / 2 - (LOUPE * pointer.at.x) / pointer.scale}px ${LOUPE_SIZE / 2 - (LOUPE * pointer.at.y) / pointer.scale}px`,
            }}
          />
        )}
      </div>
      <div className={styles['steps']}>
        <p>
          Press {step + 1} of 6: <b>{names[step]}</b>. Take the picture from high above the middle;
          marks near the table’s top say most. Arrow keys move a pressed point by a pixel.
        </p>
        <div className={styles['row']}>
          {clicks.map((point, i) => (
            <Button key={i} aria-pressed={i === step} onClick={() => setStep(i)}>
              {i + 1}
              {point === null ? '' : ' ✓'}
            </Button>
          ))}
          {step < 4 && (
            <select
              aria-label={`Point ${step + 1} of the table`}
              value={chosen[step]}
              onChange={(event) =>
                setChosen(chosen.map((one, i) => (i === step ? Number(event.target.value) : one)))
              }
            >
              {known.map(({ name }, i) => (
                <option key={name} value={i}>
                  {name}
                </option>
              ))}
            </select>
          )}
        </div>
        {complete && found === null && (
          <Notice tone="fault">Three of the four points lie on a line. Choose others.</Notice>
        )}
        {found !== null && offset !== null && (
          <>
            <p role="status">
              <b>{offsetWords(offset)}</b>, within {withinWords(found)} in 19 of 20 cases.
            </p>
            {wrongScale && (
              <Notice tone="fault">
                The two marks lie {formatNumber(100 * Math.abs(found.markScale - 1), 0)} %{' '}
                {found.markScale > 1 ? 'farther apart' : 'nearer together'} than on the robot: one
                of the six is not where it should be, or the robot is tall and near the camera.
              </Notice>
            )}
          </>
        )}
        <div className={styles['row']}>
          <Button
            variant="main"
            disabled={offset === null}
            onClick={() =>
              offset !== null &&
              found !== null &&
              onMeasured(rounded(offset), `Measured from a photo, within ${withinWords(found)}.`)
            }
          >
            Use it as the measurement
          </Button>
          <Button onClick={onClose}>Back to the card</Button>
        </div>
      </div>
    </>
  );
}

function withinWords({ placeWithin, headingWithin }: PicturedPose): string {
  return `${formatNumber(placeWithin, 1)} mm and ${formatNumber(degrees(headingWithin), 1)}°`;
}

/** To the tenth of a millimetre and of a degree: more would claim what no click can give. */
function rounded({ along, left, turned }: Offset): Offset {
  const tenth = (value: number) => Math.round(10 * value) / 10 || 0;
  const degree = Math.PI / 180;
  return { along: tenth(along), left: tenth(left), turned: tenth(turned / degree) * degree };
}

/** Points that can be found again in a picture; the first four are the corners of the table. */
function knownPoints(field: Field): KnownPoint[] {
  const { width, height } = field;
  const point = (name: string, { x, y }: Point): KnownPoint => ({
    name: `${name} (${formatNumber(x, 0)}, ${formatNumber(y, 0)})`,
    x,
    y,
  });
  return [
    point('near left corner', { x: 0, y: 0 }),
    point('near right corner', { x: width, y: 0 }),
    point('far right corner', { x: width, y: height }),
    point('far left corner', { x: 0, y: height }),
    ...field.models.flatMap(({ name, outline }) =>
      outline.map((corner, i) => point(`${name}, corner ${i + 1}`, corner)),
    ),
    ...field.lines.flatMap(({ name, points }) =>
      [points[0]!, points.at(-1)!].map((end, i) => point(`${name}, end ${i + 1}`, end)),
    ),
  ];
}
