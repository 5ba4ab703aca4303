import type { Share } from '../../core/analysis/budget/budget.ts';
import type { SpreadSource } from '../../core/analysis/budget/stepModel.ts';
import { unknownShare, type TwoLevels } from '../../core/analysis/unknowns/twoLevels.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { causeName } from '../../core/text/numberWords.ts';
import { percent, sourceWords } from '../../core/text/sentences.ts';
import { Explanation } from '../../ui/Explanation.tsx';
import { Bars } from './Bars.tsx';
import styles from './Panels.module.css';
import { say } from '../../core/language/say.ts';

interface TwoLevelBarsProps {
  /** Null while it is worked out: then only what varies is shown, as shares of itself. */
  two: TwoLevels | null;
  bySource: readonly Share<SpreadSource>[];
}

/** Numbers that are named; the others matter less. */
const NAMED = 6;
/** Shares below this are not worth a line. */
const WORTH_A_LINE = 0.005;

/** Why a next run need not end on the target: what is not known of the robot, and what differs from run to run. */
export function TwoLevelBars({ two, bySource }: TwoLevelBarsProps) {
  if (two === null) {
    return (
      <>
        <h2>{say`Varies from run to run`}</h2>
        <Bars label={say`Varies`} bars={bySource.map((one) => barOf(sourceWords(one.of), one))} />
      </>
    );
  }
  const unknown = unknownShare(two);
  const named = new Map<string, Share<string>>();
  for (const { of, share, deviation } of two.notKnown) {
    // Where a sensor sits is one thing to people, and two numbers.
    const words = causeName(of);
    const before = named.get(words);
    named.set(words, {
      of: words,
      share: share + (before?.share ?? 0),
      deviation: Math.hypot(deviation, before?.deviation ?? 0),
    });
  }
  const lines = [...named.values()]
    .filter(({ share }) => share >= WORTH_A_LINE)
    .sort((a, b) => b.share - a.share)
    .slice(0, NAMED);
  return (
    <>
      <h2>{say`Not known: ${percent(unknown)} of where a next run ends`}</h2>
      <p
        className={styles['hint']}
      >{say`The same in every run of your robot. Measuring it moves the plan; practice does not.`}</p>
      <Bars label={say`Not known`} bars={lines.map((one) => barOf(one.of, one))} />
      <h2>{say`Varies: ${percent(1 - unknown)}`}</h2>
      <p
        className={styles['hint']}
      >{say`Different in every run, however well the robot is known.`}</p>
      <Bars label={say`Varies`} bars={two.varies.map((one) => barOf(sourceWords(one.of), one))} />
      <Explanation
        of={say`A share is the part of the variance at this checkpoint. What is not known comes from the ± of every number of the setup, carried along the route by runs with that number a little larger and smaller; what varies from the spread of each move, carried to the checkpoint.`}
      />
    </>
  );
}

function barOf(words: string, { share, deviation }: Share<unknown>) {
  return {
    words,
    share,
    figure: `${percent(share)}, ± ${formatQuantity(2 * deviation, 'length', 1)}`,
  };
}
