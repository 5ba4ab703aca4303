import { degrees } from '../../core/geometry/angle.ts';
import { headingFromShown, programSheet, shownHeading } from '../../core/formats/programSheet.ts';
import { formatNumber } from '../../core/quantities/quantity.ts';
import { moveChecks } from '../../core/route/checks.ts';
import { instructionsOf } from '../../core/route/instructions.ts';
import type { Hold, Move, RoutePlan, TurnMove } from '../../core/route/moves.ts';
import type { Setup } from '../../core/robot/setup.ts';
import type { SpreadAt } from '../../core/budget/spread.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import styles from './MoveSheet.module.css';

interface MoveSheetProps {
  plan: RoutePlan;
  position: number;
  setup: Setup;
  /** Spread at the end of the move, when a forecast is there. */
  spread: SpreadAt | null;
  duration: number;
  onChange: (move: Move) => void;
}

/** One move: its numbers to edit, what follows from them, and what is worth knowing. */
export function MoveSheet({ plan, position, setup, spread, duration, onChange }: MoveSheetProps) {
  const move = plan.moves[position]!;
  const instruction = instructionsOf(plan.moves, setup)[position]!;
  const step = programSheet(plan, setup)[position]!;
  const checks = moveChecks(move, instruction, setup);
  return (
    <section className={styles['sheet']} aria-label="Selected move">
      <div className={styles['head']}>
        <h1>
          {position + 1} {step.title}
        </h1>
        <p>{move.kind === 'drive' ? step.sentences[3] : step.sentences[0]}</p>
      </div>
      <div className={styles['fields']}>
        {move.kind === 'turn' ? (
          <TurnFields move={move} setup={setup} onChange={onChange} />
        ) : (
          <StraightFields move={move} setup={setup} onChange={onChange} />
        )}
      </div>
      <Figures
        figures={[
          ...step.numbers
            .filter(({ label }) => !['Time limit', 'Heading to keep'].includes(label))
            .map(({ label, value, unit }, i) => ({
              label,
              value: unit === '°' ? `${value}°` : `${value} ${unit}`,
              strong: i === 0 && move.kind === 'turn',
            })),
          { label: 'Lasts', value: `${formatNumber(duration, 2)} s` },
          ...(spread === null
            ? []
            : [
                {
                  label: 'Spread after this move',
                  value: `± ${formatNumber(spread.radius, 0)} mm, ± ${formatNumber(2 * degrees(spread.heading), 1)}°`,
                  why: '19 of 20 simulated runs end this move within these limits: of the place of the tool point about its mean, and of the heading.',
                },
              ]),
        ]}
      />
      {checks.slice(0, 2).map((check) => (
        <Notice key={check} mood="fault">
          {check}
        </Notice>
      ))}
    </section>
  );
}

interface FieldsProps<T extends Move> {
  move: T;
  setup: Setup;
  onChange: (move: Move) => void;
}

const holds: readonly { value: Hold; label: string }[] = [
  { value: 'gyro', label: 'gyro' },
  { value: 'encoders', label: 'encoders' },
  { value: 'none', label: 'none' },
];

function StraightFields({ move, setup, onChange }: FieldsProps<Exclude<Move, TurnMove>>) {
  return (
    <>
      <QuantityField
        label={move.kind === 'drive' ? 'Distance, backwards is negative' : 'Stop this far away'}
        kind="length"
        value={move.distance}
        drive={setup.drive}
        refuse={(value) =>
          move.kind === 'approach' && value < 0
            ? 'A distance to something cannot be negative.'
            : null
        }
        onChange={(distance) => onChange({ ...move, distance })}
      />
      <QuantityField
        label="Speed"
        kind="speed"
        value={move.speed}
        digits={0}
        refuse={(value) => (value > 0 ? null : 'Put the sign on the distance, not on the speed.')}
        onChange={(speed) => onChange({ ...move, speed })}
      />
      {move.kind === 'approach' && (
        <QuantityField
          label="Give up after"
          kind="time"
          value={move.timeLimit}
          refuse={(value) => (value > 0 && value <= 60 ? null : 'From 0 to 60 s.')}
          onChange={(timeLimit) => onChange({ ...move, timeLimit })}
        />
      )}
      <Choice
        label="Kept straight by"
        value={move.hold}
        options={holds}
        onChange={(hold) => onChange({ ...move, hold })}
      />
      {move.hold === 'gyro' && (
        <>
          <Choice
            label="Heading"
            value={move.heading === null ? 'present' : 'given'}
            options={[
              { value: 'present', label: 'as it reads' },
              { value: 'given', label: 'given' },
            ]}
            onChange={(choice) => onChange({ ...move, heading: choice === 'present' ? null : 0 })}
          />
          {move.heading !== null && (
            <HeadingField
              heading={move.heading}
              setup={setup}
              onChange={(heading) => onChange({ ...move, heading })}
            />
          )}
        </>
      )}
    </>
  );
}

function TurnFields({ move, setup, onChange }: FieldsProps<TurnMove>) {
  const { target } = move;
  return (
    <>
      <Choice
        label="Turn"
        value={target.kind}
        options={[
          { value: 'heading', label: 'to a heading' },
          { value: 'angle', label: 'by an angle' },
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
            ? 'Heading, 0 is the start'
            : `Angle, ${setup.gyro.rightPositive ? 'right' : 'left'} is positive`
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
        label="Rate"
        kind="rate"
        value={move.rate}
        digits={0}
        refuse={(value) => (value > 0 ? null : 'The rate has no sign; the angle has.')}
        onChange={(rate) => onChange({ ...move, rate })}
      />
      <Choice
        label="Wheels"
        value={move.style}
        options={[
          { value: 'spot', label: 'both' },
          { value: 'pivot-left', label: 'right only' },
          { value: 'pivot-right', label: 'left only' },
        ]}
        onChange={(style) => onChange({ ...move, style })}
      />
      <Choice
        label="Stop early"
        value={move.stopEarly === null ? 'bench' : 'typed'}
        options={[
          { value: 'bench', label: 'by the bench' },
          { value: 'typed', label: 'typed' },
        ]}
        onChange={(choice) => onChange({ ...move, stopEarly: choice === 'bench' ? null : 0.1 })}
      />
      {move.stopEarly !== null && (
        <QuantityField
          label="This much before"
          kind="angle"
          value={move.stopEarly}
          refuse={(value) => (value >= 0 ? null : 'It has no sign.')}
          onChange={(stopEarly) => onChange({ ...move, stopEarly })}
        />
      )}
    </>
  );
}

interface HeadingFieldProps {
  label?: string;
  /** rad counter-clockwise. */
  heading: number;
  setup: Setup;
  onChange: (heading: number) => void;
}

/** A heading in the robot's own sense: right is positive unless its setup says otherwise. */
function HeadingField({ label = 'Heading to keep', heading, setup, onChange }: HeadingFieldProps) {
  return (
    <QuantityField
      label={label}
      kind="angle"
      value={(shownHeading(heading, setup) * Math.PI) / 180}
      onChange={(value) => onChange(headingFromShown(degrees(value), setup))}
    />
  );
}
