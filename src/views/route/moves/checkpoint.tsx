import { QuantityField } from '../../../ui/QuantityField.tsx';
import { Picker, TextField } from '../../../ui/TextField.tsx';
import { type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function CheckpointFields({ move, field, onChange }: MoveFieldsProps<'checkpoint'>) {
  return (
    <>
      <Picker
        label={say`Measured at`}
        value={move.modelId}
        options={field.models.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(modelId) => {
          const before = field.models.find(({ id }) => id === move.modelId)?.name;
          const name = field.models.find(({ id }) => id === modelId)!.name;
          // A name that people gave stays.
          onChange({ ...move, modelId, name: move.name === before ? name : move.name });
        }}
      />
      <TextField
        label={say`Name`}
        value={move.name}
        maxLength={80}
        onChange={(name) => onChange({ ...move, name })}
      />
      <QuantityField
        label={say`Stand still for measuring`}
        kind="time"
        value={move.pause}
        refuse={(value) => (value >= 0 && value <= 60 ? null : say`From 0 to 60 s.`)}
        onChange={(pause) => onChange({ ...move, pause })}
      />
    </>
  );
}
