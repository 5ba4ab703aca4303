import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import {
  notNegative,
  wholeFrom,
  Speed,
  FollowingGain,
  type MoveFieldsProps,
} from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function FollowLineFields({ move, onChange }: MoveFieldsProps<'follow line'>) {
  const { until } = move;
  return (
    <>
      <Choice
        label={say`Edge of the line`}
        value={move.edge}
        options={[
          { value: 'left', label: say`left` },
          { value: 'right', label: say`right` },
        ]}
        onChange={(edge) => onChange({ ...move, edge })}
      />
      <Speed move={move} onChange={onChange} />
      <Choice
        label={say`Until`}
        value={until.kind}
        options={[
          { value: 'length', label: say`a length` },
          { value: 'crossing', label: say`a crossing line` },
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
          label={say`Length`}
          kind="length"
          value={until.length}
          refuse={notNegative}
          onChange={(length) => onChange({ ...move, until: { ...until, length } })}
        />
      ) : (
        <QuantityField
          label={say`Which crossing, counted by the second sensor`}
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
