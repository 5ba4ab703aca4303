import { isRightPositive } from '../../../core/mathematics/conventions.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { Speed, Way, HeadingField, type MoveFieldsProps } from '../fieldParts.tsx';

export function ArcFields({ move, setup, onChange }: MoveFieldsProps<'arc'>) {
  return (
    <>
      <QuantityField
        label="Radius, to the middle of the axle"
        kind="length"
        value={move.radius}
        refuse={(value) => (value >= 1 ? null : 'A turn on the spot is a turn, not an arc.')}
        onChange={(radius) => onChange({ ...move, radius })}
      />
      <HeadingField
        label={`Angle, ${isRightPositive(setup.gyro.rightPositive) ? 'right' : 'left'} is positive`}
        heading={move.angle}
        setup={setup}
        onChange={(angle) => onChange({ ...move, angle })}
      />
      <Speed move={move} onChange={onChange} />
      <Way backwards={move.backwards} onChange={(backwards) => onChange({ ...move, backwards })} />
      <Choice
        label="Measured by"
        value={move.by}
        options={[
          { value: 'gyro', label: 'gyro' },
          { value: 'encoders', label: 'encoders' },
        ]}
        onChange={(by) => onChange({ ...move, by })}
      />
    </>
  );
}
