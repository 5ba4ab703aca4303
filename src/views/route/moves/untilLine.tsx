import { Choice } from '../../../ui/Choice.tsx';
import { Way, HeldFields, type MoveFieldsProps } from '../fieldParts.tsx';

export function UntilLineFields({ move, setup, onChange }: MoveFieldsProps<'until line'>) {
  return (
    <>
      <Choice
        label="Until it is"
        value={move.sees}
        options={[
          { value: 'dark', label: 'dark' },
          { value: 'light', label: 'light' },
        ]}
        onChange={(sees) => onChange({ ...move, sees })}
      />
      <Choice
        label="Under the sensor"
        value={move.sensor}
        options={[
          { value: 'first', label: 'first' },
          { value: 'second', label: 'second' },
        ]}
        onChange={(sensor) => onChange({ ...move, sensor })}
      />
      <Way backwards={move.backwards} onChange={(backwards) => onChange({ ...move, backwards })} />
      <HeldFields move={move} setup={setup} onChange={onChange} />
    </>
  );
}
