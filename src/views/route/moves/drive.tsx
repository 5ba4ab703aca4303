import { QuantityField } from '../../../ui/QuantityField.tsx';
import { HeldFields, type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function DriveFields({ move, setup, onChange }: MoveFieldsProps<'drive'>) {
  return (
    <>
      <QuantityField
        label={say`Distance, backwards is negative`}
        kind="length"
        value={move.distance}
        drive={setup.drive}
        onChange={(distance) => onChange({ ...move, distance })}
      />
      <HeldFields move={move} setup={setup} onChange={onChange} />
    </>
  );
}
