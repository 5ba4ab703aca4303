import { ASK_KINDS, startingAsk, type Ask } from '../../core/moves/questions.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import { Choice } from '../../ui/Choice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { Swatch } from '../../ui/Swatch.tsx';
import { Picker, TextField } from '../../ui/TextField.tsx';
import { notNegative, shareOfOne } from './fieldParts.tsx';

/** What each kind of question is called. */
const KINDS: Readonly<Record<Ask['kind'], string>> = {
  range: 'range: something is near',
  light: 'light: dark or light',
  colour: 'colour: it is this one',
  touch: 'bumper: it is pressed',
  arm: 'attachment motor: where it stands',
  servo: 'servo: where it was sent',
};

interface AskFieldsProps {
  label: string;
  ask: Ask;
  /** The kinds that make sense here. */
  kinds?: readonly Ask['kind'][];
  setup: RobotParameters;
  onChange: (ask: Ask) => void;
}

/** A question to a sensor with its numbers. */
export function AskFields({ label, ask, kinds, setup, onChange }: AskFieldsProps) {
  const offered = kinds ?? ASK_KINDS;
  return (
    <>
      <Picker
        label={label}
        value={ask.kind}
        options={offered.map((kind) => ({ value: kind, label: KINDS[kind] }))}
        onChange={(kind) => onChange(startingAsk(kind as Ask['kind']))}
      />
      <AskNumbers ask={ask} setup={setup} onChange={onChange} />
    </>
  );
}

function AskNumbers({ ask, setup, onChange }: Pick<AskFieldsProps, 'ask' | 'setup' | 'onChange'>) {
  switch (ask.kind) {
    case 'range':
      return (
        <>
          <Choice
            label="Range sensor"
            value={ask.sensor}
            options={[
              { value: 'ahead', label: 'ahead' },
              { value: 'side', label: 'at the side' },
            ]}
            onChange={(sensor) => onChange({ ...ask, sensor })}
          />
          <QuantityField
            label="Nearer than"
            kind="length"
            digits={0}
            value={ask.nearerThan}
            refuse={notNegative}
            onChange={(nearerThan) => onChange({ ...ask, nearerThan })}
          />
        </>
      );
    case 'light':
      return (
        <>
          <Choice
            label="It is"
            value={ask.sees}
            options={[
              { value: 'dark', label: 'dark' },
              { value: 'light', label: 'light' },
            ]}
            onChange={(sees) => onChange({ ...ask, sees })}
          />
          <Choice
            label="Under the sensor"
            value={ask.sensor}
            options={[
              { value: 'first', label: 'first' },
              { value: 'second', label: 'second' },
            ]}
            onChange={(sensor) => onChange({ ...ask, sensor })}
          />
        </>
      );
    case 'colour':
      return (
        <ColourName
          colour={ask.colour}
          setup={setup}
          onChange={(colour) => onChange({ ...ask, colour })}
        />
      );
    case 'touch':
      return null;
    case 'arm':
      return (
        <QuantityField
          label="Stands at this or more, counted from the start"
          kind="angle"
          digits={0}
          value={ask.angle}
          onChange={(angle) => onChange({ ...ask, angle })}
        />
      );
    case 'servo':
      return (
        <QuantityField
          label="Was sent to this or more"
          kind="share"
          digits={0}
          value={ask.position}
          refuse={shareOfOne}
          onChange={(position) => onChange({ ...ask, position })}
        />
      );
  }
}

/** A colour by its name: those that the setup knows are offered. */
export function ColourName({
  colour,
  setup,
  onChange,
}: {
  colour: string;
  setup: RobotParameters;
  onChange: (colour: string) => void;
}) {
  const known = setup.colours.find(({ name }) => name === colour);
  return (
    <TextField
      label={
        <>
          {known !== undefined && <Swatch colour={known.middle} />}
          Colour, as the colour bench calls it
        </>
      }
      value={colour}
      maxLength={80}
      suggestions={setup.colours.map(({ name }) => name)}
      onChange={onChange}
    />
  );
}
