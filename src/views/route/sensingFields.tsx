import { degrees, radians } from '../../core/mathematics/angle.ts';
import { Choice } from '../../ui/Choice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import type { FollowLineMove, FollowWallMove, Move, SquareUpMove } from '../../core/moves/moves.ts';
import {
  type FieldsProps,
  notNegative,
  wholeFrom,
  Speed,
  Way,
  OwnNumber,
  HeadingField,
} from './fieldParts.tsx';

export function FollowWallFields({ move, onChange }: FieldsProps<FollowWallMove>) {
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

export function FollowLineFields({ move, onChange }: FieldsProps<FollowLineMove>) {
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

export function SquareUpFields({ move, setup, onChange }: FieldsProps<SquareUpMove>) {
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
