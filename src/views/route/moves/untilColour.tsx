import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { ColourName } from '../AskFields.tsx';
import {
  HeldFields,
  Speed,
  FollowingGain,
  Way,
  wholeFrom,
  type MoveFieldsProps,
} from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function UntilColourFields({ move, setup, onChange }: MoveFieldsProps<'until colour'>) {
  const { along } = move;
  return (
    <>
      <ColourName
        colour={move.colour}
        setup={setup}
        onChange={(colour) => onChange({ ...move, colour })}
      />
      <QuantityField
        label={say`Looks one after the other`}
        kind="number"
        digits={0}
        value={move.looks}
        refuse={wholeFrom(1, 50)}
        onChange={(looks) => onChange({ ...move, looks })}
      />
      <Choice
        label={say`On the way`}
        value={along.kind}
        options={[
          { value: 'straight', label: say`drive straight` },
          { value: 'line', label: say`follow a line` },
        ]}
        onChange={(kind) =>
          onChange({
            ...move,
            gain: null,
            along:
              kind === 'line'
                ? { kind, edge: 'left' }
                : { kind, backwards: false, hold: 'gyro', heading: null },
          })
        }
      />
      {along.kind === 'line' ? (
        <>
          <Choice
            label={say`Edge of the line`}
            value={along.edge}
            options={[
              { value: 'left', label: say`left` },
              { value: 'right', label: say`right` },
            ]}
            onChange={(edge) => onChange({ ...move, along: { ...along, edge } })}
          />
          <Speed move={move} onChange={onChange} />
          <FollowingGain move={move} onChange={onChange} />
        </>
      ) : (
        <>
          <Way
            backwards={along.backwards}
            onChange={(backwards) => onChange({ ...move, along: { ...along, backwards } })}
          />
          <HeldFields
            move={{ ...along, speed: move.speed, gain: move.gain }}
            setup={setup}
            onChange={({ speed, gain, hold, heading }) =>
              onChange({ ...move, speed, gain, along: { ...along, hold, heading } })
            }
          />
        </>
      )}
    </>
  );
}
