import { isRightPositive } from '../../../core/language/conventions.ts';
import type { MoveOfKind } from '../../../core/moves/index.ts';
import { radians } from '../../../core/mathematics/angle.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import {
  positive,
  notNegative,
  OwnNumber,
  HeadingField,
  type MoveFieldsProps,
} from '../fieldParts.tsx';
import { say } from '../../../core/language/say.ts';

export function TurnFields({ move, setup, onChange }: MoveFieldsProps<'turn'>) {
  const { target, way } = move;
  return (
    <>
      <Choice
        label={say`Turn`}
        value={target.kind}
        options={[
          { value: 'heading', label: say`to a heading` },
          { value: 'angle', label: say`by an angle` },
        ]}
        onChange={(kind) =>
          onChange({
            ...move,
            target:
              kind === 'heading'
                ? { kind, heading: target.kind === 'angle' ? target.angle : target.heading }
                : { kind, angle: target.kind === 'heading' ? target.heading : target.angle },
          })
        }
      />
      <HeadingField
        label={
          target.kind === 'heading'
            ? say`Heading, 0 is the start`
            : say`Angle, ${isRightPositive(setup.gyro.rightPositive) ? say`right` : say`left`} is positive`
        }
        heading={target.kind === 'heading' ? target.heading : target.angle}
        setup={setup}
        onChange={(value) =>
          onChange({
            ...move,
            target:
              target.kind === 'heading'
                ? { ...target, heading: value }
                : { ...target, angle: value },
          })
        }
      />
      <QuantityField
        label={say`Rate`}
        kind="rate"
        value={move.rate}
        digits={0}
        refuse={(value) => (value > 0 ? null : say`The rate has no sign; the angle has.`)}
        onChange={(rate) => onChange({ ...move, rate })}
      />
      <Choice
        label={say`Wheels`}
        value={move.style}
        options={[
          { value: 'spot', label: say`both` },
          { value: 'pivot-left', label: say`right only` },
          { value: 'pivot-right', label: say`left only` },
        ]}
        onChange={(style) => onChange({ ...move, style })}
      />
      <Choice
        label={say`Finds its end`}
        value={way.kind}
        options={[
          { value: 'stop early', label: say`stop early` },
          { value: 'slow end', label: say`slow end` },
          { value: 'controller', label: say`controller` },
        ]}
        onChange={(kind) => onChange({ ...move, way: startOfWay(kind) })}
      />
      {way.kind === 'slow end' && (
        <>
          <QuantityField
            label={say`Slow for the last`}
            kind="angle"
            value={way.lastAngle}
            refuse={positive}
            onChange={(lastAngle) => onChange({ ...move, way: { ...way, lastAngle } })}
          />
          <QuantityField
            label={say`Rate there`}
            kind="rate"
            digits={0}
            value={way.lastRate}
            refuse={positive}
            onChange={(lastRate) => onChange({ ...move, way: { ...way, lastRate } })}
          />
        </>
      )}
      {way.kind === 'controller' ? (
        <>
          <OwnNumber
            label={say`P, °/s per °`}
            own="typed"
            usual={say`by the robot’s delay`}
            value={way.p}
            start={4}
            onChange={(p) => onChange({ ...move, way: { ...way, p } })}
          />
          <QuantityField
            label={say`I, °/s per ° and s`}
            kind="number"
            digits={2}
            value={way.i}
            refuse={notNegative}
            onChange={(i) => onChange({ ...move, way: { ...way, i } })}
          />
          <QuantityField
            label={say`D, °/s per °/s`}
            kind="number"
            digits={3}
            value={way.d}
            refuse={notNegative}
            onChange={(d) => onChange({ ...move, way: { ...way, d } })}
          />
        </>
      ) : (
        <OwnNumber
          label={say`Stop early, this much before`}
          own="typed"
          usual={say`by the bench`}
          kind="angle"
          value={move.stopEarly}
          start={0.1}
          onChange={(stopEarly) => onChange({ ...move, stopEarly })}
        />
      )}
    </>
  );
}

function startOfWay(kind: MoveOfKind<'turn'>['way']['kind']): MoveOfKind<'turn'>['way'] {
  switch (kind) {
    case 'stop early':
      return { kind };
    case 'slow end':
      return { kind, lastAngle: radians(20), lastRate: radians(40) };
    case 'controller':
      return { kind, p: null, i: 0, d: 0 };
  }
}
