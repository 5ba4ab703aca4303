import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import {
  notNegative,
  wholeFrom,
  Speed,
  FollowingGain,
  type MoveFieldsProps,
} from '../fieldParts.tsx';

export function FollowLineFields({ move, onChange }: MoveFieldsProps<'follow line'>) {
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
