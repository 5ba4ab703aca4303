import { useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { offsetFrom, type Field, type Offset, type Zone } from '../../core/field/field.ts';
import { offsetWords } from '../../core/formats/runLine.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import type { PicturedPose } from '../../core/camera/pressedPose.ts';
import { formatNumber, formatQuantity } from '../../core/mathematics/quantity.ts';
import type { Body } from '../../core/robot/parameters.ts';
import { toolPose } from '../../core/robot/toolPose.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { useKeys } from '../../ui/useKeys.ts';
import { PhotoPicture } from './PhotoPicture.tsx';
import { createPhotoStore, knownPoints, posePressed, TABLE_POINTS } from './photoStore.ts';
import styles from './Practice.module.css';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface PhotoMeasureProps {
  photo: File;
  field: Field;
  body: Body;
  zone: Zone;
  /** How high the marks on the robot are that are pressed, mm. */
  height: number;
  onHeight: (height: number) => void;
  /** The measurement, and in words how good it is. */
  onMeasured: (offset: Offset, within: string) => void;
  onClose: () => void;
}

/** Marks that are this much farther apart in the picture than on the robot were clicked wrong. */
const SCALE_FAULT = 0.06;

/** The robot's place from a picture from above: four known points, then two marks on the robot. */
export function PhotoMeasure(props: PhotoMeasureProps) {
  const { photo, field, body, zone, height, onHeight, onMeasured, onClose } = props;
  const known = useMemo(() => knownPoints(field), [field]);
  const [store] = useState(createPhotoStore);
  const { chosen, clicks, step, pointer, size } = useStore(store.state);
  const marks = [
    { name: say`Front edge of the robot, middle`, x: body.ahead, y: 0 },
    { name: say`Back edge of the robot, middle`, x: -body.behind, y: 0 },
  ];
  const names = [...chosen.map((index) => known[index]!.name), ...marks.map(({ name }) => name)];

  const found = useMemo(
    () => posePressed({ clicks, chosen, pointer, size }, known, body, height),
    [clicks, chosen, known, body, pointer, size, height],
  );
  useKeys([
    { keys: 'ArrowLeft', says: say`Point 1 px left`, act: () => store.nudge(-1, 0) },
    { keys: 'ArrowRight', says: say`Point 1 px right`, act: () => store.nudge(1, 0) },
    { keys: 'ArrowUp', says: say`Point 1 px up`, act: () => store.nudge(0, -1) },
    { keys: 'ArrowDown', says: say`Point 1 px down`, act: () => store.nudge(0, 1) },
    { keys: 'Escape', says: say`Back to the card`, act: onClose },
  ]);
  const complete = !clicks.includes(null);
  const offset = found === null ? null : offsetFrom(zone, toolPose(body, found.pose));
  const wrongScale = found !== null && Math.abs(found.markScale - 1) > SCALE_FAULT;

  return (
    <>
      <PhotoPicture photo={photo} store={store} />
      <div className={styles['steps']}>
        <p>{sayWith`Press ${step + 1} of 6: ${(<b>{names[step]}</b>)}. Take the picture from high above the middle. Arrow keys move a pressed point by a pixel.`}</p>
        <div className={styles['row']}>
          {clicks.map((point, i) => (
            <Button key={i} aria-pressed={i === step} onClick={() => store.goTo(i)}>
              {i + 1}
              {point === null ? '' : ' ✓'}
            </Button>
          ))}
          {step < TABLE_POINTS && (
            <select
              aria-label={say`Point ${step + 1} of the table`}
              value={chosen[step]}
              onChange={(event) => store.choose(Number(event.target.value))}
            >
              {known.map(({ name }, i) => (
                <option key={name} value={i}>
                  {name}
                </option>
              ))}
            </select>
          )}
        </div>
        <div className={styles['row']}>
          <QuantityField
            label={say`Height of both edges that are pressed`}
            kind="length"
            digits={0}
            value={height}
            refuse={(value) => (value >= 0 && value <= 500 ? null : say`0 to 500 mm.`)}
            onChange={onHeight}
          />
        </div>
        {complete && found === null && (
          <Notice tone="fault">{say`Three of the four points lie on a line. Choose others.`}</Notice>
        )}
        {found !== null && offset !== null && (
          <>
            <p role="status">{sayWith`${(<b>{offsetWords(offset)}</b>)}, within ${withinWords(found)} in 19 of 20 cases.`}</p>
            {wrongScale && (
              <Notice tone="fault">{say`The two marks lie ${formatNumber(100 * Math.abs(found.markScale - 1), 0)} % ${found.markScale > 1 ? say`farther apart` : say`nearer together`} than on the robot: one of the six is not where it should be, or the edges are higher than it says.`}</Notice>
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
              onMeasured(rounded(offset), say`Measured from a photo, within ${withinWords(found)}.`)
            }
          >{say`Use it as the measurement`}</Button>
          <Button onClick={onClose}>{say`Back to the card`}</Button>
        </div>
      </div>
    </>
  );
}

function withinWords({ placeWithin, headingWithin }: PicturedPose): string {
  return say`${formatQuantity(placeWithin, 'length', 1)} and ${formatNumber(degrees(headingWithin), 1)}°`;
}

/** To the tenth of a millimetre and of a degree: more would claim what no click can give. */
function rounded({ along, left, turned }: Offset): Offset {
  const tenth = (value: number) => Math.round(10 * value) / 10 || 0;
  const degree = Math.PI / 180;
  return { along: tenth(along), left: tenth(left), turned: tenth(turned / degree) * degree };
}
