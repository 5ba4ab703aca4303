import { isRightPositive, conventions } from '../../core/language/conventions.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { useState } from 'react';
import { readTypedRoute } from '../../core/formats/typedRoute/read.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { PICTURE_KINDS, pictureRatio } from '../../ui/fieldPicture.ts';
import { island } from '../../ui/island.tsx';
import { sentenceOf } from '../../ui/api.ts';
import { Notice } from '../../ui/Notice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { TypedRoute } from '../../ui/TypedRoute.tsx';
import {
  emptyBeginning,
  endSays,
  facingFrom,
  RULER_NUMBERS,
  rulerValue,
  START_ID,
  straightThere,
  TABLE_SIZES,
  type Beginning,
} from './beginning.ts';
import styles from './BeginView.module.css';
import { RulerDrawing } from './RulerDrawing.tsx';
import { TableDrawing } from './TableDrawing.tsx';
import { useBegin } from './useBegin.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

/** Of a picture that cannot be one of a table. */
const tooLong = () =>
  say`This picture is far too long or too wide for a table. Cut it to the table first.`;

const STEPS = ['robot', 'table', 'route'] as const;

function stepWords(step: (typeof STEPS)[number]): string {
  return { robot: say`robot`, table: say`table`, route: say`route` }[step];
}
type Step = (typeof STEPS)[number];

interface PartProps {
  beginning: Beginning;
  change: (part: Partial<Beginning>) => void;
}

/** From nothing to the first run: a robot, a table, a route, one step after the other. */
function BeginSheet({ practice }: { practice: boolean }) {
  const [beginning, setBeginning] = useState<Beginning>(() => ({
    ...emptyBeginning(),
    name: practice ? say`Practice robot` : '',
  }));
  const [step, setStep] = useState<Step>('robot');
  const change = (part: Partial<Beginning>) => setBeginning((now) => ({ ...now, ...part }));
  const part = { beginning, change };
  return (
    <div className={styles['view']}>
      <ol className={styles['steps']} aria-label={say`Steps`}>
        {STEPS.map((one, i) => (
          <li key={one} aria-current={one === step ? 'step' : undefined}>
            {i + 1} {stepWords(one)}
          </li>
        ))}
      </ol>
      {step === 'robot' && (
        <RobotStep {...part} practice={practice} onDone={() => setStep('table')} />
      )}
      {step === 'table' && (
        <TableStep {...part} onBack={() => setStep('robot')} onDone={() => setStep('route')} />
      )}
      {step === 'route' && (
        <RouteStep {...part} practice={practice} onBack={() => setStep('table')} />
      )}
    </div>
  );
}

export const BeginView = island(BeginSheet);

function RobotStep({
  beginning,
  change,
  practice,
  onDone,
}: PartProps & { practice: boolean; onDone: () => void }) {
  const { name, ruler } = beginning;
  return (
    <form
      className={styles['step']}
      onSubmit={(event) => {
        event.preventDefault();
        onDone();
      }}
    >
      <div>
        <h1>{practice ? say`The practice robot.` : say`Your robot.`}</h1>
        <p>
          {practice
            ? say`It has the usual size, and true numbers of its own that nobody knows: you will find out.`
            : say`Six lengths from a ruler. What you leave open keeps a starting value, shown dashed.`}
        </p>
        <TextField
          label={say`Name`}
          value={name}
          onChange={(to) => change({ name: to })}
          maxLength={60}
          autoFocus
        />
        {!practice && (
          <div className={styles['numbers']}>
            {RULER_NUMBERS.map(({ path, label }) => (
              <QuantityField
                key={path}
                id={`ruler-${path}`}
                label={label()}
                kind="length"
                digits={0}
                value={rulerValue(beginning, path)}
                refuse={(value) =>
                  value >= 5 && value <= 600
                    ? null
                    : say`From ${formatQuantity(5, 'length')} to ${formatQuantity(600, 'length')}.`
                }
                onChange={(value) => change({ ruler: { ...ruler, [path]: value } })}
              />
            ))}
          </div>
        )}
        <div className={styles['buttons']}>
          <Button
            variant="main"
            type="submit"
            disabled={name.trim() === ''}
          >{say`On to the table`}</Button>
        </div>
      </div>
      <RulerDrawing
        beginning={beginning}
        onPress={(path) => document.getElementById(`ruler-${path}`)?.focus()}
      />
    </form>
  );
}

function TableStep({
  beginning,
  change,
  onBack,
  onDone,
}: PartProps & { onBack: () => void; onDone: () => void }) {
  const { width, height, picture, start, target, facing } = beginning;
  const size = (value: number) =>
    value >= 300 && value <= 20000
      ? null
      : say`From ${formatQuantity(300, 'length')} to ${formatQuantity(20000, 'length')}.`;
  const resize = (to: Partial<Beginning>) => change({ ...to, start: null, target: null });
  const [fault, setFault] = useState<string | null>(null);
  const show = async (file: File) => {
    setFault(null);
    try {
      const ratio = await pictureRatio(file);
      // The picture is of the whole table: its shape is the table's.
      const shape = { width, height: Math.round(width * ratio) };
      if (size(shape.height) !== null) throw new Error(tooLong());
      resize({ ...shape, picture: { file, url: URL.createObjectURL(file), ratio } });
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <div className={styles['step']}>
      <div>
        <h1>
          {start === null
            ? say`Press where the robot starts.`
            : target === null
              ? say`Press where it has to be.`
              : say`Start and target.`}
        </h1>
        <p>
          {start === null
            ? say`The middle of its axle. It looks into the table; turn it below if it should not.`
            : target === null
              ? say`The place that the part that scores has to reach. A circle of ${formatQuantity(30, 'length')} counts as a hit.`
              : say`Press again to move the target.`}
        </p>
        <div className={styles['buttons']} role="group" aria-label={say`Size of the table`}>
          {TABLE_SIZES.map((one) => (
            <Button
              key={one.width}
              aria-pressed={one.width === width && one.height === height}
              onClick={() => resize({ ...one, picture: null })}
            >
              {one.width} × {one.height}
            </Button>
          ))}
          <FileButton
            label={picture === null ? say`A picture of it` : say`Another picture`}
            accept={PICTURE_KINDS}
            onFiles={([file]) => void show(file)}
          />
          {picture !== null && (
            <Button
              variant="quiet"
              onClick={() => change({ picture: null })}
            >{say`Take it away`}</Button>
          )}
        </div>
        {fault !== null && <Notice tone="fault">{fault}</Notice>}
        {picture !== null && (
          <p>{say`It is laid over the whole table. Give the width from a tape; on the field’s sheet it can be laid more exactly by two points.`}</p>
        )}
        <div className={styles['numbers']}>
          <QuantityField
            label={say`Width`}
            kind="length"
            digits={0}
            value={width}
            refuse={size}
            onChange={(to) =>
              resize({
                width: to,
                height: picture === null ? height : Math.round(to * picture.ratio),
              })
            }
          />
          <QuantityField
            label={say`Depth`}
            kind="length"
            digits={0}
            value={height}
            refuse={size}
            onChange={(to) => resize({ height: to })}
          />
        </div>
        {start !== null && (
          <div className={styles['buttons']}>
            <Button
              onClick={() => change({ facing: facing + Math.PI / 2 })}
            >{say`Turn it left`}</Button>
            <Button
              onClick={() => change({ facing: facing - Math.PI / 2 })}
            >{say`Turn it right`}</Button>
            <Button
              onClick={() => change({ start: null, target: null })}
            >{say`Put it down anew`}</Button>
          </div>
        )}
        <div className={styles['buttons']}>
          <Button
            variant="main"
            disabled={start === null || target === null}
            onClick={onDone}
          >{say`On to the route`}</Button>
          <Button onClick={onBack}>{say`Back`}</Button>
        </div>
      </div>
      <TableDrawing
        beginning={beginning}
        onPlace={(point) =>
          change(
            start === null
              ? { start: point, facing: facingFrom(point, beginning) }
              : { target: point },
          )
        }
      />
    </div>
  );
}

function RouteStep({
  beginning,
  change,
  practice,
  onBack,
}: PartProps & { practice: boolean; onBack: () => void }) {
  const begin = useBegin(practice);
  const says = endSays(beginning);
  const context = {
    starts: [{ id: START_ID, name: say`Start` }],
    models: [],
    length: conventions().length,
    positive: isRightPositive(true) ? ('right' as const) : ('left' as const),
    rotation: Math.PI * rulerValue(beginning, 'drive.wheelDiameter'),
  };
  return (
    <div className={styles['step']}>
      <div>
        <h1>{say`Say how it gets there.`}</h1>
        <p>{say`As you would tell somebody: drive 49 cm; turn left; approach 8 cm.`}</p>
        <TypedRoute plan={beginning.plan} context={context} onChange={(plan) => change({ plan })} />
        <div className={styles['buttons']}>
          <Button
            onClick={() => change({ plan: readTypedRoute(straightThere(beginning), context).plan })}
          >{say`Straight there`}</Button>
        </div>
        {says !== null && <p role="status">{says.words}</p>}
        {begin.data === undefined ? (
          <div className={styles['buttons']}>
            <Button
              variant="main"
              disabled={beginning.plan.moves.length === 0 || begin.isPending}
              onClick={() => begin.mutate(beginning)}
            >
              {begin.isPending ? say`Making it …` : say`Make it`}
            </Button>
            <Button onClick={onBack}>{say`Back`}</Button>
          </div>
        ) : (
          <>
            <Notice tone="good">{sayWith`Robot, table and route are there. ${!practice && say`Take the program to the robot, then `}${practice ? say`Five runs make the first verdict.` : say`log five runs.`}`}</Notice>
            <div className={styles['buttons']}>
              <a className={buttonClass('main')} href={begin.data.table}>{say`To the table`}</a>
              <a className={buttonClass()} href={begin.data.program}>{say`The program`}</a>
            </div>
          </>
        )}
        {begin.error !== null && <Notice tone="fault">{sentenceOf(begin.error)}</Notice>}
      </div>
      <TableDrawing
        beginning={beginning}
        onPlace={() => {
          // Start and target stand; the words say the way.
        }}
      />
    </div>
  );
}
