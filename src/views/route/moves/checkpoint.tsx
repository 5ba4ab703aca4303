import { QuantityField } from '../../../ui/QuantityField.tsx';
import { Picker, TextField } from '../../../ui/TextField.tsx';
import { type MoveFieldsProps } from '../fieldParts.tsx';

export function CheckpointFields({ move, field, onChange }: MoveFieldsProps<'checkpoint'>) {
  return (
    <>
      <Picker
        label="Measured at"
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
        label="Name"
        value={move.name}
        maxLength={80}
        onChange={(name) => onChange({ ...move, name })}
      />
      <QuantityField
        label="Stand still for measuring"
        kind="time"
        value={move.pause}
        refuse={(value) => (value >= 0 && value <= 60 ? null : 'From 0 to 60 s.')}
        onChange={(pause) => onChange({ ...move, pause })}
      />
    </>
  );
}
