import { Choice } from '../../../ui/Choice.tsx';
import { Way, HeldFields, type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function UntilLineFields({ move, setup, onChange }: MoveFieldsProps<'until line'>) {
  return (
    <>
      <Choice
        label={say`Until it is`}
        value={move.sees}
        options={[
          { value: 'dark', label: say`dark` },
          { value: 'light', label: say`light` },
        ]}
        onChange={(sees) => onChange({ ...move, sees })}
      />
      <Choice
        label={say`Under the sensor`}
        value={move.sensor}
        options={[
          { value: 'first', label: say`first` },
          { value: 'second', label: say`second` },
        ]}
        onChange={(sensor) => onChange({ ...move, sensor })}
      />
      <Way backwards={move.backwards} onChange={(backwards) => onChange({ ...move, backwards })} />
      <HeldFields move={move} setup={setup} onChange={onChange} />
    </>
  );
}
