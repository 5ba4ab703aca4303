import { QuantityField } from '../../../ui/QuantityField.tsx';
import { notNegative, HeldFields, type MoveFieldsProps } from '../fieldParts.tsx';

export function ApproachFields({ move, setup, onChange }: MoveFieldsProps<'approach'>) {
  return (
    <>
      <QuantityField
        label="Stop this far away"
        kind="length"
        value={move.distance}
        refuse={notNegative}
        onChange={(distance) => onChange({ ...move, distance })}
      />
      <HeldFields move={move} setup={setup} onChange={onChange} />
    </>
  );
}
