import { learnedNumbers, learnedSetup } from '../../core/analysis/learning/learnedSetup.ts';
import type { LearnedCause } from '../../core/analysis/learning/learn.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { numberEntryOf, setupValue, type RobotParameters } from '../../core/robot/parameters.ts';
import { learnedWords } from '../../core/text/learnedWords.ts';
import { causeName } from '../../core/text/numberWords.ts';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import table from '../../ui/Table.module.css';
import { useNewSetup } from './useNewSetup.ts';
import styles from './VerdictView.module.css';
import { useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';

/** What all runs with this setup tell of the robot, and the setup that takes it over. */
export function LearnPanel() {
  const { robot, learning } = useVerdictWork();
  const { learned, working, fault, routes } = learning;
  const make = useNewSetup();
  const { setup, sources } = robot.setup;
  if (fault !== null) return <Notice tone="fault">{fault}</Notice>;
  if (learned === null) {
    return working ? (
      <p role="status">{say`Learning from the runs …`}</p>
    ) : (
      <p>{say`Five measured runs with setup ${robot.setup.number} are needed to learn from.`}</p>
    );
  }
  const { headline, reason } = learnedWords(learned, setup);
  const numbers = learnedNumbers(learned).toSorted((a, b) => moved(b) - moved(a));
  return (
    <>
      <h2>{headline}</h2>
      <p>{reason}</p>
      <p
        className={styles['hint']}
      >{say`From ${learned.runs} runs of ${routes.join(', ')}, all with setup ${robot.setup.number}.`}</p>
      <table className={`${table['table']} ${styles['table']}`}>
        <thead>
          <tr>
            <th>{say`number`}</th>
            <th>{say`setup says`}</th>
            <th>{say`runs say`}</th>
          </tr>
        </thead>
        <tbody>
          {numbers.map((number) => (
            <NumberRow key={number.cause} number={number} setup={setup} />
          ))}
        </tbody>
      </table>
      {make.isSuccess ? (
        <Notice tone="good">{say`Setup ${robot.setup.number + 1}, learned from ${learned.runs} runs, is here. Its forecast is held against the next runs under “Forecast”.`}</Notice>
      ) : (
        <div className={styles['buttons']}>
          <Button
            data-needs="coach"
            disabled={make.isPending || numbers.length === 0}
            onClick={() =>
              make.mutate({
                reason: say`Learned from ${learned.runs} runs`,
                ...learnedSetup(learned, setup, sources),
              })
            }
          >{say`Make setup ${robot.setup.number + 1}, learned from ${learned.runs} runs`}</Button>
        </div>
      )}
      {make.error !== null && <Notice tone="fault">{sentenceOf(make.error)}</Notice>}
    </>
  );
}

/** How far a number moved, in what it was thought to be off by. */
function moved({ deviation, before }: LearnedCause): number {
  return Math.abs(deviation) / before;
}

/** One number: what the setup says, and what the runs say with its 95 % interval; marked when it moved far. */
function NumberRow({ number, setup }: { number: LearnedCause; setup: RobotParameters }) {
  const { cause, before, deviation, low, high } = number;
  const { kind, digits } = numberEntryOf(cause);
  const value = setupValue(setup, cause) as number;
  const shown = (at: number) => formatQuantity(at, kind, digits);
  return (
    <tr>
      <td>{causeName(cause)}</td>
      <td>
        {shown(value)} ± {shown(2 * before)}
      </td>
      <td
        data-fault={moved(number) > 1}
      >{say`${shown(value + deviation)} (${shown(value + low)} to ${shown(value + high)})`}</td>
    </tr>
  );
}
