import type { BenchRecord } from '../../contracts/bench.ts';
import type { BenchOf } from '../../core/benches/index.ts';
import {
  expectedSeconds,
  remedyLadder,
  type Remedy,
  type RemedyAdvice,
  type RemedyTry,
} from '../../core/benches/rest/remedies.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import styles from './RestSheet.module.css';
import { say } from '../../core/language/say.ts';

/** What each remedy is, in words. */
export const REMEDY_WORDS: Record<Remedy, string> = {
  get 'wait and reset'() {
    return say`Wait for rate zero, then reset`;
  },
  get 'switch mode'() {
    return say`Switch the sensor’s mode and back`;
  },
  get unplug() {
    return say`Unplug it and plug it in, nothing moving`;
  },
  get 'power cycle'() {
    return say`Power off and on, hands off`;
  },
};

/** Records count as one trouble while no more than this lies between them, ms. */
const ONE_TROUBLE = 60 * 60 * 1000;

/** What was tried on this robot, and whether the gyro was good at the check after it. */
export function triesOf(records: readonly BenchRecord<BenchOf<'rest'>>[]): RemedyTry[] {
  return records.flatMap(({ bench: { tried, fitness } }) =>
    tried === null || fitness === 'cannot tell' ? [] : [{ ...tried, worked: fitness === 'fit' }],
  );
}

/** Remedies that were tried in vain since the gyro was good last, newest records first. */
export function triedInVain(records: readonly BenchRecord<BenchOf<'rest'>>[]): Set<Remedy> {
  const vain = new Set<Remedy>();
  let later = Date.parse(records[0]?.createdAt ?? '');
  for (const { bench, createdAt } of records) {
    const at = Date.parse(createdAt);
    if (bench.fitness !== 'not fit' || later - at > ONE_TROUBLE) break;
    if (bench.tried !== null) vain.add(bench.tried.remedy);
    later = at;
  }
  return vain;
}

interface RemedyLadderProps {
  records: readonly BenchRecord<BenchOf<'rest'>>[];
  chosen: Remedy | null;
  onChoose: (remedy: Remedy) => void;
}

/** The remedies in the order in which they are worth trying on this robot. */
export function RemedyLadder({ records, chosen, onChoose }: RemedyLadderProps) {
  const ladder = remedyLadder(triesOf(records));
  const vain = triedInVain(records);
  const left = ladder.filter(({ remedy }) => !vain.has(remedy));
  return (
    <section className={styles['ladder']}>
      <h2>{say`What to do, quickest first`}</h2>
      <ol>
        {ladder.map((advice, i) => (
          <li key={advice.remedy}>
            <button
              type="button"
              aria-pressed={advice.remedy === chosen}
              onClick={() => onChoose(advice.remedy)}
            >
              <strong>{i + 1}</strong>
              <span>
                {REMEDY_WORDS[advice.remedy]}
                <small>{recordWords(advice)}</small>
              </span>
              <span className={styles['mark']} data-vain={vain.has(advice.remedy)}>
                {vain.has(advice.remedy)
                  ? say`tried, no`
                  : advice.remedy === chosen
                    ? say`now`
                    : ''}
              </span>
            </button>
          </li>
        ))}
      </ol>
      <p
        className={styles['expected']}
      >{say`In this order a good gyro takes about ${formatNumber(expectedSeconds(left), 0)} s.`}</p>
    </section>
  );
}

function recordWords({ worked, tries, seconds }: RemedyAdvice): string {
  const time = `${formatNumber(seconds, 0)} s`;
  return tries === 0
    ? say`not tried on this robot yet, about ${time}`
    : say`worked ${worked} of ${tries} times on this robot, ${time}`;
}
