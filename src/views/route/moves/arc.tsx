import { isRightPositive } from '../../../core/language/conventions.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { Speed, Way, HeadingField, type MoveFieldsProps } from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function ArcFields({ move, setup, onChange }: MoveFieldsProps<'arc'>) {
  return (
    <>
      <QuantityField
        label={say`Radius, to the middle of the axle`}
        kind="length"
        value={move.radius}
        refuse={(value) => (value >= 1 ? null : say`A turn on the spot is a turn, not an arc.`)}
        onChange={(radius) => onChange({ ...move, radius })}
      />
      <HeadingField
        label={say`Angle, ${isRightPositive(setup.gyro.rightPositive) ? say`right` : say`left`} is positive`}
        heading={move.angle}
        setup={setup}
        onChange={(angle) => onChange({ ...move, angle })}
      />
      <Speed move={move} onChange={onChange} />
      <Way backwards={move.backwards} onChange={(backwards) => onChange({ ...move, backwards })} />
      <Choice
        label={say`Measured by`}
        value={move.by}
        options={[
          { value: 'gyro', label: say`gyro` },
          { value: 'encoders', label: say`encoders` },
        ]}
        onChange={(by) => onChange({ ...move, by })}
      />
    </>
  );
}
