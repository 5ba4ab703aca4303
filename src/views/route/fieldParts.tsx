import { headingFromShown, shownHeading } from '../../core/robot/headings.ts';
import { degrees, radians } from '../../core/mathematics/angle.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import { Choice } from '../../ui/Choice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import type { Field } from '../../core/field/field.ts';
import type { Move, MoveKind, MoveOfKind } from '../../core/moves/index.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { say } from '../../core/language/say.ts';

interface FieldsProps<T extends Move> {
  move: T;
  setup: RobotParameters;
  onChange: (move: Move) => void;
}

/** What the fields of a kind of move get: the move, and what of its surroundings it may need. */
export interface MoveFieldsProps<Kind extends MoveKind> extends FieldsProps<MoveOfKind<Kind>> {
  plan: RoutePlan;
  field: Field;
}

export const positive = (value: number) => (value > 0 ? null : say`It has to be more than 0.`);

export const notNegative = (value: number) => (value >= 0 ? null : say`It cannot be negative.`);

export function wholeFrom(least: number, most: number) {
  return (value: number) =>
    Number.isInteger(value) && value >= least && value <= most
      ? null
      : say`A whole number from ${least} to ${most}.`;
}

export const shareOfOne = (value: number) =>
  value >= 0 && value <= 1 ? null : say`From 0 to 100 %.`;

/** What of a move says how a straight is held. */
export interface Held {
  speed: number;
  hold: 'none' | 'encoders' | 'gyro';
  heading: number | null;
  gain: number | null;
}

export function Speed<M extends { speed: number }>({
  move,
  onChange,
}: {
  move: M;
  onChange: (move: M) => void;
}) {
  return (
    <QuantityField
      label={say`Speed`}
      kind="speed"
      value={move.speed}
      digits={0}
      refuse={(value) => (value > 0 ? null : say`Put the sign on the distance, not on the speed.`)}
      onChange={(speed) => onChange({ ...move, speed })}
    />
  );
}

export function Way({
  backwards,
  onChange,
}: {
  backwards: boolean;
  onChange: (backwards: boolean) => void;
}) {
  return (
    <Choice
      label={say`Drive`}
      value={backwards ? 'back' : 'on'}
      options={[
        { value: 'on', label: say`forwards` },
        { value: 'back', label: say`backwards` },
      ]}
      onChange={(way) => onChange(way === 'back')}
    />
  );
}

interface HeldFieldsProps<M extends Held> {
  move: M;
  setup: RobotParameters;
  onChange: (move: M) => void;
}

export function HeldFields<M extends Held>({ move, setup, onChange }: HeldFieldsProps<M>) {
  return (
    <>
      <Speed move={move} onChange={onChange} />
      <Choice
        label={say`Kept straight by`}
        value={move.hold}
        options={[
          { value: 'gyro', label: say`gyro` },
          { value: 'encoders', label: say`encoders` },
          { value: 'none', label: say`none` },
        ]}
        onChange={(hold) => onChange({ ...move, hold })}
      />
      {move.hold === 'gyro' && (
        <>
          <Choice
            label={say`Heading`}
            value={move.heading === null ? 'present' : 'given'}
            options={[
              { value: 'present', label: say`as it reads` },
              { value: 'given', label: say`given` },
            ]}
            onChange={(choice) => onChange({ ...move, heading: choice === 'present' ? null : 0 })}
          />
          {move.heading !== null && (
            <HeadingField
              label={say`Heading to keep`}
              heading={move.heading}
              setup={setup}
              onChange={(heading) => onChange({ ...move, heading })}
            />
          )}
        </>
      )}
      {move.hold !== 'none' && (
        <OwnNumber
          label={say`Steering, °/s per °`}
          own="typed"
          usual={say`by the setup`}
          value={move.gain}
          start={move.hold === 'gyro' ? setup.program.headingGain : setup.program.encoderGain}
          onChange={(gain) => onChange({ ...move, gain })}
        />
      )}
    </>
  );
}

export interface OwnNumberProps {
  label: string;
  own: string;
  usual: string;
  value: number | null;
  /** What it begins with when somebody wants to type it. */
  start: number;
  kind?: 'number' | 'angle';
  onChange: (value: number | null) => void;
}

/** A number that follows from something, or is typed. */
export function OwnNumber({
  label,
  own,
  usual,
  value,
  start,
  kind = 'number',
  onChange,
}: OwnNumberProps) {
  return (
    <>
      <Choice
        label={label.split(',')[0]!}
        value={value === null ? 'usual' : 'own'}
        options={[
          { value: 'usual', label: usual },
          { value: 'own', label: own },
        ]}
        onChange={(choice) => onChange(choice === 'usual' ? null : start)}
      />
      {value !== null && (
        <QuantityField
          label={label}
          kind={kind}
          digits={kind === 'number' ? 4 : 1}
          value={value}
          refuse={notNegative}
          onChange={onChange}
        />
      )}
    </>
  );
}

export interface HeadingFieldProps {
  label: string;
  /** rad counter-clockwise. */
  heading: number;
  setup: RobotParameters;
  onChange: (heading: number) => void;
}

/** A heading in the robot's own sense: right is positive unless its setup says otherwise. */
export function HeadingField({ label, heading, setup, onChange }: HeadingFieldProps) {
  return (
    <QuantityField
      label={label}
      kind="angle"
      value={radians(shownHeading(heading, setup))}
      onChange={(value) => onChange(headingFromShown(degrees(value), setup))}
    />
  );
}

export type EndedMove = Extract<Move, { stop: unknown }>;

/** How a move stops, and when it gives up. */
export function EndFields({ move, onChange }: { move: EndedMove; onChange: (move: Move) => void }) {
  return (
    <>
      <Choice
        label={say`Motors stop by`}
        value={move.stop}
        options={[
          { value: 'brake', label: say`braking` },
          { value: 'hold', label: say`holding` },
          { value: 'coast', label: say`rolling out` },
        ]}
        onChange={(stop) => onChange({ ...move, stop })}
      />
      <Choice
        label={say`Give up`}
        value={move.timeLimit === null ? 'itself' : 'given'}
        options={[
          { value: 'itself', label: say`by itself` },
          { value: 'given', label: say`after a time` },
        ]}
        onChange={(choice) => onChange({ ...move, timeLimit: choice === 'itself' ? null : 5 })}
      />
      {move.timeLimit !== null && (
        <QuantityField
          label={say`Give up after`}
          kind="time"
          value={move.timeLimit}
          refuse={(value) => (value > 0 && value <= 60 ? null : say`From 0 to 60 s.`)}
          onChange={(timeLimit) => onChange({ ...move, timeLimit })}
        />
      )}
    </>
  );
}

/** Steering of a robot that follows something: shown in °/s per mm, kept in rad/(s·mm). */
export function FollowingGain({
  move,
  onChange,
}: {
  move: MoveOfKind<'follow wall' | 'follow line' | 'until colour'>;
  onChange: (move: Move) => void;
}) {
  return (
    <OwnNumber
      label={say`Steering, °/s per mm`}
      own="typed"
      usual={say`recommended`}
      value={move.gain === null ? null : degrees(move.gain)}
      start={1}
      onChange={(gain) => onChange({ ...move, gain: gain === null ? null : radians(gain) })}
    />
  );
}
