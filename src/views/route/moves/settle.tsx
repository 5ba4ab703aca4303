import { QuantityField } from '../../../ui/QuantityField.tsx';
import { type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function SettleFields({ move, onChange }: MoveFieldsProps<'settle'>) {
  return (
    <QuantityField
      label={say`Wait for a still gyro at most`}
      kind="time"
      value={move.timeLimit}
      refuse={(value) => (value > 0 && value <= 60 ? null : say`From 0 to 60 s.`)}
      onChange={(timeLimit) => onChange({ ...move, timeLimit })}
    />
  );
}
