import { useMemo, useState } from 'react';
import { isTurn } from '../../core/analysis/moves/moveDeviations.ts';
import { proposedRun } from '../../core/analysis/moves/proposedRun.ts';
import { deviationText } from '../../core/text/moveWords.ts';
import { titlesOf } from '../../core/route/titles.ts';
import { stepsOf, type RoutePlan } from '../../core/route/plan.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import { quantityOf, type Recording } from '../../core/telemetry/recording.ts';
import type { SeenRunMoves } from '../../core/telemetry/seenRun.ts';
import { sentenceOf } from '../../ui/api.ts';
import { benchWorker } from '../../ui/benchWorker.ts';
import { Button } from '../../ui/Button.tsx';
import { useSeenRuns } from '../../ui/moves/useMoves.ts';
import { Notice } from '../../ui/Notice.tsx';
import { keepRecording } from '../../ui/recordings.ts';
import { RecordingSource } from '../../ui/RecordingSource.tsx';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { Picker } from '../../ui/TextField.tsx';
import { useWorker } from '../../ui/useWorker.ts';
import practice from './Practice.module.css';
import styles from './TableView.module.css';
import { useTableWork } from './tableWork.ts';
import { plural, say } from '../../core/language/say.ts';

/** Runs that are offered at the most: what is told belongs to one of the last. */
const OFFERED = 12;

/** What was read, and the run to which it seems to belong; null when there is none. */
interface Told {
  recording: Recording;
  seen: SeenRunMoves;
  runId: string | null;
}

/** What a program printed of a run: pasted, or dropped as a file, it goes to its run with what each move did. */
export function HubTold() {
  const { route, robot, experiment, log, expected } = useTableWork();
  const { plan } = route.revision;
  const { setup } = robot.setup;
  const reading = useWorker(benchWorker);
  const simulation = useWorker(simulationWorker);
  const seenRuns = useSeenRuns(route.revision.id);
  const [told, setTold] = useState<Told | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [kept, setKept] = useState<string | null>(null);
  const offered = useMemo(
    () => log.runs.filter((run) => run.revisionId === route.revision.id).slice(-OFFERED),
    [log.runs, route],
  );
  const take = async (recording: Recording) => {
    setKept(null);
    setFault(null);
    const seen = await simulation.ask((door) => door.hubMoves(recording, experiment));
    if (seen === null) {
      setFault(
        say`Clock, gyro and both motors are needed, and a robot that moves: t_s, heading_deg, left_deg and right_deg.`,
      );
      return;
    }
    const hubRuns = new Set(
      seenRuns.runs.filter(({ source }) => source === 'hub').map(({ runId }) => runId),
    );
    const runId = proposedRun(
      offered.map((run) => ({ ...run, told: hubRuns.has(run.id) })),
      secondsOf(recording),
      expected ?? 0,
    );
    setTold({ recording, seen, runId });
  };
  const keep = async ({ recording, seen }: Told, runId: string) => {
    try {
      const by = { source: 'hub' as const, seen };
      await keepRecording(reading, robot.id, recording, runId, by);
      setTold(null);
      setKept(runId);
      seenRuns.again();
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const numberOf = (id: string) => log.runs.findIndex((run) => run.id === id) + 1;
  const runId = told?.runId ?? null;
  return (
    <details className={`${styles['list']} ${styles['told']}`}>
      <summary>{say`What the hub printed`}</summary>
      <p
        className={styles['says']}
      >{say`Programs print a line at the end of each move. Copy them from the console, or open them as a file.`}</p>
      <RecordingSource
        worker={reading}
        example={
          '{"t_s": 12.4, "heading_deg": 90.2, "left_deg": 920, "right_deg": 921, "event": "end m1"}'
        }
        onRecording={(recording) => void take(recording)}
        onFault={setFault}
      />
      {told !== null && (
        <>
          <p role="status">
            {say`${plural(told.seen.moves.length, 'One move', '# moves')} in ${Math.round(secondsOf(told.recording))} s: ${movesText(told.seen, plan, setup)}.`}
          </p>
          {runId === null ? (
            <Notice>{say`No run of this revision is here that it could belong to: log one first.`}</Notice>
          ) : (
            <div className={practice['row']}>
              <Picker
                label={say`Belongs to`}
                value={runId}
                options={offered
                  .toReversed()
                  .map((run) => ({ value: run.id, label: say`run ${numberOf(run.id)}` }))}
                onChange={(other) => setTold({ ...told, runId: other })}
              />
              <Button
                variant="main"
                onClick={() => void keep(told, runId)}
              >{say`Keep it with run ${numberOf(runId)}`}</Button>
            </div>
          )}
        </>
      )}
      {kept !== null && (
        <Notice tone="good">{say`Kept with run ${numberOf(kept)}. What its moves did stands in the verdict, under Moves.`}</Notice>
      )}
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
    </details>
  );
}

function secondsOf(recording: Recording): number {
  const time = quantityOf(recording, 't');
  return time === null ? 0 : time.at(-1)! - time[0]!;
}

/** What each move did by the robot's own sensors, in short. */
function movesText({ moves }: SeenRunMoves, plan: RoutePlan, setup: RobotParameters): string {
  const steps = stepsOf(plan.moves);
  const titles = titlesOf(plan.moves, setup);
  return moves
    .map(({ step, turn, length }) => {
      const did = isTurn({ length, turn })
        ? deviationText(turn, true)
        : deviationText(length, false);
      return `${titles[steps[step]!.position]!.short} ${did.replace('+', '')}`;
    })
    .join(', ');
}
