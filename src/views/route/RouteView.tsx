import { Copy, Pause, Play, Redo2, Trash2, Undo2 } from 'lucide-react';
import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import { planSchema } from '../../core/route/planSchema.ts';
import type { FieldRecord, Robot, Route, RouteRevision, Run } from '../../contracts/records.ts';
import { shownHeading } from '../../core/robot/headings.ts';
import { toField } from '../../core/mathematics/pose.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { checkpointsOf, stepsOf, type RoutePlan, type Step } from '../../core/route/plan.ts';
import { MOVES, type Move } from '../../core/moves/index.ts';
import { askWords } from '../../core/moves/questions.ts';
import { titlesOf } from '../../core/route/titles.ts';
import { fittedPlan } from '../../core/route/fittedPlan.ts';
import { startChecks } from '../../core/analysis/checks/choiceChecks.ts';
import { routeChecks } from '../../core/analysis/checks/routeChecks.ts';
import { momentAfterMove } from '../../core/simulation/forecast.ts';
import {
  nominalRun,
  otherWays,
  poseAt,
  runThrough,
  randomRun,
  type Experiment,
} from '../../core/simulation/run.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import type { ForecastSummary } from '../../ui/forecastPool.ts';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { useDraft } from '../../ui/useDraft.ts';
import { useHistory } from '../../ui/useHistory.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Picker } from '../../ui/TextField.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import type { SheetKey } from '../../ui/useKeys.ts';
import { AddMove } from './AddMove.tsx';
import { ChecksPanel } from './ChecksPanel.tsx';
import { MoveSheet } from './MoveSheet.tsx';
import {
  addedMoves,
  endOf,
  withCopyOf,
  withMove,
  withMovesAfter,
  withMoveAt,
  withoutMove,
} from './plan.ts';
import { RevisionsPanel } from './RevisionsPanel.tsx';
import { RouteField } from './RouteField.tsx';
import { pageData } from '../../ui/pageData.ts';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { island } from '../../ui/island.tsx';
import styles from './RouteView.module.css';
import { SaveForm } from './SaveForm.tsx';
import { StartSheet } from './StartSheet.tsx';
import { SpreadPanel } from './SpreadPanel.tsx';
import { Strip } from './Strip.tsx';
import { Tabs } from '../../ui/Tabs.tsx';
import { useBudget } from './useBudget.ts';
import { NewerField } from './NewerField.tsx';
import { FORECAST_RUNS, FORECAST_SEED, useForecast } from './useForecast.ts';
import { usePlayback } from './usePlayback.ts';
import { useWays } from './useWays.ts';

/** Comes with the chart library, which nobody needs before tuning. */
const TunePanel = lazy(() => import('./TunePanel.tsx'));

export interface RouteViewProps {
  route: Route;
  routes: Pick<Route, 'id' | 'name'>[];
  robot: Robot;
  /** As the newest revision stands on it. */
  field: FieldRecord;
  /** The newest drawing, when that is another one. */
  newer: FieldRecord | null;
  titleBlock: TitleBlockProps;
}

/** What the field shows of a run. */
type DrivenRun = Pick<Run, 'revisionId' | 'setAside' | 'measurements'>;

type Panel = 'move' | 'spread' | 'tune' | 'checks' | 'revisions';

/** The route station: the field above, the strip below, the selected move beside them. */
function RouteSheet(props: RouteViewProps) {
  const { route, routes, robot, newer, titleBlock } = props;
  const [runs] = useState(() => pageData<DrivenRun[]>('runs'));
  const setup = robot.setup.setup;
  const [revision, setRevision] = useState(route.revision);
  /** An older revision that is continued; null when it is the newest. */
  const [continued, setContinued] = useState<RouteRevision | null>(null);
  /** The drawing of the field that the plan stands on: that of the revision, or a newer one. */
  const [field, setField] = useState(props.field);
  const fit = useMemo(() => fittedPlan(revision.plan, field.field), [revision, field]);
  const history = useHistory(fit.plan);
  const { present: plan, change } = history;
  const { restart } = history;
  const bringBack = useCallback(
    (kept: RoutePlan) => restart(fittedPlan(kept, field.field).plan),
    [restart, field],
  );
  const draft = useDraft({
    name: `corvat-draft-${route.id}`,
    basis: revision.id,
    saved: revision.plan,
    present: plan,
    read: readPlan,
    restart: bringBack,
  });
  const [selected, setSelected] = useState<string | null>(plan.moves[0]?.id ?? null);
  const [panel, setPanel] = useState<Panel>('move');
  const [saving, setSaving] = useState(false);
  const [forecastRuns, setForecastRuns] = useState<number>(FORECAST_RUNS[0]);
  const [replay, setReplay] = useState<{ run: number; of: Experiment } | null>(null);

  const experiment: Experiment = useMemo(
    () => ({ plan, field: field.field, estimated: setup, trueParameters: setup }),
    [plan, field, setup],
  );
  const nominal = useMemo(() => nominalRun(experiment), [experiment]);
  const others = useMemo(() => otherWays(experiment, nominal), [experiment, nominal]);
  const steps = useMemo(() => stepsOf(plan.moves), [plan]);
  const names = useMemo(() => titlesOf(plan.moves, robot.setup.setup), [plan, robot]);
  const titles = names.map(({ title }) => title);
  const short = names.map((name) => name.short);
  const checks = useMemo(() => routeChecks(experiment, nominal), [experiment, nominal]);
  const checkpoints = useMemo(() => checkpointsOf(plan), [plan]);
  const state = useBudget(experiment, nominal);
  const forecast = useForecast(experiment);
  const current = forecast.of === experiment ? forecast.summary : null;
  const replayed = useMemo(
    () =>
      replay !== null && replay.of === experiment
        ? randomRun(experiment, FORECAST_SEED, replay.run)
        : null,
    [replay, experiment],
  );
  const playback = usePlayback(nominal.duration);

  const at = playback.time;
  const pose = poseAt(replayed ?? nominal, at);
  const position = plan.moves.findIndex((move) => move.id === selected);
  const move = plan.moves[position] ?? null;
  const step = steps.findIndex((one) => one.position === position);
  const record = runThrough(step, nominal, others).moves[step];
  /** Whether it is not carried out in a run without noise. */
  const passed = state.budget.steps[step]?.passedOver ?? true;
  const ways = useWays(experiment, !passed && panel === 'move' ? step : -1);
  const changed =
    plan !== revision.plan || continued !== null || field.revision.id !== revision.fieldRevisionId;
  const unchosen = move === null;
  // Hundreds of robots are put down for it: not again with every frame of the playback.
  const startSays = useMemo(
    () => (unchosen ? startChecks(experiment) : []),
    [unchosen, experiment],
  );
  const sign = plan.startBy === undefined ? 'at once' : askWords(plan.startBy);
  const references = steps.flatMap((_, i) => (state.budget.steps[i]?.relocalises ? [i] : []));
  const select = (id: string) => {
    setSelected(id);
    const record = nominal.moves.find((one) => one.moveId === id);
    if (record !== undefined && !playback.playing) playback.goTo(record.to);
  };
  const add = (kind: Move['kind']) => {
    const after = position === -1 ? endOf(plan) : position;
    const added = addedMoves(kind, plan, after, field.field.models);
    if (added.length === 0) return;
    change(withMovesAfter(plan, after, added));
    setSelected(added[0]!.id);
    setPanel('move');
  };
  const remove = () => {
    if (move === null) return;
    change(withoutMove(plan, move.id));
    setSelected((plan.moves[position + 1] ?? plan.moves[position - 1])?.id ?? null);
  };
  const stepBy = (by: number) => {
    const next = plan.moves[Math.max(0, Math.min(plan.moves.length - 1, position + by))];
    if (next !== undefined) select(next.id);
  };
  const shift = (by: number) => selected && change(withMoveAt(plan, selected, position + by));
  const continueFrom = (from: RouteRevision) => {
    setContinued(from.id === revision.id ? null : from);
    change(fittedPlan(from.plan, field.field).plan);
    setSelected(from.plan.moves[0]?.id ?? null);
    setPanel('move');
  };
  const takeNewer = (next: RoutePlan) => {
    if (newer === null) return;
    setField(newer);
    change(next);
  };
  const lookAhead = () => {
    forecast.start(forecastRuns);
    setPanel('spread');
  };
  const keys: SheetKey[] = [
    ...MOVES.flatMap(({ kind, key, name }) =>
      key === null ? [] : [{ keys: key, says: `Add: ${name.toLowerCase()}`, act: () => add(kind) }],
    ),
    { keys: 'ArrowLeft', says: 'Move before', act: () => stepBy(-1) },
    { keys: 'ArrowRight', says: 'Move after', act: () => stepBy(1) },
    { keys: 'Alt+ArrowLeft', says: 'Take the move forward', act: () => shift(-1) },
    { keys: 'Alt+ArrowRight', says: 'Take the move back', act: () => shift(1) },
    { keys: 'C', says: 'Copy the move', act: () => selected && change(withCopyOf(plan, selected)) },
    { keys: 'Delete', says: 'Delete the move', act: remove },
    { keys: 'Ctrl+Z', says: 'Undo', act: () => history.undo?.() },
    { keys: 'Ctrl+Shift+Z', says: 'Redo', act: () => history.redo?.() },
    { keys: 'Space', says: 'Play', act: playback.toggle },
    { keys: 'F', says: `Forecast ${forecastRuns} runs`, act: lookAhead },
    { keys: 'S', says: 'Save as a revision', act: () => changed && setSaving(true) },
  ];

  return (
    <div className={styles['view']}>
      <div className={styles['field']}>
        <div className={styles['bar']}>
          <Picker
            label="Route"
            value={route.id}
            options={[
              ...routes.map(({ id, name }) => ({ value: id, label: name })),
              { value: 'new', label: 'New route …' },
            ]}
            onChange={(id) =>
              location.assign(id === 'new' ? '/route?new' : sheetAddress('/route', { route: id }))
            }
          />
          <Picker
            label="Starts at"
            value={plan.startId}
            options={field.field.starts.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(startId) => change({ ...plan, startId })}
          />
          <span className={styles['sign']}>
            <small>Sets off</small>
            <Button
              aria-label={`Sets off: ${sign}`}
              aria-pressed={panel === 'move' && move === null}
              onClick={() => {
                setSelected(null);
                setPanel('move');
              }}
            >
              {sign}
            </Button>
          </span>
          <span className={styles['grow']} />
          <a className={buttonClass()} href={sheetAddress('/field', { field: field.id })}>
            Field
          </a>
          <a className={buttonClass()} href={sheetAddress('/program', { route: route.id })}>
            Program sheet
          </a>
        </div>
        <div className={styles['drawing']}>
          <RouteField
            field={field.field}
            pictureUrl={`/api/v1/fields/${field.id}/picture`}
            startId={plan.startId}
            setup={setup}
            moves={plan.moves}
            nominal={nominal}
            others={others}
            replayed={replayed}
            pose={pose}
            spread={bandAt(state.band, at)}
            references={references}
            forecast={forecast.summary?.forecast ?? null}
            stale={forecast.of !== experiment}
            measured={changed ? [] : measuredPoints(plan, field, runs, revision.id)}
            checkpointSteps={checkpoints.map(({ id }) =>
              steps.findIndex((one) => one.move.id === id),
            )}
            missed={missedAfter(current, steps)}
            onRun={(run) => setReplay({ run, of: experiment })}
            selected={selected}
            onSelect={select}
            onTime={(moment) => !playback.playing && playback.goTo(moment)}
            onMove={(next) => change(withMove(plan, next))}
            onGrab={history.begin}
            onRelease={history.commit}
          />
        </div>
      </div>
      <div className={styles['side']}>
        <Tabs<Panel>
          label="Sheets of the route"
          value={panel}
          tabs={[
            { value: 'move', label: 'Move' },
            { value: 'spread', label: 'Spread' },
            { value: 'tune', label: 'Tune' },
            { value: 'checks', label: checks.length === 0 ? 'Checks' : `Checks ${checks.length}` },
            { value: 'revisions', label: 'Revisions' },
          ]}
          onChange={setPanel}
        />
        <div className={styles['scroll']} key={`${panel} ${panel === 'move' ? selected : ''}`}>
          {draft.restored && (
            <Notice>
              Changes that were not saved yet are back. Undo does not reach behind them;{' '}
              <Button variant="quiet" onClick={draft.discard}>
                drop them
              </Button>
            </Notice>
          )}
          {fit.says.length > 0 && (
            <Notice tone="fault">
              This revision does not fit the drawing of its field. {fit.says.join(' ')} Save it as a
              revision to keep that.
            </Notice>
          )}
          {newer !== null && newer.revision.id !== field.revision.id && (
            <NewerField present={field} newer={newer} plan={plan} onTake={takeNewer} />
          )}
          {continued !== null && (
            <Notice>
              This continues revision {continued.number}; revision {revision.number} stays in the
              list.
            </Notice>
          )}
          {panel === 'move' &&
            (move === null ? (
              <StartSheet plan={plan} setup={setup} checks={startSays} onChange={change} />
            ) : (
              <MoveSheet
                plan={plan}
                position={position}
                setup={setup}
                field={field.field}
                spread={passed ? null : (state.band[momentAfterMove(step)] ?? null)}
                duration={record === undefined ? 0 : record.to - record.from}
                checks={checks
                  .filter(({ moveId }) => moveId === move.id)
                  .slice(0, 2)
                  .map(({ sentence }) => sentence)}
                ways={ways}
                onChange={(next) => change(withMove(plan, next))}
              />
            ))}
          {panel === 'spread' && (
            <SpreadPanel
              experiment={experiment}
              field={field.field}
              steps={steps}
              titles={titles}
              checkpoints={checkpoints}
              state={state}
              summary={current}
              runs={forecastRuns}
              onRuns={setForecastRuns}
              replayed={replayed === null ? null : replay!.run}
              onReplay={(run) => setReplay(run === null ? null : { run, of: experiment })}
              onPlan={(next) => {
                change(next);
                setSelected(
                  next.moves.find(({ id }) => !plan.moves.some((one) => one.id === id))?.id ??
                    selected,
                );
              }}
            />
          )}
          {panel === 'tune' && (
            <Suspense fallback={<p className={styles['hint']}>Getting the charts …</p>}>
              <TunePanel
                move={move}
                setup={setup}
                onChange={(next) => change(withMove(plan, next))}
              />
            </Suspense>
          )}
          {panel === 'checks' && (
            <ChecksPanel
              checks={checks}
              titles={titles}
              onSelect={(id) => {
                select(id);
                setPanel('move');
              }}
            />
          )}
          {panel === 'revisions' && (
            <RevisionsPanel
              route={route}
              revision={revision}
              setup={setup}
              onContinue={continueFrom}
            />
          )}
        </div>
        <div className={styles['actions']}>
          {forecast.progress === null ? (
            <Button
              variant={changed ? 'plain' : 'main'}
              onClick={lookAhead}
              disabled={plan.moves.length === 0}
            >
              Forecast {forecastRuns} runs
            </Button>
          ) : (
            <Button onClick={forecast.cancel}>
              Cancel, {forecast.progress} of {forecastRuns} done
            </Button>
          )}
          <Button
            variant={changed ? 'main' : 'plain'}
            disabled={!changed || saving}
            onClick={() => setSaving(true)}
          >
            Save as rev {revision.number + 1}
          </Button>
        </div>
        {saving && (
          <SaveForm
            route={route}
            revision={revision}
            parent={continued?.number ?? revision.number}
            plan={plan}
            fieldRevision={field.revision.number}
            onCancel={() => setSaving(false)}
            onSaved={(saved) => {
              setSaving(false);
              setContinued(null);
              draft.forget();
              setRevision(saved);
              history.restart(saved.plan);
            }}
          />
        )}
        <TitleBlock {...titleBlock} revision={`${revision.number}${changed ? ', changed' : ''}`} />
      </div>
      <div className={styles['strip']}>
        <div className={styles['over']}>
          <Button variant="quiet" onClick={playback.toggle} disabled={plan.moves.length === 0}>
            {playback.playing ? <Pause size={16} /> : <Play size={16} />}{' '}
            {playback.playing ? 'Pause' : 'Play'}
          </Button>
          <AddMove onAdd={add} />
          <Button
            variant="quiet"
            disabled={position === -1}
            onClick={() => selected && change(withCopyOf(plan, selected))}
          >
            <Copy size={16} /> Copy
          </Button>
          <Button variant="quiet" disabled={position === -1} onClick={remove}>
            <Trash2 size={16} /> Delete
          </Button>
          <Button variant="quiet" disabled={history.undo === null} onClick={() => history.undo?.()}>
            <Undo2 size={16} /> Undo
          </Button>
          <Button variant="quiet" disabled={history.redo === null} onClick={() => history.redo?.()}>
            <Redo2 size={16} /> Redo
          </Button>
          <KeyHelp keys={keys} />
          <output className={`mono ${styles['readout']}`} aria-live="off">
            {formatNumber(at, 2)} s heading{' '}
            {formatNumber(shownHeading(pose.heading - nominal.trace[0]!.heading, setup), 0)}° lasts{' '}
            {formatNumber(nominal.duration, 1)} s
          </output>
        </div>
        <Strip
          moves={plan.moves}
          titles={titles}
          short={short}
          nominal={nominal}
          others={others}
          band={current?.band ?? state.band}
          references={references}
          selected={selected}
          time={at}
          onSelect={select}
          onTime={playback.goTo}
          onReorder={(id, to) => change(withMoveAt(plan, id, to))}
        />
      </div>
    </div>
  );
}

export const RouteView = island(RouteSheet);

function readPlan(kept: unknown): RoutePlan | null {
  return planSchema.safeParse(kept).data ?? null;
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

function measuredPoints(
  plan: RoutePlan,
  field: FieldRecord,
  runs: readonly DrivenRun[],
  revisionId: string,
) {
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
