import type { ChanceRange } from '../../core/analysis/runs/chanceRange.ts';
import type { TwoLevels } from '../../core/analysis/unknowns/twoLevels.ts';
import type { CheckpointOutcome } from '../../core/simulation/outcomes.ts';
import { rangeWords } from '../../core/text/sentences.ts';
import { ChanceBars } from '../../ui/ChanceBars.tsx';
import styles from './Panels.module.css';
import { say } from '../../core/language/say.ts';

interface ForecastChanceProps {
  /** Of the checkpoint. */
  name: string;
  goal: number;
  /** By the error budget; null while it is worked out. */
  two: TwoLevels | null;
  /** What simulated runs did, and where the chance lies by them; nothing before any were asked for. */
  outcome: CheckpointOutcome | undefined;
  simulated: ChanceRange | undefined;
  runs: number;
}

/** The chance to hit as a range: it is one number, and lies there as far as the robot is known. */
export function ForecastChance(props: ForecastChanceProps) {
  const { name, goal, two, outcome, simulated, runs } = props;
  const range = simulated ?? two?.chance ?? null;
  return (
    <>
      <div className={styles['chance']}>
        <strong>{rangeWords(range)}</strong>
        <span>
          {outcome === undefined
            ? say`to hit ${name}, as well as the robot is known. Forecast runs to see drop-outs and collisions too.`
            : say`to hit ${name}. Of ${runs} simulated runs, each of another robot that yours may be, ${outcome.hits} hit.`}
        </span>
      </div>
      {two !== null && (
        <ChanceBars
          goal={goal}
          why={say`Each bar is where the chance to hit lies in 19 of 20 robots that yours may be, by what its setup knows: from the run without any noise, the spread of every move and what is not known of every number. Once aimed, the middle of the runs lies on the target. The mark is your goal.`}
          bars={[
            { label: say`As planned`, range: range!, measured: false },
            { label: say`Once aimed`, range: two.onTarget, measured: false },
          ]}
        />
      )}
    </>
  );
}
