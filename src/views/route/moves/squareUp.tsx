import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { Speed, Way, HeadingField, type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function SquareUpFields({ move, setup, onChange }: MoveFieldsProps<'square up'>) {
  return (
    <>
      <Choice
        label={say`On`}
        value={move.against}
        options={[
          { value: 'border', label: say`the border` },
          { value: 'line', label: say`a line` },
        ]}
        onChange={(against) =>
          onChange({ ...move, against, backwards: against === 'border' ? move.backwards : false })
        }
      />
      <Way backwards={move.backwards} onChange={(backwards) => onChange({ ...move, backwards })} />
      <Speed move={move} onChange={onChange} />
      {move.against === 'border' && (
        <QuantityField
          label={say`Push for, the way there included`}
          kind="time"
          value={move.duration}
          refuse={(value) => (value > 0 && value <= 20 ? null : say`From 0 to 20 s.`)}
          onChange={(duration) => onChange({ ...move, duration })}
        />
      )}
      <Choice
        label={say`Heading then`}
        value={move.heading === null ? 'quarter' : 'given'}
        options={[
          { value: 'quarter', label: say`nearest 90°` },
          { value: 'given', label: say`given` },
        ]}
        onChange={(choice) => onChange({ ...move, heading: choice === 'quarter' ? null : 0 })}
      />
      {move.heading !== null && (
        <HeadingField
          label={say`Heading when it stands flat`}
          heading={move.heading}
          setup={setup}
          onChange={(heading) => onChange({ ...move, heading })}
        />
      )}
    </>
  );
}
