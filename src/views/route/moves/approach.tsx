import { QuantityField } from '../../../ui/QuantityField.tsx';
import { notNegative, HeldFields, type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function ApproachFields({ move, setup, onChange }: MoveFieldsProps<'approach'>) {
  return (
    <>
      <QuantityField
        label={say`Stop this far away`}
        kind="length"
        value={move.distance}
        refuse={notNegative}
        onChange={(distance) => onChange({ ...move, distance })}
      />
      <HeldFields move={move} setup={setup} onChange={onChange} />
    </>
  );
}
