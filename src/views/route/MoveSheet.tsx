import type { BudgetAt } from '../../core/analysis/budget/band.ts';
import type { Field } from '../../core/field/field.ts';
import { programSheet } from '../../core/formats/programSheet.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import type { ComparedWay } from '../../core/analysis/planning/alternatives.ts';
import { formatNumber, formatQuantity } from '../../core/mathematics/quantity.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import type { Move } from '../../core/moves/index.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { EndFields } from './fieldParts.tsx';
import { MoveFields } from './moves/index.tsx';
import styles from './MoveSheet.module.css';
import { say } from '../../core/language/say.ts';

interface MoveSheetProps {
  plan: RoutePlan;
  position: number;
  setup: RobotParameters;
  field: Field;
  /** Spread at the end of the move, by the error budget; null where the move is not carried out. */
  spread: BudgetAt | null;
  duration: number;
  checks: readonly string[];
  ways: readonly ComparedWay[];
  onChange: (move: Move) => void;
}

/** One move: its numbers to edit, what follows from them, and what is worth knowing. */
export function MoveSheet(props: MoveSheetProps) {
  const { plan, position, setup, field, spread, duration, checks, ways, onChange } = props;
  const move = plan.moves[position]!;
  const step = programSheet(plan, setup)[position]!;
  const figures = step.numbers
    .filter(({ label }) => ![say`Time limit`, say`Heading to keep`, say`Time`].includes(label))
    .map(({ label, value, unit }, i) => ({
      label,
      value: unit === '°' ? `${value}°` : `${value} ${unit}`,
      strong: i === 0 && move.kind === 'turn',
    }));
  return (
    <section className={styles['sheet']} aria-label={say`Selected move`}>
      <div className={styles['head']}>
        <h1>
          {position + 1} {step.title}
        </h1>
        <p>{step.sentences.at(move.kind === 'drive' ? -1 : 0)}</p>
      </div>
      {checks.map((check) => (
        <Notice key={check} tone="fault">
          {check}
        </Notice>
      ))}
      <div className={styles['fields']}>
        <MoveFields move={move} plan={plan} field={field} setup={setup} onChange={onChange} />
      </div>
      <Figures
        figures={[
          ...figures,
          { label: say`Lasts`, value: `${formatNumber(duration, 2)} s` },
          ...(spread === null
            ? []
            : [
                {
                  label: say`Spread after this move`,
                  value: `± ${formatQuantity(spread.radius, 'length', 0)}, ± ${formatNumber(2 * degrees(spread.heading), 1)}°`,
                  why: say`19 of 20 runs end this move within these limits: of the place of the tool point about its mean, and of the heading. Worked out to first order from every known error (error budget).`,
                },
              ]),
        ]}
      />
      {ways.length > 0 && <Ways ways={ways} onChange={onChange} />}
      {'stop' in move && (
        <details className={styles['ends']}>
          <summary>{say`How it stops, when it gives up`}</summary>
          <EndFields move={move} onChange={onChange} />
        </details>
      )}
    </section>
  );
}

interface WaysProps {
  ways: readonly ComparedWay[];
  onChange: (move: Move) => void;
}

/** The ways to carry out a move, side by side; one of them can be taken over. */
function Ways({ ways, onChange }: WaysProps) {
  const shown = (value: number, of: ComparedWay['of']) =>
    of === 'heading' ? `${formatNumber(degrees(value), 1)}°` : formatQuantity(value, 'length', 1);
  return (
    <table className={styles['ways']}>
      <caption>{say`Ways to do it on this robot`}</caption>
      <thead>
        <tr>
          <th scope="col">{say`how`}</th>
          <th scope="col">{say`off by`}</th>
          <th scope="col">{say`spread`}</th>
          <th scope="col">{say`time`}</th>
        </tr>
      </thead>
      <tbody>
        {ways.map((way) => (
          <tr key={way.words} className={way.present ? styles['present'] : ''}>
            <th scope="row">
              {way.present ? (
                way.words
              ) : (
                <button type="button" onClick={() => onChange(way.move)}>
                  {way.words}
                </button>
              )}
            </th>
            <td>{shown(Math.abs(way.error), way.of)}</td>
            <td>± {shown(way.spread, way.of)}</td>
            <td>{formatNumber(way.time, 2)} s</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
