import type { MatchPlan } from '../../../core/match/matchPlan.ts';
import type { PracticeSlot } from '../../../core/match/practicePlan.ts';
import { jobWords } from '../../../core/text/matchWords.ts';
import styles from './EveningLane.module.css';

interface EveningLaneProps {
  lane: readonly PracticeSlot[];
  /** How long the evening still is. */
  minutes: number;
  plan: MatchPlan;
}

/** The evening of a table as a strip of time; the list under it says the same in words. */
export function EveningLane({ lane, minutes, plan }: EveningLaneProps) {
  return (
    <div className={styles['lane']} aria-hidden="true">
      {lane.map(({ from, minutes: lasts, job }) => {
        const { what, gain } = jobWords(job, plan.goal);
        return (
          <span
            key={from}
            data-kind={job.kind}
            style={{ left: `${(100 * from) / minutes}%`, width: `${(100 * lasts) / minutes}%` }}
          >
            <b>{what}</b>
            {job.kind === 'improve' && <i>{gain}</i>}
          </span>
        );
      })}
    </div>
  );
}
