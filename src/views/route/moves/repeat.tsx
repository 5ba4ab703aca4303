import { definitionOf } from '../../../core/moves/index.ts';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { Picker } from '../../../ui/TextField.tsx';
import { wholeFrom, type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function RepeatFields({ move, plan, onChange }: MoveFieldsProps<'repeat'>) {
  const here = plan.moves.findIndex(({ id }) => id === move.id);
  return (
    <>
      <Picker
        label={say`From move`}
        value={move.fromId}
        options={plan.moves.slice(0, here).map(({ id, kind }, i) => ({
          value: id,
          label: `${i + 1} ${definitionOf(kind).name}`,
        }))}
        onChange={(fromId) => onChange({ ...move, fromId })}
      />
      <QuantityField
        label={say`Times in all`}
        kind="number"
        digits={0}
        value={move.times}
        refuse={wholeFrom(1, 50)}
        onChange={(times) => onChange({ ...move, times })}
      />
    </>
  );
}
