import { ASK_KINDS, startingAsk, type Ask } from '../../core/moves/questions.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import { Choice } from '../../ui/Choice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { Swatch } from '../../ui/Swatch.tsx';
import { Picker, TextField } from '../../ui/TextField.tsx';
import { notNegative, shareOfOne } from './fieldParts.tsx';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

/** What each kind of question is called. */
const KINDS: Readonly<Record<Ask['kind'], string>> = {
  get range() {
    return say`range: something is near`;
  },
  get light() {
    return say`light: dark or light`;
  },
  get colour() {
    return say`colour: it is this one`;
  },
  get touch() {
    return say`bumper: it is pressed`;
  },
  get arm() {
    return say`attachment motor: where it stands`;
  },
  get servo() {
    return say`servo: where it was sent`;
  },
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
            label={say`Range sensor`}
            value={ask.sensor}
            options={[
              { value: 'ahead', label: say`ahead` },
              { value: 'side', label: say`at the side` },
            ]}
            onChange={(sensor) => onChange({ ...ask, sensor })}
          />
          <QuantityField
            label={say`Nearer than`}
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
            label={say`It is`}
            value={ask.sees}
            options={[
              { value: 'dark', label: say`dark` },
              { value: 'light', label: say`light` },
            ]}
            onChange={(sees) => onChange({ ...ask, sees })}
          />
          <Choice
            label={say`Under the sensor`}
            value={ask.sensor}
            options={[
              { value: 'first', label: say`first` },
              { value: 'second', label: say`second` },
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
          label={say`Stands at this or more, counted from the start`}
          kind="angle"
          digits={0}
          value={ask.angle}
          onChange={(angle) => onChange({ ...ask, angle })}
        />
      );
    case 'servo':
      return (
        <QuantityField
          label={say`Was sent to this or more`}
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
        <>{sayWith`${known !== undefined && <Swatch colour={known.middle} />}Colour, as the colour bench calls it`}</>
      }
      value={colour}
      maxLength={80}
      suggestions={setup.colours.map(({ name }) => name)}
      onChange={onChange}
    />
  );
}
