import { Copy, Pause, Play, Redo2, Trash2, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { planSchema } from '../../contracts/domain.ts';
import type { FieldRecord, Robot, Route, RouteRevision, Run } from '../../contracts/records.ts';
import { moveTitle, shownHeading } from '../../core/formats/programSheet.ts';
import { toField } from '../../core/geometry/pose.ts';
import { formatNumber } from '../../core/quantities/quantity.ts';
import { instructionsOf } from '../../core/route/instructions.ts';
import type { Move, RoutePlan } from '../../core/route/moves.ts';
import { momentAfterMove } from '../../core/simulation/forecast.ts';
import { nominalRun, type Experiment, type RunRecord } from '../../core/simulation/run.ts';
import { send, sentenceOf } from '../../ui/api.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Picker, TextField } from '../../ui/TextField.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import type { SheetKey } from '../../ui/useKeys.ts';
import { Checkpoints } from './Checkpoints.tsx';
import { MoveSheet } from './MoveSheet.tsx';
import {
  newMove,
  usePlanHistory,
  withCopyOf,
  withMove,
  withMoveAfter,
  withMoveAt,
  withoutMove,
} from './plan.ts';
import { RouteField } from './RouteField.tsx';
import styles from './RouteView.module.css';
import { Strip } from './Strip.tsx';
import { FORECAST_RUNS, useForecast } from './useForecast.ts';

export interface RouteViewProps {
  route: Route;
  routes: Pick<Route, 'id' | 'name'>[];
  robot: Robot;
  field: FieldRecord;
  runs: Run[];
  titleBlock: TitleBlockProps;
}

/** The route station: the field above, the strip below, the selected move beside them. */
export function RouteView({ route, routes, robot, field, runs, titleBlock }: RouteViewProps) {
  const setup = robot.setup.setup;
  const [revision, setRevision] = useState(route.revision);
  const history = usePlanHistory(revision.plan);
  const { plan, change } = history;
  const draft = useDraft(route.id, revision, plan, history.restart);
  const [selected, setSelected] = useState<string | null>(plan.moves[0]?.id ?? null);
  const [time, setTime] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [saving, setSaving] = useState(false);

  const experiment: Experiment = useMemo(
    () => ({ plan, field: field.field, believed: setup, truth: setup }),
    [plan, field, setup],
  );
  const nominal = useMemo(() => nominalRun(experiment), [experiment]);
  const titles = useMemo(
    () => instructionsOf(plan.moves, setup).map((one, i) => moveTitle(plan.moves[i]!, one, setup)),
    [plan, setup],
  );
  const forecast = useForecast(experiment);
  usePlayback(playing, nominal.duration, setTime, () => setPlaying(false));

  const at = Math.min(time, nominal.duration);
  const pose = poseAt(nominal, at);
  const position = plan.moves.findIndex((move) => move.id === selected);
  const changed = plan !== revision.plan;
  const select = (id: string) => {
    setSelected(id);
    const record = nominal.moves.find((move) => move.moveId === id);
    if (record !== undefined && !playing) setTime(record.to);
  };
  const add = (kind: Move['kind']) => {
    const move = newMove(kind, plan.moves);
    const after = position === -1 ? plan.moves.length - 1 : position;
    change(withMoveAfter(plan, after, move));
    setSelected(move.id);
  };
  const remove = () => {
    if (position === -1) return;
    change(withoutMove(plan, plan.moves[position]!.id));
    setSelected((plan.moves[position + 1] ?? plan.moves[position - 1])?.id ?? null);
  };
  const step = (by: number) => {
    const next = plan.moves[Math.max(0, Math.min(plan.moves.length - 1, position + by))];
    if (next !== undefined) select(next.id);
  };
  const play = () => {
    if (!playing && at >= nominal.duration - 0.01) setTime(0);
    setPlaying(!playing);
  };
  const keys: SheetKey[] = [
    { keys: 'D', says: 'Add a drive', act: () => add('drive') },
    { keys: 'T', says: 'Add a turn', act: () => add('turn') },
    { keys: 'A', says: 'Add an approach', act: () => add('approach') },
    { keys: 'ArrowLeft', says: 'Move before', act: () => step(-1) },
    { keys: 'ArrowRight', says: 'Move after', act: () => step(1) },
    { keys: 'Alt+ArrowLeft', says: 'Take the move forward', act: () => shift(-1) },
    { keys: 'Alt+ArrowRight', says: 'Take the move back', act: () => shift(1) },
    { keys: 'C', says: 'Copy the move', act: () => selected && change(withCopyOf(plan, selected)) },
    { keys: 'Delete', says: 'Delete the move', act: remove },
    { keys: 'Ctrl+Z', says: 'Undo', act: () => history.undo?.() },
    { keys: 'Ctrl+Shift+Z', says: 'Redo', act: () => history.redo?.() },
    { keys: 'Space', says: 'Play', act: play },
    { keys: 'F', says: `Forecast ${FORECAST_RUNS} runs`, act: forecast.start },
    { keys: 'S', says: 'Save as a revision', act: () => changed && setSaving(true) },
  ];
  const shift = (by: number) => selected && change(withMoveAt(plan, selected, position + by));

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
            onChange={(id) => location.assign(id === 'new' ? '/route?new' : `/route?route=${id}`)}
          />
          <Picker
            label="Starts at"
            value={plan.startId}
            options={field.field.starts.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(startId) => change({ ...plan, startId })}
          />
          <span className={styles['grow']} />
          <a className={buttonClass()} href={`/program?route=${route.id}`}>
            Program sheet
          </a>
        </div>
        <div className={styles['drawing']}>
          <RouteField
            field={field.field}
            startId={plan.startId}
            setup={setup}
            moves={plan.moves}
            nominal={nominal}
            pose={pose}
            forecast={forecast.forecast}
            stale={forecast.of !== experiment}
            measured={changed ? [] : measuredPoints(plan, field, runs, revision.id)}
            checkpointMoves={plan.checkpoints.map((checkpoint) =>
              plan.moves.findIndex((move) => move.id === checkpoint.afterMoveId),
            )}
            selected={selected}
            onSelect={select}
            onTime={(moment) => !playing && setTime(moment)}
            onMove={(move) => change(withMove(plan, move))}
          />
        </div>
      </div>
      <div className={styles['side']}>
        <div className={styles['scroll']}>
          {draft.restored && (
            <Notice>
              Changes that were not saved yet are back. Undo does not reach behind them;{' '}
              <Button weight="quiet" onClick={draft.discard}>
                drop them
              </Button>
            </Notice>
          )}
          {position === -1 ? (
            <p className={styles['hint']}>Choose a move in the strip or on the field.</p>
          ) : (
            <MoveSheet
              key={selected}
              plan={plan}
              position={position}
              setup={setup}
              spread={
                forecast.of === experiment
                  ? (forecast.band[momentAfterMove(position)] ?? null)
                  : null
              }
              duration={nominal.moves[position]!.to - nominal.moves[position]!.from}
              onChange={(move) => change(withMove(plan, move))}
            />
          )}
          <Checkpoints
            plan={plan}
            field={field.field}
            titles={titles}
            selected={selected}
            onChange={change}
          />
        </div>
        <div className={styles['actions']}>
          {forecast.progress === null ? (
            <Button
              weight={changed ? 'plain' : 'main'}
              onClick={forecast.start}
              disabled={plan.moves.length === 0}
            >
              Forecast {FORECAST_RUNS} runs
            </Button>
          ) : (
            <Button onClick={forecast.cancel}>
              Cancel, {forecast.progress} of {FORECAST_RUNS} done
            </Button>
          )}
          <Button
            weight={changed ? 'main' : 'plain'}
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
            plan={plan}
            onCancel={() => setSaving(false)}
            onSaved={(saved) => {
              setSaving(false);
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
          <Button weight="quiet" onClick={play} disabled={plan.moves.length === 0}>
            {playing ? <Pause size={16} /> : <Play size={16} />} {playing ? 'Pause' : 'Play'}
          </Button>
          <Button weight="quiet" onClick={() => add('drive')}>
            + Drive
          </Button>
          <Button weight="quiet" onClick={() => add('turn')}>
            + Turn
          </Button>
          <Button weight="quiet" onClick={() => add('approach')}>
            + Approach
          </Button>
          <Button
            weight="quiet"
            disabled={position === -1}
            onClick={() => selected && change(withCopyOf(plan, selected))}
          >
            <Copy size={16} /> Copy
          </Button>
          <Button weight="quiet" disabled={position === -1} onClick={remove}>
            <Trash2 size={16} /> Delete
          </Button>
          <Button weight="quiet" disabled={history.undo === null} onClick={() => history.undo?.()}>
            <Undo2 size={16} /> Undo
          </Button>
          <Button weight="quiet" disabled={history.redo === null} onClick={() => history.redo?.()}>
            <Redo2 size={16} /> Redo
          </Button>
          <KeyHelp keys={keys} />
          <output className={`mono ${styles['readout']}`} aria-live="off">
            {formatNumber(at, 2)} s heading{' '}
            {formatNumber(shownHeading(pose.heading - nominalStart(nominal), setup), 0)}° lasts{' '}
            {formatNumber(nominal.duration, 1)} s
          </output>
        </div>
        <Strip
          moves={plan.moves}
          titles={titles}
          nominal={nominal}
          band={forecast.of === experiment ? forecast.band : []}
          selected={selected}
          time={at}
          onSelect={select}
          onTime={(moment) => {
            setPlaying(false);
            setTime(moment);
          }}
          onReorder={(id, to) => change(withMoveAt(plan, id, to))}
        />
      </div>
    </div>
  );
}

interface SaveFormProps {
  route: Route;
  revision: RouteRevision;
  plan: RoutePlan;
  onCancel: () => void;
  onSaved: (revision: RouteRevision) => void;
}

function SaveForm({ route, revision, plan, onCancel, onSaved }: SaveFormProps) {
  const [reason, setReason] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const save = async () => {
    try {
      onSaved(
        await send<RouteRevision>('POST', `routes/${route.id}/revisions`, {
          basedOn: revision.number,
          origin: 'hand',
          reason: reason.trim(),
          plan,
        }),
      );
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <form
      className={styles['save']}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <TextField
        label="Why this revision"
        value={reason}
        onChange={setReason}
        placeholder="turn 2 went too far"
        maxLength={200}
        autoFocus
      />
      <div className={styles['actions']}>
        <Button weight="main" type="submit">
          Save revision {revision.number + 1}
        </Button>
        <Button onClick={onCancel}>Not yet</Button>
      </div>
      {fault !== null && <Notice mood="fault">{fault}</Notice>}
    </form>
  );
}

/** Keeps changes that are not saved in the browser, so that closing the page loses nothing. */
function useDraft(
  routeId: string,
  revision: RouteRevision,
  plan: RoutePlan,
  restart: (plan: RoutePlan) => void,
) {
  const name = `corvat-draft-${routeId}`;
  const [restored, setRestored] = useState(false);
  useEffect(() => {
    const kept = localStorage.getItem(name);
    if (kept === null) return;
    const [basedOn, draft] = kept.split('\n', 2) as [string, string];
    const parsed = planSchema.safeParse(JSON.parse(draft));
    // A draft on an older revision would be refused when saved, so it is not brought back.
    if (!parsed.success || basedOn !== revision.id) return localStorage.removeItem(name);
    restart(parsed.data);
    setRestored(true);
  }, [name, revision.id, restart]);
  useEffect(() => {
    if (plan !== revision.plan)
      localStorage.setItem(name, `${revision.id}\n${JSON.stringify(plan)}`);
  }, [name, plan, revision]);
  const forget = () => {
    localStorage.removeItem(name);
    setRestored(false);
  };
  return {
    restored,
    forget,
    discard: () => {
      forget();
      restart(revision.plan);
    },
  };
}

function usePlayback(
  playing: boolean,
  duration: number,
  setTime: (change: (time: number) => number) => void,
  onEnd: () => void,
) {
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    let last: number | null = null;
    const tick = (now: number) => {
      const passed = last === null ? 0 : (now - last) / 1000;
      last = now;
      let ended = false;
      setTime((time) => {
        ended = time + passed >= duration;
        return Math.min(duration, time + passed);
      });
      if (ended) onEnd();
      else frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
    // The end is reported once; a new callback must not restart the clock.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [playing, duration]);
}

/** Where the nominal run is at a time, between two moments of its trace. */
function poseAt(nominal: RunRecord, time: number) {
  const { trace } = nominal;
  const later = trace.findIndex((moment) => moment.time >= time);
  if (later <= 0) return trace[later === 0 ? 0 : trace.length - 1]!;
  const a = trace[later - 1]!;
  const b = trace[later]!;
  const share = b.time > a.time ? (time - a.time) / (b.time - a.time) : 1;
  return {
    x: a.x + share * (b.x - a.x),
    y: a.y + share * (b.y - a.y),
    heading: a.heading + share * (b.heading - a.heading),
  };
}

function nominalStart(nominal: RunRecord): number {
  return nominal.trace[0]?.heading ?? 0;
}

function measuredPoints(
  plan: RoutePlan,
  field: FieldRecord,
  runs: readonly Run[],
  revisionId: string,
) {
  return runs
    .filter((run) => run.revisionId === revisionId && run.setAside === null)
    .flatMap((run) =>
      run.measurements.flatMap(({ checkpointId, along, left }) => {
        const checkpoint = plan.checkpoints.find(({ id }) => id === checkpointId);
        const model = field.field.models.find(({ id }) => id === checkpoint?.modelId);
        return model === undefined ? [] : [toField(model.zone.target, { x: along, y: left })];
      }),
    );
}
