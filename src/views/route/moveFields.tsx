import type { Field } from '../../core/field/field.ts';
import { headingFromShown, shownHeading } from '../../core/formats/headings.ts';
import { MOVE_NAMES } from '../../core/formats/moveTitle.ts';
import { degrees, radians } from '../../core/geometry/angle.ts';
import type { Setup } from '../../core/robot/setup.ts';
import type {
  ArcMove,
  ArmMove,
  CheckpointMove,
  FollowLineMove,
  FollowWallMove,
  Move,
  RepeatMove,
  RoutePlan,
  SquareUpMove,
  TurnMove,
} from '../../core/route/moves.ts';
import { Choice } from '../../ui/Choice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { Picker, TextField } from '../../ui/TextField.tsx';

interface FieldsProps<T extends Move> {
  move: T;
  setup: Setup;
  onChange: (move: Move) => void;
}

const positive = (value: number) => (value > 0 ? null : 'It has to be more than 0.');
const notNegative = (value: number) => (value >= 0 ? null : 'It cannot be negative.');

/** The numbers of a move to edit, whatever its kind. */
export function MoveFields(props: FieldsProps<Move> & { plan: RoutePlan; field: Field }) {
  const { move, plan, field, setup, onChange } = props;
  switch (move.kind) {
    case 'drive':
      return (
        <>
          <QuantityField
            label="Distance, backwards is negative"
            kind="length"
            value={move.distance}
            drive={setup.drive}
            onChange={(distance) => onChange({ ...move, distance })}
          />
          <HeldFields move={move} setup={setup} onChange={onChange} />
        </>
      );
    case 'approach':
      return (
        <>
          <QuantityField
            label="Stop this far away"
            kind="length"
            value={move.distance}
            refuse={notNegative}
            onChange={(distance) => onChange({ ...move, distance })}
          />
          <HeldFields move={move} setup={setup} onChange={onChange} />
        </>
      );
    case 'until line':
      return (
        <>
          <Choice
            label="Until it is"
            value={move.sees}
            options={[
              { value: 'dark', label: 'dark' },
              { value: 'light', label: 'light' },
            ]}
            onChange={(sees) => onChange({ ...move, sees })}
          />
          <Choice
            label="Under the sensor"
            value={move.sensor}
            options={[
              { value: 'first', label: 'first' },
              { value: 'second', label: 'second' },
            ]}
            onChange={(sensor) => onChange({ ...move, sensor })}
          />
          <Way
            backwards={move.backwards}
            onChange={(backwards) => onChange({ ...move, backwards })}
          />
          <HeldFields move={move} setup={setup} onChange={onChange} />
        </>
      );
    case 'until touch':
      return <HeldFields move={move} setup={setup} onChange={onChange} />;
    case 'turn':
      return <TurnFields move={move} setup={setup} onChange={onChange} />;
    case 'arc':
      return <ArcFields move={move} setup={setup} onChange={onChange} />;
    case 'follow wall':
      return <FollowWallFields move={move} setup={setup} onChange={onChange} />;
    case 'follow line':
      return <FollowLineFields move={move} setup={setup} onChange={onChange} />;
    case 'square up':
      return <SquareUpFields move={move} setup={setup} onChange={onChange} />;
    case 'arm':
      return <ArmFields move={move} setup={setup} onChange={onChange} />;
    case 'settle':
      return (
        <QuantityField
          label="Wait for a still gyro at most"
          kind="time"
          value={move.timeLimit}
          refuse={(value) => (value > 0 && value <= 60 ? null : 'From 0 to 60 s.')}
          onChange={(timeLimit) => onChange({ ...move, timeLimit })}
        />
      );
    case 'wait':
      return (
        <QuantityField
          label="Stand still for"
          kind="time"
          value={move.duration}
          refuse={(value) => (value >= 0 && value <= 60 ? null : 'From 0 to 60 s.')}
          onChange={(duration) => onChange({ ...move, duration })}
        />
      );
    case 'checkpoint':
      return <CheckpointFields move={move} field={field} setup={setup} onChange={onChange} />;
    case 'repeat':
      return <RepeatFields move={move} plan={plan} setup={setup} onChange={onChange} />;
  }
}

type HeldMove = Extract<Move, { hold: unknown }>;

function Speed({
  move,
  onChange,
}: {
  move: Extract<Move, { speed: number }>;
  onChange: (move: Move) => void;
}) {
  return (
    <QuantityField
      label="Speed"
      kind="speed"
      value={move.speed}
      digits={0}
      refuse={(value) => (value > 0 ? null : 'Put the sign on the distance, not on the speed.')}
      onChange={(speed) => onChange({ ...move, speed })}
    />
  );
}

function Way({
  backwards,
  onChange,
}: {
  backwards: boolean;
  onChange: (backwards: boolean) => void;
}) {
  return (
    <Choice
      label="Drive"
      value={backwards ? 'back' : 'on'}
      options={[
        { value: 'on', label: 'forwards' },
        { value: 'back', label: 'backwards' },
      ]}
      onChange={(way) => onChange(way === 'back')}
    />
  );
}

function HeldFields({ move, setup, onChange }: FieldsProps<HeldMove>) {
  return (
    <>
      <Speed move={move} onChange={onChange} />
      <Choice
        label="Kept straight by"
        value={move.hold}
        options={[
          { value: 'gyro', label: 'gyro' },
          { value: 'encoders', label: 'encoders' },
          { value: 'none', label: 'none' },
        ]}
        onChange={(hold) => onChange({ ...move, hold })}
      />
      {move.hold === 'gyro' && (
        <>
          <Choice
            label="Heading"
            value={move.heading === null ? 'present' : 'given'}
            options={[
              { value: 'present', label: 'as it reads' },
              { value: 'given', label: 'given' },
            ]}
            onChange={(choice) => onChange({ ...move, heading: choice === 'present' ? null : 0 })}
          />
          {move.heading !== null && (
            <HeadingField
              label="Heading to keep"
              heading={move.heading}
              setup={setup}
              onChange={(heading) => onChange({ ...move, heading })}
            />
          )}
        </>
      )}
      {move.hold !== 'none' && (
        <OwnNumber
          label="Steering, °/s per °"
          own="typed"
          usual="by the setup"
          value={move.gain}
          start={move.hold === 'gyro' ? setup.program.headingGain : setup.program.encoderGain}
          onChange={(gain) => onChange({ ...move, gain })}
        />
      )}
    </>
  );
}

interface OwnNumberProps {
  label: string;
  own: string;
  usual: string;
  value: number | null;
  /** What it begins with when somebody wants to type it. */
  start: number;
  kind?: 'number' | 'angle';
  onChange: (value: number | null) => void;
}

/** A number that follows from something, or is typed. */
function OwnNumber({ label, own, usual, value, start, kind = 'number', onChange }: OwnNumberProps) {
  return (
    <>
      <Choice
        label={label.split(',')[0]!}
        value={value === null ? 'usual' : 'own'}
        options={[
          { value: 'usual', label: usual },
          { value: 'own', label: own },
        ]}
        onChange={(choice) => onChange(choice === 'usual' ? null : start)}
      />
      {value !== null && (
        <QuantityField
          label={label}
          kind={kind}
          digits={kind === 'number' ? 4 : 1}
          value={value}
          refuse={notNegative}
          onChange={onChange}
        />
      )}
    </>
  );
}

function TurnFields({ move, setup, onChange }: FieldsProps<TurnMove>) {
  const { target, way } = move;
  return (
    <>
      <Choice
        label="Turn"
        value={target.kind}
        options={[
          { value: 'heading', label: 'to a heading' },
          { value: 'angle', label: 'by an angle' },
        ]}
        onChange={(kind) =>
          onChange({
            ...move,
            target:
              kind === 'heading'
                ? { kind, heading: target.kind === 'angle' ? target.angle : target.heading }
                : { kind, angle: target.kind === 'heading' ? target.heading : target.angle },
          })
        }
      />
      <HeadingField
        label={
          target.kind === 'heading'
            ? 'Heading, 0 is the start'
            : `Angle, ${setup.gyro.rightPositive ? 'right' : 'left'} is positive`
        }
        heading={target.kind === 'heading' ? target.heading : target.angle}
        setup={setup}
        onChange={(value) =>
          onChange({
            ...move,
            target:
              target.kind === 'heading'
                ? { ...target, heading: value }
                : { ...target, angle: value },
          })
        }
      />
      <QuantityField
        label="Rate"
        kind="rate"
        value={move.rate}
        digits={0}
        refuse={(value) => (value > 0 ? null : 'The rate has no sign; the angle has.')}
        onChange={(rate) => onChange({ ...move, rate })}
      />
      <Choice
        label="Wheels"
        value={move.style}
        options={[
          { value: 'spot', label: 'both' },
          { value: 'pivot-left', label: 'right only' },
          { value: 'pivot-right', label: 'left only' },
        ]}
        onChange={(style) => onChange({ ...move, style })}
      />
      <Choice
        label="Finds its end"
        value={way.kind}
        options={[
          { value: 'stop early', label: 'stop early' },
          { value: 'slow end', label: 'slow end' },
          { value: 'controller', label: 'controller' },
        ]}
        onChange={(kind) => onChange({ ...move, way: startOfWay(kind) })}
      />
      {way.kind === 'slow end' && (
        <>
          <QuantityField
            label="Slow for the last"
            kind="angle"
            value={way.lastAngle}
            refuse={positive}
            onChange={(lastAngle) => onChange({ ...move, way: { ...way, lastAngle } })}
          />
          <QuantityField
            label="Rate there"
            kind="rate"
            digits={0}
            value={way.lastRate}
            refuse={positive}
            onChange={(lastRate) => onChange({ ...move, way: { ...way, lastRate } })}
          />
        </>
      )}
      {way.kind === 'controller' ? (
        <>
          <OwnNumber
            label="P, °/s per °"
            own="typed"
            usual="by the robot’s delay"
            value={way.p}
            start={4}
            onChange={(p) => onChange({ ...move, way: { ...way, p } })}
          />
          <QuantityField
            label="I, °/s per ° and s"
            kind="number"
            digits={2}
            value={way.i}
            refuse={notNegative}
            onChange={(i) => onChange({ ...move, way: { ...way, i } })}
          />
          <QuantityField
            label="D, °/s per °/s"
            kind="number"
            digits={3}
            value={way.d}
            refuse={notNegative}
            onChange={(d) => onChange({ ...move, way: { ...way, d } })}
          />
        </>
      ) : (
        <OwnNumber
          label="Stop early, this much before"
          own="typed"
          usual="by the bench"
          kind="angle"
          value={move.stopEarly}
          start={0.1}
          onChange={(stopEarly) => onChange({ ...move, stopEarly })}
        />
      )}
    </>
  );
}

function startOfWay(kind: TurnMove['way']['kind']): TurnMove['way'] {
  switch (kind) {
    case 'stop early':
      return { kind };
    case 'slow end':
      return { kind, lastAngle: radians(20), lastRate: radians(40) };
    case 'controller':
      return { kind, p: null, i: 0, d: 0 };
  }
}

function ArcFields({ move, setup, onChange }: FieldsProps<ArcMove>) {
  return (
    <>
      <QuantityField
        label="Radius, to the middle of the axle"
        kind="length"
        value={move.radius}
        refuse={(value) => (value >= 1 ? null : 'A turn on the spot is a turn, not an arc.')}
        onChange={(radius) => onChange({ ...move, radius })}
      />
      <HeadingField
        label={`Angle, ${setup.gyro.rightPositive ? 'right' : 'left'} is positive`}
        heading={move.angle}
        setup={setup}
        onChange={(angle) => onChange({ ...move, angle })}
      />
      <Speed move={move} onChange={onChange} />
      <Way backwards={move.backwards} onChange={(backwards) => onChange({ ...move, backwards })} />
      <Choice
        label="Measured by"
        value={move.by}
        options={[
          { value: 'gyro', label: 'gyro' },
          { value: 'encoders', label: 'encoders' },
        ]}
        onChange={(by) => onChange({ ...move, by })}
      />
    </>
  );
}

function FollowWallFields({ move, onChange }: FieldsProps<FollowWallMove>) {
  const { until } = move;
  return (
    <>
      <QuantityField
        label="Keep the wall this far from the sensor"
        kind="length"
        value={move.distance}
        refuse={notNegative}
        onChange={(distance) => onChange({ ...move, distance })}
      />
      <Speed move={move} onChange={onChange} />
      <Choice
        label="Until"
        value={until.kind}
        options={[
          { value: 'length', label: 'a length' },
          { value: 'range', label: 'ahead is near' },
          { value: 'line', label: 'a line' },
        ]}
        onChange={(kind) =>
          onChange({
            ...move,
            until:
              kind === 'length'
                ? { kind, length: 400 }
                : kind === 'range'
                  ? { kind, distance: 150 }
                  : { kind, sees: 'dark' },
          })
        }
      />
      {until.kind === 'length' && (
        <QuantityField
          label="Length"
          kind="length"
          value={until.length}
          refuse={notNegative}
          onChange={(length) => onChange({ ...move, until: { ...until, length } })}
        />
      )}
      {until.kind === 'range' && (
        <QuantityField
          label="Stop this far away"
          kind="length"
          value={until.distance}
          refuse={notNegative}
          onChange={(distance) => onChange({ ...move, until: { ...until, distance } })}
        />
      )}
      {until.kind === 'line' && (
        <Choice
          label="Until it is"
          value={until.sees}
          options={[
            { value: 'dark', label: 'dark' },
            { value: 'light', label: 'light' },
          ]}
          onChange={(sees) => onChange({ ...move, until: { ...until, sees } })}
        />
      )}
      <FollowingGain move={move} onChange={onChange} />
    </>
  );
}

function FollowLineFields({ move, onChange }: FieldsProps<FollowLineMove>) {
  const { until } = move;
  return (
    <>
      <Choice
        label="Edge of the line"
        value={move.edge}
        options={[
          { value: 'left', label: 'left' },
          { value: 'right', label: 'right' },
        ]}
        onChange={(edge) => onChange({ ...move, edge })}
      />
      <Speed move={move} onChange={onChange} />
      <Choice
        label="Until"
        value={until.kind}
        options={[
          { value: 'length', label: 'a length' },
          { value: 'crossing', label: 'a crossing line' },
        ]}
        onChange={(kind) =>
          onChange({
            ...move,
            until: kind === 'length' ? { kind, length: 300 } : { kind, count: 1 },
          })
        }
      />
      {until.kind === 'length' ? (
        <QuantityField
          label="Length"
          kind="length"
          value={until.length}
          refuse={notNegative}
          onChange={(length) => onChange({ ...move, until: { ...until, length } })}
        />
      ) : (
        <QuantityField
          label="Which crossing, counted by the second sensor"
          kind="number"
          digits={0}
          value={until.count}
          refuse={wholeFrom(1, 20)}
          onChange={(count) => onChange({ ...move, until: { ...until, count } })}
        />
      )}
      <FollowingGain move={move} onChange={onChange} />
    </>
  );
}

/** Steering of a robot that follows something: shown in °/s per mm, kept in rad/(s·mm). */
function FollowingGain({
  move,
  onChange,
}: {
  move: FollowWallMove | FollowLineMove;
  onChange: (move: Move) => void;
}) {
  return (
    <OwnNumber
      label="Steering, °/s per mm"
      own="typed"
      usual="recommended"
      value={move.gain === null ? null : degrees(move.gain)}
      start={1}
      onChange={(gain) => onChange({ ...move, gain: gain === null ? null : radians(gain) })}
    />
  );
}

function SquareUpFields({ move, setup, onChange }: FieldsProps<SquareUpMove>) {
  return (
    <>
      <Choice
        label="On"
        value={move.against}
        options={[
          { value: 'border', label: 'the border' },
          { value: 'line', label: 'a line' },
        ]}
        onChange={(against) =>
          onChange({ ...move, against, backwards: against === 'border' ? move.backwards : false })
        }
      />
      <Way backwards={move.backwards} onChange={(backwards) => onChange({ ...move, backwards })} />
      <Speed move={move} onChange={onChange} />
      {move.against === 'border' && (
        <QuantityField
          label="Push for, the way there included"
          kind="time"
          value={move.duration}
          refuse={(value) => (value > 0 && value <= 20 ? null : 'From 0 to 20 s.')}
          onChange={(duration) => onChange({ ...move, duration })}
        />
      )}
      <Choice
        label="Heading then"
        value={move.heading === null ? 'quarter' : 'given'}
        options={[
          { value: 'quarter', label: 'nearest 90°' },
          { value: 'given', label: 'given' },
        ]}
        onChange={(choice) => onChange({ ...move, heading: choice === 'quarter' ? null : 0 })}
      />
      {move.heading !== null && (
        <HeadingField
          label="Heading when it stands flat"
          heading={move.heading}
          setup={setup}
          onChange={(heading) => onChange({ ...move, heading })}
        />
      )}
    </>
  );
}

function ArmFields({ move, onChange }: FieldsProps<ArmMove>) {
  return (
    <>
      <QuantityField
        label="Motor turns by, back is negative"
        kind="angle"
        value={move.angle}
        onChange={(angle) => onChange({ ...move, angle })}
      />
      <QuantityField
        label="Power"
        kind="share"
        digits={0}
        value={move.power}
        refuse={(value) => (value > 0 && value <= 1 ? null : 'From 0 to 100 %.')}
        onChange={(power) => onChange({ ...move, power })}
      />
      <QuantityField
        label="Stalled when it has not moved for"
        kind="time"
        value={move.stallTime}
        refuse={(value) => (value > 0 && value <= 10 ? null : 'From 0 to 10 s.')}
        onChange={(stallTime) => onChange({ ...move, stallTime })}
      />
    </>
  );
}

function CheckpointFields({
  move,
  field,
  onChange,
}: FieldsProps<CheckpointMove> & { field: Field }) {
  return (
    <>
      <Picker
        label="Measured at"
        value={move.modelId}
        options={field.models.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(modelId) => {
          const before = field.models.find(({ id }) => id === move.modelId)?.name;
          const name = field.models.find(({ id }) => id === modelId)!.name;
          // A name that people gave stays.
          onChange({ ...move, modelId, name: move.name === before ? name : move.name });
        }}
      />
      <TextField
        label="Name"
        value={move.name}
        maxLength={80}
        onChange={(name) => onChange({ ...move, name })}
      />
      <QuantityField
        label="Stand still for measuring"
        kind="time"
        value={move.pause}
        refuse={(value) => (value >= 0 && value <= 60 ? null : 'From 0 to 60 s.')}
        onChange={(pause) => onChange({ ...move, pause })}
      />
    </>
  );
}

function RepeatFields({ move, plan, onChange }: FieldsProps<RepeatMove> & { plan: RoutePlan }) {
  const here = plan.moves.findIndex(({ id }) => id === move.id);
  return (
    <>
      <Picker
        label="From move"
        value={move.fromId}
        options={plan.moves.slice(0, here).map(({ id, kind }, i) => ({
          value: id,
          label: `${i + 1} ${MOVE_NAMES[kind]}`,
        }))}
        onChange={(fromId) => onChange({ ...move, fromId })}
      />
      <QuantityField
        label="Times in all"
        kind="number"
        digits={0}
        value={move.times}
        refuse={wholeFrom(1, 50)}
        onChange={(times) => onChange({ ...move, times })}
      />
    </>
  );
}

function wholeFrom(least: number, most: number) {
  return (value: number) =>
    Number.isInteger(value) && value >= least && value <= most
      ? null
      : `A whole number from ${least} to ${most}.`;
}

type EndedMove = Extract<Move, { stop: unknown }>;

/** How a move stops, and when it gives up. */
export function EndFields({ move, onChange }: { move: EndedMove; onChange: (move: Move) => void }) {
  return (
    <>
      <Choice
        label="Motors stop by"
        value={move.stop}
        options={[
          { value: 'brake', label: 'braking' },
          { value: 'hold', label: 'holding' },
          { value: 'coast', label: 'rolling out' },
        ]}
        onChange={(stop) => onChange({ ...move, stop })}
      />
      <Choice
        label="Give up"
        value={move.timeLimit === null ? 'itself' : 'given'}
        options={[
          { value: 'itself', label: 'by itself' },
          { value: 'given', label: 'after a time' },
        ]}
        onChange={(choice) => onChange({ ...move, timeLimit: choice === 'itself' ? null : 5 })}
      />
      {move.timeLimit !== null && (
        <QuantityField
          label="Give up after"
          kind="time"
          value={move.timeLimit}
          refuse={(value) => (value > 0 && value <= 60 ? null : 'From 0 to 60 s.')}
          onChange={(timeLimit) => onChange({ ...move, timeLimit })}
        />
      )}
    </>
  );
}

interface HeadingFieldProps {
  label: string;
  /** rad counter-clockwise. */
  heading: number;
  setup: Setup;
  onChange: (heading: number) => void;
}

/** A heading in the robot's own sense: right is positive unless its setup says otherwise. */
function HeadingField({ label, heading, setup, onChange }: HeadingFieldProps) {
  return (
    <QuantityField
      label={label}
      kind="angle"
      value={radians(shownHeading(heading, setup))}
      onChange={(value) => onChange(headingFromShown(degrees(value), setup))}
    />
  );
}
