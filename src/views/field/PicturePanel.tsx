import { useEffect, useRef, useState } from 'react';
import { pictureOnto } from '../../core/field/editing.ts';
import type { Field } from '../../core/field/field.ts';
import type { Point } from '../../core/mathematics/pose.ts';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { keepPicture, PICTURE_KINDS, pictureRatio } from '../../ui/fieldPicture.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import styles from './FieldView.module.css';
import { say } from '../../core/language/say.ts';

interface PicturePanelProps {
  field: Field;
  fieldId: string;
  /** Where the table was clicked last. */
  clicked: Point | null;
  onPlace: (picture: Field['picture']) => void;
  /** A picture was sent; it has to be read again. */
  onPicture: () => void;
}

/** A picture under the drawing, laid so that two of its points stand where they belong. */
export function PicturePanel({ field, fieldId, clicked, onPlace, onPicture }: PicturePanelProps) {
  const [fault, setFault] = useState<string | null>(null);
  /** Points clicked on the picture as it lies now, on the table. */
  const [points, setPoints] = useState<Point[]>([]);
  const [places, setPlaces] = useState<[Point, Point]>([
    { x: 0, y: 0 },
    { x: field.width, y: field.height },
  ]);
  const seen = useRef<Point | null>(clicked);
  useEffect(() => {
    if (clicked === null || clicked === seen.current) return;
    seen.current = clicked;
    setPoints((now) => [...now, clicked].slice(-2));
  }, [clicked]);

  const send = async (file: File) => {
    setFault(null);
    try {
      const ratio = await pictureRatio(file);
      await keepPicture(fieldId, file);
      const { width } = field;
      onPlace({ x: 0, y: 0, width, height: width * ratio, turned: 0 });
      onPicture();
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const lay = () => {
    const { picture } = field;
    if (picture === null || points.length < 2) return;
    const share = (point: Point): Point => {
      const dx = point.x - picture.x;
      const dy = point.y - picture.y;
      const c = Math.cos(picture.turned);
      const s = Math.sin(picture.turned);
      return { x: (c * dx + s * dy) / picture.width, y: (-s * dx + c * dy) / picture.height };
    };
    const laid = pictureOnto(picture, [share(points[0]!), share(points[1]!)], places);
    if (laid === null) setFault(say`Two different points are needed.`);
    else {
      onPlace(laid);
      setPoints([]);
    }
  };
  return (
    <section className={styles['panel']} aria-label={say`Picture`}>
      <h1>{say`Picture`}</h1>
      <p>{say`A photo or a plan of the table under the drawing. Click two points on it and say where they are on the table; it is scaled, turned and moved to fit.`}</p>
      <div className={styles['actions']}>
        <FileButton
          label={field.picture === null ? say`Choose a picture` : say`Another picture`}
          accept={PICTURE_KINDS}
          onFiles={([file]) => void send(file)}
        />
        {field.picture !== null && (
          <Button variant="quiet" onClick={() => onPlace(null)}>{say`Take it away`}</Button>
        )}
      </div>
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
      {field.picture !== null &&
        ([0, 1] as const).map((i) => (
          <div key={i}>
            <h2>{i === 0 ? say`First point` : say`Second point`}</h2>
            <p className="mono">
              {points[i] === undefined ? say`click it on the picture` : say`clicked`}
            </p>
            <QuantityField
              label={say`is from the left`}
              kind="length"
              value={places[i].x}
              onChange={(x) =>
                setPlaces(
                  i === 0 ? [{ ...places[0], x }, places[1]] : [places[0], { ...places[1], x }],
                )
              }
            />
            <QuantityField
              label={say`is from the start side`}
              kind="length"
              value={places[i].y}
              onChange={(y) =>
                setPlaces(
                  i === 0 ? [{ ...places[0], y }, places[1]] : [places[0], { ...places[1], y }],
                )
              }
            />
          </div>
        ))}
      {field.picture !== null && (
        <Button disabled={points.length < 2} onClick={lay}>{say`Lay it so`}</Button>
      )}
    </section>
  );
}
