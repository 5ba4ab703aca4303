import { useCallback, useMemo, useState } from 'react';
import type { FieldRecord } from '../../contracts/fields.ts';
import type { Run } from '../../contracts/practices.ts';
import { toField, type Point } from '../../core/mathematics/pose.ts';
import { checkpointsOf } from '../../core/route/checkpoints.ts';
import type { RoutePlan, Step } from '../../core/route/plan.ts';
import { poseAt } from '../../core/simulation/run.ts';
import type { ForecastSummary } from '../../ui/forecastPool.ts';
import { pageData } from '../../ui/pageData.ts';
import { RobotMark } from '../../ui/RobotMark.tsx';
import type { Zoom } from '../../ui/zoom/useZoom.ts';
import { usePlayedTime } from './playback.ts';
import { RouteField, SpreadEllipse } from './RouteField.tsx';
import { useRouteState, useRouteStore } from './routeStore.ts';
import styles from './RouteView.module.css';
import { useRouteWork } from './routeWork.ts';

/** What the field shows of a run that was driven. */
type DrivenRun = Pick<Run, 'revisionId' | 'setAside' | 'measurements'>;

/** The field with the route on it; what moves with the moment is drawn by itself. */
export function RouteDrawing({ zoom }: { zoom: Zoom }) {
  const store = useRouteStore();
  const { history, playback, state } = store;
  const field = useRouteState((now) => now.field);
  const revision = useRouteState((now) => now.revision);
  const selected = useRouteState((now) => now.selected);
  const work = useRouteWork();
  const { plan, experiment, steps, checkpoints, forecast, summary, changed } = work;
  const [runs] = useState(() => pageData<DrivenRun[]>('runs'));
  const measured = useMemo(
    () => (changed ? [] : measuredPoints(plan, field, runs, revision.id)),
    [changed, plan, field, runs, revision],
  );
  const missed = useMemo(() => missedAfter(summary, steps), [summary, steps]);
  const lookAt = useCallback(
    (run: number) => state.setState({ replay: { run, of: experiment } }),
    [state, experiment],
  );
  return (
    <div className={styles['drawing']}>
      <RouteField
        field={field.field}
        zoom={zoom}
        pictureUrl={`/api/v1/fields/${field.id}/picture`}
        startId={plan.startId}
        setup={work.robot.setup.setup}
        moves={plan.moves}
        nominal={work.nominal}
        others={work.others}
        replayed={work.replayed}
        references={work.references}
        forecast={forecast.summary?.forecast ?? null}
        stale={forecast.of !== experiment}
        measured={measured}
        checkpointSteps={checkpoints.map(({ id }) => steps.findIndex((one) => one.move.id === id))}
        missed={missed}
        onRun={lookAt}
        selected={selected}
        onSelect={work.select}
        onTime={(moment) => !playback.clock.getState().playing && playback.goTo(moment)}
        onMove={store.change}
        onGrab={history.begin}
        onRelease={history.commit}
        moving={(drawn) => <Moving drawn={drawn} />}
      />
    </div>
  );
}

/** The robot and its spread at the moment that is shown. */
function Moving({ drawn }: { drawn: (point: Point) => Point }) {
  const { playback } = useRouteStore();
  const field = useRouteState((state) => state.field.field);
  const { nominal, replayed, budget, unknowns, robot } = useRouteWork();
  const time = usePlayedTime(playback);
  const spread = bandAt(budget.band, time);
  const nextRun = unknowns === null ? null : bandAt(unknowns.band, time);
  return (
    <>
      {nextRun !== null && <SpreadEllipse at={nextRun} drawn={drawn} nextRun />}
      {spread !== null && <SpreadEllipse at={spread} drawn={drawn} />}
      <RobotMark
        pose={poseAt(replayed ?? nominal, time)}
        setup={robot.setup.setup}
        field={field}
        drawn={drawn}
      />
    </>
  );
}

/** The entry of a band at a moment, s. */
function bandAt<T extends { time: number }>(band: readonly T[], time: number): T | null {
  return band.find((at) => at.time >= time - 1e-9) ?? band.at(-1) ?? null;
}

/** Runs that missed, by the step after which they are measured. */
function missedAfter(
  summary: ForecastSummary | null,
  steps: readonly Step[],
): ReadonlyMap<number, ReadonlySet<number>> {
  return new Map(
    summary?.outcomes.checkpoints.map(({ checkpointId, missed }) => [
      steps.findIndex(({ move }) => move.id === checkpointId),
      new Set(missed),
    ]),
  );
}

/** Where the runs of a revision ended, as tool points on the field. */
function measuredPoints(
  plan: RoutePlan,
  field: FieldRecord,
  runs: readonly DrivenRun[],
  revisionId: string,
): Point[] {
  return runs
    .filter((run) => run.revisionId === revisionId && run.setAside === null)
    .flatMap((run) =>
      run.measurements.flatMap(({ checkpointId, along, left }) => {
        const checkpoint = checkpointsOf(plan).find(({ id }) => id === checkpointId);
        const model = field.field.models.find(({ id }) => id === checkpoint?.modelId);
        return model === undefined ? [] : [toField(model.zone.target, { x: along, y: left })];
      }),
    );
}
