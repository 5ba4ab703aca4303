import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { notNegative, Speed, FollowingGain, type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function FollowWallFields({ move, onChange }: MoveFieldsProps<'follow wall'>) {
  const { until } = move;
  return (
    <>
      <QuantityField
        label={say`Keep the wall this far from the sensor`}
        kind="length"
        value={move.distance}
        refuse={notNegative}
        onChange={(distance) => onChange({ ...move, distance })}
      />
      <Speed move={move} onChange={onChange} />
      <Choice
        label={say`Until`}
        value={until.kind}
        options={[
          { value: 'length', label: say`a length` },
          { value: 'range', label: say`ahead is near` },
          { value: 'line', label: say`a line` },
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
          label={say`Length`}
          kind="length"
          value={until.length}
          refuse={notNegative}
          onChange={(length) => onChange({ ...move, until: { ...until, length } })}
        />
      )}
      {until.kind === 'range' && (
        <QuantityField
          label={say`Stop this far away`}
          kind="length"
          value={until.distance}
          refuse={notNegative}
          onChange={(distance) => onChange({ ...move, until: { ...until, distance } })}
        />
      )}
      {until.kind === 'line' && (
        <Choice
          label={say`Until it is`}
          value={until.sees}
          options={[
            { value: 'dark', label: say`dark` },
            { value: 'light', label: say`light` },
          ]}
          onChange={(sees) => onChange({ ...move, until: { ...until, sees } })}
        />
      )}
      <FollowingGain move={move} onChange={onChange} />
    </>
  );
}
