import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { runSchema, type Run } from '../../contracts/practices.ts';
import { setupRevisionSchema } from '../../contracts/robots.ts';
import { useEffect, useMemo, useState } from 'react';
import { FEWEST_TO_COMPARE, type ComparedSets } from '../../core/analysis/runs/comparison.ts';
import { measuredRuns } from '../../core/analysis/runs/measured.ts';
import { runSets, type RunSet } from '../../core/analysis/runs/runSets.ts';
import { comparisonWords, percent, rangeWords } from '../../core/text/sentences.ts';
import { formatNumber, formatQuantity, formatShown } from '../../core/mathematics/quantity.ts';
import type { Estimate } from '../../core/mathematics/leastSquares.ts';
import { ask, sentenceOf } from '../../ui/api.ts';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';
import { Picker } from '../../ui/TextField.tsx';
import styles from './VerdictView.module.css';
import { useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';

const SEED = 7;

/** Two sets of runs beside each other: whether they differ, in what, and how many runs would tell. */
export function ComparePanel() {
  const { route, robot, checkpoint, model, sessions, revision, store } = useVerdictWork();
  const { zone } = model;
  const [chosen, setChosen] = useState<{ first: string; second: string } | null>(null);
  const setups = useQuery({
    queryKey: ['setups', robot.id],
    queryFn: () => ask(z.array(setupRevisionSchema), 'GET', `robots/${robot.id}/setups`),
  });
  const log = useQuery({
    queryKey: ['runs', route.id],
    queryFn: () => ask(z.array(runSchema), 'GET', `runs?route=${route.id}&limit=2000`),
  });
  const sets = useMemo(
    () =>
      runSets(log.data ?? [], {
        session: (id) => sessions.find((session) => session.id === id)?.title ?? say`a session`,
        setup: (id) => say`setup ${setups.data?.find((setup) => setup.id === id)?.number ?? '?'}`,
      }),
    [log.data, sessions, setups.data],
  );
  const [first, second] = chosenSets(sets, chosen, revision.number);
  const offsets = useMemo(() => {
    const of = (set: RunSet<Run> | null) => measuredRuns(set?.runs ?? [], checkpoint, zone);
    return [of(first), of(second)] as const;
  }, [first, second, checkpoint, zone]);
  useEffect(() => {
    const both = first !== null && second !== null;
    store.drawSets(both ? { first: first.runs, second: second.runs } : null);
    return () => store.drawSets(null);
  }, [first, second, store]);
  const enough = offsets.every((set) => set.runs.length >= FEWEST_TO_COMPARE);
  const compared = useWorked(simulationWorker, enough ? offsets : null, (worker, sets) => {
    const [a, b] = sets.map((set) => set.runs.map(({ offset }) => offset));
    const judged = sets.find((set) => !set.headingJudged)?.zone ?? sets[0].zone;
    return worker.ask((door) => door.compare(a!, b!, judged, SEED));
  });
  const { found } = compared;

  const wrong = log.error ?? setups.error ?? compared.fault;
  if (wrong !== null) return <Notice tone="fault">{sentenceOf(wrong)}</Notice>;
  if (log.data === undefined) return <p role="status">{say`Fetching the runs …`}</p>;
  if (first === null || second === null) {
    return (
      <p>{say`There is only one kind of run so far. A second revision or evening can be compared.`}</p>
    );
  }
  const options = sets.map(({ key, words, runs: of }) => ({
    value: key,
    label: `${words} (${of.length})`,
  }));
  const words = found === null ? null : comparisonWords(found, first.words, second.words);
  return (
    <>
      <div className={styles['pair']}>
        <Picker
          label={say`First`}
          value={first.key}
          options={options}
          onChange={(key) => setChosen({ first: key, second: second.key })}
        />
        <Picker
          label={say`Second`}
          value={second.key}
          options={options}
          onChange={(key) => setChosen({ first: first.key, second: key })}
        />
      </div>
      {!enough && <p>{say`A comparison needs four measured runs in each set.`}</p>}
      {enough && words === null && <p role="status">{say`Dealing the runs out 4,000 times …`}</p>}
      {words !== null && found !== null && (
        <>
          <p className={styles['headline']}>{words.headline}</p>
          <p>{words.reason}</p>
          <Figures figures={comparisonFigures(found)} />
        </>
      )}
    </>
  );
}

/** The sets that were chosen, or the revision that is judged beside the one before it. */
function chosenSets(
  sets: RunSet<Run>[],
  chosen: { first: string; second: string } | null,
  revision: number,
): [RunSet<Run> | null, RunSet<Run> | null] {
  const byKey = (key: string) => sets.find((set) => set.key === key) ?? null;
  if (chosen !== null) return [byKey(chosen.first), byKey(chosen.second)];
  const second = byKey(`revision ${revision}`);
  const earlier = sets
    .filter(({ key }) => key.startsWith('revision '))
    .filter(({ runs }) => runs[0]!.revisionNumber < revision)
    .at(-1);
  const first = earlier ?? sets.find((set) => set !== second) ?? null;
  return [first, second ?? sets.find((set) => set !== first) ?? null];
}

function rare(p: number): string {
  return p < 0.001 ? say`under 0.1 %` : percent(p);
}

function comparisonFigures(comparison: ComparedSets) {
  const { chances, difference, spreadRatio, meanP, spreadP, counts } = comparison;
  const range = ({ value, low, high }: Estimate, sign: 1 | -1) => {
    const ends = [sign * low, sign * high].sort((a, b) => a - b);
    return say`${formatShown(sign * value, 'length')}, ${formatShown(ends[0]!, 'length')} to ${formatQuantity(ends[1]!, 'length')}`;
  };
  return [
    { label: say`Runs`, value: say`${counts[0]} and ${counts[1]}` },
    {
      label: say`Chance to hit`,
      value: `${rangeWords(chances[0])} → ${rangeWords(chances[1])}`,
      strong: true,
      why: say`From the fitted normal distribution of each set, over the zone.`,
    },
    {
      label: say`Second further right`,
      value: range(difference.left, -1),
      why: say`Difference of the means with its 95 % interval, for unequal spreads. B. L. Welch, 1947.`,
    },
    { label: say`Second further far`, value: range(difference.along, 1) },
    {
      label: say`Spread, times the first`,
      value: say`${formatNumber(spreadRatio.value, 2)}, ${formatNumber(spreadRatio.low, 2)} to ${formatNumber(spreadRatio.high, 2)}`,
      why: say`Ratio of √(variance far + variance right) with its 95 % interval: F with Satterthwaite’s degrees of freedom.`,
    },
    {
      label: say`Offset differs by chance in`,
      value: rare(meanP),
      why: say`Permutation test: the runs are dealt out to the two sets 4,000 times; the share of deals with as large a difference of means.`,
    },
    {
      label: say`Spread differs by chance in`,
      value: rare(spreadP),
      why: say`Permutation test on the ratio of the mean distances to each set’s own middle; the distances are dealt out.`,
    },
  ];
}
