import { QuantityField } from '../../../ui/QuantityField.tsx';
import { AskFields } from '../AskFields.tsx';
import { wholeFrom, type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function ChooseFields({ move, setup, onChange }: MoveFieldsProps<'choose'>) {
  return (
    <>
      <AskFields
        label={say`Look at`}
        ask={move.ask}
        setup={setup}
        onChange={(ask) => onChange({ ...move, ask })}
      />
      <QuantityField
        label={say`Looks; more than half decide`}
        kind="number"
        digits={0}
        value={move.looks}
        refuse={wholeFrom(1, 99)}
        onChange={(looks) => onChange({ ...move, looks })}
      />
    </>
  );
}

/** Where the second way begins, and where both are one again: there is nothing to set. */
export function BracketFields() {
  return null;
}
