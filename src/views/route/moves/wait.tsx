import { QuantityField } from '../../../ui/QuantityField.tsx';
import { type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function WaitFields({ move, onChange }: MoveFieldsProps<'wait'>) {
  return (
    <QuantityField
      label={say`Stand still for`}
      kind="time"
      value={move.duration}
      refuse={(value) => (value >= 0 && value <= 60 ? null : say`From 0 to 60 s.`)}
      onChange={(duration) => onChange({ ...move, duration })}
    />
  );
}
