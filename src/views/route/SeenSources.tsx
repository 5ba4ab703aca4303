import { useMemo } from 'react';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { sourceWords } from '../../core/text/sentences.ts';
import { plural, say } from '../../core/language/say.ts';
import { Figures } from '../../ui/Figures.tsx';
import { seenOnce, useSeenRuns } from '../../ui/moves/useMoves.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';
import styles from './Panels.module.css';

interface SeenSourcesProps {
  revisionId: string;
  /** The revision as it is saved, and was driven. */
  experiment: Experiment;
}

/** Each source of the error budget as a camera measured it, against what is assumed; nothing before it saw any runs. */
export function SeenSources({ revisionId, experiment }: SeenSourcesProps) {
  const { runs } = useSeenRuns(revisionId);
  const wanted = useMemo(() => {
    const seen = seenOnce(runs.filter(({ source }) => source === 'camera'));
    return seen.length === 0 ? null : { experiment, seen };
  }, [runs, experiment]);
  const { found } = useWorked(simulationWorker, wanted, (worker, at) =>
    worker.ask((door) => door.sources(at.experiment, at.seen)),
  );
  if (found === null || found.length === 0) return null;
  const [{ runs: count }] = found as [(typeof found)[number]];
  const other = found.filter(({ factor: { low, high } }) => low > 1 || high < 1);
  return (
    <>
      <h2>{say`What the camera saw of it`}</h2>
      <p className={styles['hint']}>
        {other.length === 0
          ? say`In ${plural(count, 'one run', '# runs')} every source varies as is assumed, as far as these tell.`
          : say`So many times as much as is assumed. Change the numbers of the setup where that is not 1, and the forecast fits.`}
      </p>
      <Figures
        figures={found.map(({ source, factor, moves }) => ({
          label: sourceWords(source),
          value: say`${formatNumber(factor.value, 1)} × (${formatNumber(factor.low, 1)} to ${formatNumber(factor.high, 1)})`,
          strong: other.some((one) => one.source === source),
          why:
            moves === 0
              ? say`Standard deviation of where ${count} runs really started, over that of the setup; what the camera itself adds is taken off. 95 % interval by Fisher’s F.`
              : say`Standard deviation of what the moves did that this source mainly makes up (${moves}), over that of simulated runs; what the camera itself adds is taken off. 95 % interval by Fisher’s F.`,
        }))}
      />
    </>
  );
}
