import { QuantityField } from '../../../ui/QuantityField.tsx';
import { type MoveFieldsProps } from '../fieldParts.tsx';

export function ArmFields({ move, onChange }: MoveFieldsProps<'arm'>) {
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
