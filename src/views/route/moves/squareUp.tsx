import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { Speed, Way, HeadingField, type MoveFieldsProps } from '../fieldParts.tsx';

export function SquareUpFields({ move, setup, onChange }: MoveFieldsProps<'square up'>) {
  return (
    <>
      <Choice
        label="On"
        value={move.against}
        options={[
          { value: 'border', label: 'the border' },
          { value: 'line', label: 'a line' },
        ]}
        onChange={(against) =>
          onChange({ ...move, against, backwards: against === 'border' ? move.backwards : false })
        }
      />
      <Way backwards={move.backwards} onChange={(backwards) => onChange({ ...move, backwards })} />
      <Speed move={move} onChange={onChange} />
      {move.against === 'border' && (
        <QuantityField
          label="Push for, the way there included"
          kind="time"
          value={move.duration}
          refuse={(value) => (value > 0 && value <= 20 ? null : 'From 0 to 20 s.')}
          onChange={(duration) => onChange({ ...move, duration })}
        />
      )}
      <Choice
        label="Heading then"
        value={move.heading === null ? 'quarter' : 'given'}
        options={[
          { value: 'quarter', label: 'nearest 90°' },
          { value: 'given', label: 'given' },
        ]}
        onChange={(choice) => onChange({ ...move, heading: choice === 'quarter' ? null : 0 })}
      />
      {move.heading !== null && (
        <HeadingField
          label="Heading when it stands flat"
          heading={move.heading}
          setup={setup}
          onChange={(heading) => onChange({ ...move, heading })}
        />
      )}
    </>
  );
}
