import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { shareOfOne, type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function ArmFields({ move, onChange }: MoveFieldsProps<'arm'>) {
  return (
    <>
      <Choice
        label={say`Attachment is moved by`}
        value={move.servo === null ? 'motor' : 'servo'}
        options={[
          { value: 'motor', label: say`a motor` },
          { value: 'servo', label: say`a servo` },
        ]}
        onChange={(by) => onChange({ ...move, servo: by === 'motor' ? null : 0.5 })}
      />
      {move.servo === null ? (
        <>
          <QuantityField
            label={say`Motor turns by, back is negative`}
            kind="angle"
            value={move.angle}
            onChange={(angle) => onChange({ ...move, angle })}
          />
          <QuantityField
            label={say`Power`}
            kind="share"
            digits={0}
            value={move.power}
            refuse={(value) => (value > 0 && value <= 1 ? null : say`From 0 to 100 %.`)}
            onChange={(power) => onChange({ ...move, power })}
          />
          <QuantityField
            label={say`Stalled when it has not moved for`}
            kind="time"
            value={move.stallTime}
            refuse={(value) => (value > 0 && value <= 10 ? null : say`From 0 to 10 s.`)}
            onChange={(stallTime) => onChange({ ...move, stallTime })}
          />
        </>
      ) : (
        <QuantityField
          label={say`Servo goes to this share of its travel`}
          kind="share"
          digits={0}
          value={move.servo}
          refuse={shareOfOne}
          onChange={(servo) => onChange({ ...move, servo })}
        />
      )}
    </>
  );
}
