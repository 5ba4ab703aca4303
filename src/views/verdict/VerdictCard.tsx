import { useMemo } from 'react';
import type { Run } from '../../contracts/practices.ts';
import { measuredRuns } from '../../core/analysis/runs/measured.ts';
import { predictionEllipse } from '../../core/analysis/runs/summary.ts';
import { verdictOf } from '../../core/analysis/runs/verdict.ts';
import type { Zone } from '../../core/field/field.ts';
import type { Checkpoint } from '../../core/route/checkpoints.ts';
import { rangeWords } from '../../core/text/sentences.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Explanation } from '../../ui/Explanation.tsx';
import { TargetCard } from '../../ui/targetCard/TargetCard.tsx';
import { cardRuns, countedRuns } from './cardRuns.ts';
import styles from './VerdictView.module.css';
import { useVerdictState, useVerdictWork } from './verdictWork.ts';
import { verdictName } from '../../core/text/sentences.ts';
import { plural, say } from '../../core/language/say.ts';

const cardShows = () =>
  say`Crosses are runs, measured where they ended, with up as far; a ringed one missed. The dashed outline is the zone. The plum mark is their middle. A next run ends in the hatched region 19 times of 20, if nothing changes; with few runs it is wide because little is known. Dotted is the same region after the change that is chosen.`;

/** The runs on the card, where the next ones are expected, and what is not judged. */
export function VerdictCard() {
  const work = useVerdictWork();
  const { model, runs, checkpoint, targets, measured, verdict, older } = work;
  const { sets, shown, cloud, panel } = useVerdictState((state) => state);
  const ofSet = (set: typeof runs | readonly (typeof runs)[number][]) =>
    cardRuns(set, checkpoint.id, model.id);
  const cards =
    sets === null
      ? ofSet(runs)
      : [...ofSet(sets.first).map((run) => ({ ...run, earlier: true })), ...ofSet(sets.second)];
  const region = verdict.summary === null ? null : predictionEllipse(verdict.summary);
  const place = targets.findIndex((target) => target.checkpoint.id === checkpoint.id);
  const after = shown?.expected[place] ?? null;
  return (
    <div className={styles['card']}>
      <TargetCard
        zone={model.zone}
        title={model.name}
        runs={cards}
        region={sets === null ? region : null}
        forecast={
          after === null || region === null
            ? null
            : { ...region, along: after.along, left: after.left }
        }
        cloud={panel === 'forecast' ? cloud : null}
        mean={sets === null ? (verdict.summary?.mean ?? null) : null}
        numbered={cards.length <= 40}
      />
      <Explanation of={cardShows()} />
      {sets !== null && (
        <p className={styles['hint']}>{say`Grey: the first set. Teal: the second.`}</p>
      )}
      {older > 0 && (
        <Notice>{say`The newest ${runs.length} runs are judged; ${older} older ones are kept.`}</Notice>
      )}
      {!measured.headingJudged && (
        <Notice>{say`Some runs have no heading, so only the place is judged.`}</Notice>
      )}
      <OddRuns />
      <SetAside />
    </div>
  );
}

/** Runs that lie apart from the others, and what would be said without them. */
function OddRuns() {
  const { runs, checkpoint, measured, verdict, route } = useVerdictWork();
  const without = useMemo(() => {
    if (verdict.odd.length === 0) return null;
    const odd = new Set(verdict.odd);
    const others = measured.runs.filter((_, i) => !odd.has(i));
    return verdictOf(others, measured.zone, route.goal, measured.ticks);
  }, [measured, verdict, route.goal]);
  if (without === null) return null;
  const { kind, now } = without;
  const numbers = countedRuns(runs, checkpoint.id).map(({ number }) => number);
  const which = verdict.odd.map((i) => numbers[i]).join(', ');
  return (
    <Notice>{say`${verdict.odd.length === 1 ? say`Run ${which} lies` : say`Runs ${which} lie`} apart from the others and${plural(verdict.odd.length, ' weighs', ' weigh')} little. Without: ${rangeWords(now)} hit, verdict “${verdictName(kind)}”. If something odd happened, set it aside at the Table.`}</Notice>
  );
}

/** Runs that do not count, why, and what they would change. */
function SetAside() {
  const { runs, checkpoint, model, route } = useVerdictWork();
  const aside = runs.filter((run) => run.setAside !== null);
  const words = useMemo(
    () =>
      runs.some((run) => run.setAside !== null)
        ? withThem(runs, checkpoint, model.zone, route.goal)
        : '',
    [runs, checkpoint, model, route.goal],
  );
  if (aside.length === 0) return null;
  return (
    <Notice tone="fault">{say`${plural(aside.length, 'One run is', '# runs are')} set aside: ${[...new Set(aside.map((run) => run.setAside))].join(', ')}. ${words}`}</Notice>
  );
}

/** The count and the verdict with the runs that were set aside, so that both results are at hand. */
function withThem(runs: readonly Run[], checkpoint: Checkpoint, zone: Zone, goal: number): string {
  const all = measuredRuns(
    runs.map((run) => ({ ...run, setAside: null })),
    checkpoint,
    zone,
  );
  const { hits, kind } = verdictOf(all.runs, all.zone, goal, all.ticks);
  const them = all.runs.length === runs.length ? say`them` : say`those measured`;
  return say`With ${them}: ${hits} of ${all.runs.length}, verdict “${verdictName(kind)}”.`;
}
