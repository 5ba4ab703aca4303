import { useMemo } from 'react';
import { disagreements } from '../../core/analysis/moves/disagreements.ts';
import { isAngle, knownOf, type MoveDeviation } from '../../core/analysis/moves/moveDeviations.ts';
import { stepsOf } from '../../core/route/plan.ts';
import { deviationInterval } from '../../core/mathematics/sample.ts';
import { titlesOf } from '../../core/route/titles.ts';
import { disagreementSentence } from '../../core/text/disagreementWords.ts';
import { deviationText } from '../../core/text/moveWords.ts';
import type { SeenOfRun } from '../../contracts/seen.ts';
import { sentenceOf } from '../../ui/api.ts';
import { buttonClass } from '../../ui/Button.tsx';
import { MoveByMove } from '../../ui/moves/MoveByMove.tsx';
import { seenOnce, useMoves, useSeenRuns } from '../../ui/moves/useMoves.ts';
import { Notice } from '../../ui/Notice.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import table from '../../ui/Table.module.css';
import { useNewRevision } from '../../ui/useNewRevision.ts';
import styles from './VerdictView.module.css';
import { useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';

/** What each move does in the runs that a camera saw or the hub told of: offset and spread, against plan and forecast. */
export function MovesPanel() {
  const { route, revision, robot, experiment } = useVerdictWork();
  const { runs } = useSeenRuns(revision.id);
  const seen = useMemo(() => seenOnce(runs), [runs]);
  const moves = useMoves(experiment, seen);
  const make = useNewRevision(route.id, revision.number);
  const { setup } = robot.setup;
  const { plan } = revision;
  if (runs.length === 0)
    return (
      <>
        <p>{say`No run of revision ${revision.number} was seen move by move yet: let a camera log the runs, or keep what the hub says of each move.`}</p>
        <div className={styles['buttons']}>
          <a
            className={buttonClass()}
            href={`${sheetAddress('/table', { route: route.id })}#camera`}
          >{say`Let a camera log the runs`}</a>
        </div>
      </>
    );
  if (moves === null) return <p role="status">{say`Taking ${runs.length} runs apart …`}</p>;
  const steps = stepsOf(plan.moves);
  return (
    <>
      <MoveByMove
        moves={moves}
        plan={plan}
        setup={setup}
        putDown={null}
        newest={false}
        onRevision={(corrected, reason) =>
          make.mutate({ origin: 'bench', reason, plan: corrected, parent: revision.number })
        }
      />
      {make.error !== null && <Notice tone="fault">{sentenceOf(make.error)}</Notice>}
      {disagreements(inPairs(runs)).map((one) => (
        <Notice key={`${one.step} ${one.of}`}>
          {disagreementSentence(one, steps[one.step]!.position)}
        </Notice>
      ))}
      <SpreadTable
        deviations={moves.deviations}
        titles={titlesOf(plan.moves, setup).map(({ short }) => short)}
      />
    </>
  );
}

/** Runs that both the hub and a camera saw. */
function inPairs(runs: readonly SeenOfRun[]) {
  const by = (source: SeenOfRun['source']) =>
    new Map(runs.filter((run) => run.source === source).map((run) => [run.runId, run.seen]));
  const cameras = by('camera');
  return [...by('hub')].flatMap(([run, hub]) => {
    const camera = cameras.get(run);
    return camera === undefined ? [] : [{ hub, camera }];
  });
}

/** From run to run: what each move spreads, against what the forecast assumes of it. */
function SpreadTable({
  deviations,
  titles,
}: {
  deviations: readonly MoveDeviation[];
  titles: readonly string[];
}) {
  const known = deviations.filter(({ values }) => knownOf(values).length > 2);
  if (known.length === 0) return null;
  return (
    <table className={`${table['table']} ${styles['table']}`}>
      <caption>{say`From run to run`}</caption>
      <thead>
        <tr>
          <th>{say`move`}</th>
          <th>{say`the forecast assumes`}</th>
          <th>{say`measured`}</th>
        </tr>
      </thead>
      <tbody>
        {known.map(({ step, position, by, assumed, spread, values }) => (
          <tr key={step}>
            <td>
              {position + 1} {titles[position]}
            </td>
            <td>± {spreadText(assumed, isAngle(by))}</td>
            <td>± {measuredText(spread, knownOf(values).length, isAngle(by))}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A spread that was measured, with its 95 % interval. */
function measuredText(spread: number, count: number, angle: boolean): string {
  const { low, high } = deviationInterval(spread, count);
  return say`${spreadText(spread, angle)} (${spreadText(low, angle)} to ${spreadText(high, angle)})`;
}

function spreadText(value: number, angle: boolean): string {
  return deviationText(value, angle).replace('+', '');
}
