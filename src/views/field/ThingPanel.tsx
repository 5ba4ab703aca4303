import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { withFieldObject, type Chosen, type FieldObject } from '../../core/field/editing.ts';
import type { Field, FieldModel } from '../../core/field/field.ts';
import { radians } from '../../core/mathematics/angle.ts';
import { STARTING_COLOURS } from '../../core/robot/colours.ts';
import type { Point, Pose } from '../../core/mathematics/pose.ts';
import { Choice } from '../../ui/Choice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import styles from './FieldView.module.css';
import { say } from '../../core/language/say.ts';

interface ThingPanelProps {
  field: Field;
  name: string;
  /** What is chosen; null shows the table itself. */
  thing: FieldObject | null;
  onName: (name: string) => void;
  onField: (field: Field) => void;
  onChoose: (chosen: Chosen | null) => void;
}

/** Every number of the chosen thing, or of the table when nothing is chosen. */
export function ThingPanel({ field, name, thing, onName, onField, onChoose }: ThingPanelProps) {
  if (thing === null) return <TablePanel {...{ field, name, onName, onField, onChoose }} />;
  const put = (next: FieldObject) => onField(withFieldObject(field, next));
  switch (thing.kind) {
    case 'model':
      return (
        <ModelPanel model={thing.thing} onChange={(next) => put({ kind: 'model', thing: next })} />
      );
    case 'wall':
      return (
        <section className={styles['panel']} aria-label={say`Wall`}>
          <h1>{say`Wall`}</h1>
          <TextField
            label={say`Name`}
            value={thing.thing.name}
            maxLength={80}
            onChange={(next) => put({ kind: 'wall', thing: { ...thing.thing, name: next } })}
          />
          <Seen
            seen={thing.thing.seen}
            onChange={(seen) => put({ kind: 'wall', thing: { ...thing.thing, seen } })}
          />
          <Points
            points={thing.thing.points}
            onChange={(points) => put({ kind: 'wall', thing: { ...thing.thing, points } })}
          />
        </section>
      );
    case 'line':
      return (
        <section className={styles['panel']} aria-label={say`Line`}>
          <h1>{say`Line`}</h1>
          <TextField
            label={say`Name`}
            value={thing.thing.name}
            maxLength={80}
            onChange={(next) => put({ kind: 'line', thing: { ...thing.thing, name: next } })}
          />
          <QuantityField
            label={say`Width`}
            kind="length"
            value={thing.thing.width}
            refuse={positive}
            onChange={(width) => put({ kind: 'line', thing: { ...thing.thing, width } })}
          />
          <QuantityField
            label={say`Reflects, 0 % is dark`}
            kind="share"
            digits={0}
            value={thing.thing.reflectance}
            refuse={(value) => (value >= 0 && value <= 1 ? null : say`From 0 to 100 %.`)}
            onChange={(reflectance) =>
              put({ kind: 'line', thing: { ...thing.thing, reflectance } })
            }
          />
          <TextField
            label={say`Colour, as the colour bench calls it`}
            value={thing.thing.colour ?? ''}
            maxLength={80}
            placeholder={say`none named`}
            suggestions={COLOURS}
            onChange={(colour) =>
              put({ kind: 'line', thing: { ...thing.thing, colour: colour || null } })
            }
          />
          <Points
            points={thing.thing.points}
            onChange={(points) => put({ kind: 'line', thing: { ...thing.thing, points } })}
          />
        </section>
      );
    case 'start':
      return (
        <section className={styles['panel']} aria-label={say`Start place`}>
          <h1>{say`Start place`}</h1>
          <TextField
            label={say`Name`}
            value={thing.thing.name}
            maxLength={80}
            onChange={(next) => put({ kind: 'start', thing: { ...thing.thing, name: next } })}
          />
          <PoseFields
            pose={thing.thing.pose}
            onChange={(pose) => put({ kind: 'start', thing: { ...thing.thing, pose } })}
          />
        </section>
      );
  }
}

/** Usual names of colours; a team may have others. */
const COLOURS = STARTING_COLOURS.map(({ name }) => name);

const positive = (value: number) => (value > 0 ? null : say`It has to be more than 0.`);

function TablePanel({ field, name, onName, onField, onChoose }: Omit<ThingPanelProps, 'thing'>) {
  const things = [
    ...field.models.map((one) => ({ kind: 'model' as const, one, word: say`model` })),
    ...field.walls.map((one) => ({ kind: 'wall' as const, one, word: say`wall` })),
    ...field.lines.map((one) => ({ kind: 'line' as const, one, word: say`line` })),
    ...field.starts.map((one) => ({ kind: 'start' as const, one, word: say`start` })),
  ];
  return (
    <section className={styles['panel']} aria-label={say`Table`}>
      <h1>{say`Table`}</h1>
      <TextField label={say`Name of the field`} value={name} maxLength={80} onChange={onName} />
      <QuantityField
        label={say`Width`}
        kind="length"
        value={field.width}
        refuse={size}
        onChange={(width) => onField({ ...field, width })}
      />
      <QuantityField
        label={say`Depth, away from the start side`}
        kind="length"
        value={field.height}
        refuse={size}
        onChange={(height) => onField({ ...field, height })}
      />
      <Choice
        label={say`Border`}
        value={field.border ? 'raised' : 'open'}
        options={[
          { value: 'raised', label: say`raised` },
          { value: 'open', label: say`open edge` },
        ]}
        onChange={(border) => onField({ ...field, border: border === 'raised' })}
      />
      <TextField
        label={say`Colour of the bare table`}
        value={field.ground}
        maxLength={80}
        suggestions={COLOURS}
        onChange={(ground) => onField({ ...field, ground })}
      />
      {!field.border && <p>{say`Put a guard at the open edge before a free drive.`}</p>}
      <Choice
        label={say`A match lasts`}
        value={field.matchSeconds === null ? 'unknown' : 'known'}
        options={[
          { value: 'known', label: say`this long` },
          { value: 'unknown', label: say`not said` },
        ]}
        onChange={(known) => onField({ ...field, matchSeconds: known === 'known' ? 150 : null })}
      />
      {field.matchSeconds !== null && (
        <QuantityField
          label={say`Match time`}
          kind="time"
          digits={0}
          value={field.matchSeconds}
          refuse={positive}
          onChange={(matchSeconds) => onField({ ...field, matchSeconds })}
        />
      )}
      <h2>{say`On the table`}</h2>
      <ul className={styles['things']}>
        {things.map(({ kind, one, word }) => (
          <li key={`${kind} ${one.id}`}>
            <button type="button" data-paper onClick={() => onChoose({ kind, id: one.id })}>
              {one.name} <small>{word}</small>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const size = (value: number) =>
  value >= 100 && value <= 20000
    ? null
    : say`From ${formatQuantity(100, 'length')} to ${formatQuantity(20000, 'length')}.`;

function ModelPanel({
  model,
  onChange,
}: {
  model: FieldModel;
  onChange: (model: FieldModel) => void;
}) {
  const { zone } = model;
  const put = (next: Partial<FieldModel['zone']>) =>
    onChange({ ...model, zone: { ...zone, ...next } });
  return (
    <section className={styles['panel']} aria-label={say`Model`}>
      <h1>{say`Model`}</h1>
      <TextField
        label={say`Name`}
        value={model.name}
        maxLength={80}
        onChange={(name) => onChange({ ...model, name })}
      />
      <QuantityField
        label={say`Points`}
        kind="number"
        digits={0}
        value={model.points}
        onChange={(points) => onChange({ ...model, points })}
      />
      <Seen seen={model.seen} onChange={(seen) => onChange({ ...model, seen })} />
      <h2>{say`Zone that scores`}</h2>
      <PoseFields pose={zone.target} onChange={(target) => put({ target })} />
      <Choice
        label={say`Shape`}
        value={zone.shape.kind}
        options={[
          { value: 'circle', label: say`circle` },
          { value: 'polygon', label: say`corners` },
        ]}
        onChange={(kind) =>
          put({
            shape:
              kind === 'circle'
                ? { kind, radius: 30 }
                : {
                    kind,
                    corners: [
                      { x: -20, y: -30 },
                      { x: 20, y: -30 },
                      { x: 20, y: 30 },
                      { x: -20, y: 30 },
                    ],
                  },
          })
        }
      />
      {zone.shape.kind === 'circle' ? (
        <QuantityField
          label={say`Tolerance, its radius`}
          kind="length"
          value={zone.shape.radius}
          refuse={positive}
          onChange={(radius) => put({ shape: { kind: 'circle', radius } })}
        />
      ) : (
        <Points
          title={say`Corners from the middle: ahead, left`}
          points={zone.shape.corners}
          least={3}
          onChange={(corners) => put({ shape: { kind: 'polygon', corners } })}
        />
      )}
      <Choice
        label={say`Heading`}
        value={zone.headingTolerance === null ? 'any' : 'within'}
        options={[
          { value: 'any', label: say`any scores` },
          { value: 'within', label: say`within` },
        ]}
        onChange={(kind) => put({ headingTolerance: kind === 'any' ? null : radians(8) })}
      />
      {zone.headingTolerance !== null && (
        <QuantityField
          label={say`Heading tolerance`}
          kind="angle"
          value={zone.headingTolerance}
          refuse={positive}
          onChange={(headingTolerance) => put({ headingTolerance })}
        />
      )}
      <Points
        points={model.outline}
        least={3}
        onChange={(outline) => onChange({ ...model, outline })}
      />
    </section>
  );
}

function Seen({ seen, onChange }: { seen: boolean; onChange: (seen: boolean) => void }) {
  return (
    <Choice
      label={say`A range sensor`}
      value={seen ? 'sees' : 'passes'}
      options={[
        { value: 'sees', label: say`sees it` },
        { value: 'passes', label: say`looks over it` },
      ]}
      onChange={(choice) => onChange(choice === 'sees')}
    />
  );
}

function PoseFields({ pose, onChange }: { pose: Pose; onChange: (pose: Pose) => void }) {
  return (
    <>
      <QuantityField
        label={say`From the left`}
        kind="length"
        value={pose.x}
        onChange={(x) => onChange({ ...pose, x })}
      />
      <QuantityField
        label={say`From the start side`}
        kind="length"
        value={pose.y}
        onChange={(y) => onChange({ ...pose, y })}
      />
      <QuantityField
        label={say`Heading, 0 is to the right, left turns count up`}
        kind="angle"
        value={pose.heading}
        onChange={(heading) => onChange({ ...pose, heading })}
      />
    </>
  );
}

interface PointsProps {
  title?: string;
  points: readonly Point[];
  least?: number;
  onChange: (points: Point[]) => void;
}

/** Corners or points by numbers. */
function Points({
  title = 'Points from the left and from the start side',
  points,
  least = 2,
  onChange,
}: PointsProps) {
  const put = (i: number, change: Partial<Point>) =>
    onChange(points.map((point, k) => (k === i ? { ...point, ...change } : point)));
  return (
    <>
      <h2>{title}</h2>
      {points.map((point, i) => (
        <div key={i} className={styles['point']}>
          <QuantityField
            label={`${i + 1}, x`}
            kind="length"
            value={point.x}
            onChange={(x) => put(i, { x })}
          />
          <QuantityField label="y" kind="length" value={point.y} onChange={(y) => put(i, { y })} />
          <button
            type="button"
            disabled={points.length <= least}
            aria-label={say`Take out point ${i + 1}`}
            onClick={() => onChange(points.filter((_, k) => k !== i))}
          >
            ×
          </button>
        </div>
      ))}
      <button
        type="button"
        className={styles['more']}
        onClick={() => {
          const [a, b] = [points.at(-1)!, points[0]!];
          onChange([...points, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }]);
        }}
      >{say`+ another point`}</button>
    </>
  );
}
