import type { Field } from '../../core/field/field.ts';
import { MOVE_NAMES } from '../../core/moves/moveTitle.ts';
import { Choice } from '../../ui/Choice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { Picker, TextField } from '../../ui/TextField.tsx';
import type {
  ArcMove,
  ArmMove,
  CheckpointMove,
  Move,
  RepeatMove,
  RoutePlan,
} from '../../core/moves/moves.ts';
import {
  type FieldsProps,
  notNegative,
  wholeFrom,
  Speed,
  Way,
  HeldFields,
  HeadingField,
} from './fieldParts.tsx';
import { TurnFields } from './turnFields.tsx';
import { FollowWallFields, FollowLineFields, SquareUpFields } from './sensingFields.tsx';

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
