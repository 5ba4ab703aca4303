import { Copy, Pause, Play, Redo2, Trash2, Undo2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { FieldRecord, Robot, Route, Run } from '../../contracts/records.ts';
import { moveTitle, shownHeading } from '../../core/formats/programSheet.ts';
import { toField } from '../../core/geometry/pose.ts';
import { formatNumber } from '../../core/quantities/quantity.ts';
import { instructionsOf } from '../../core/route/instructions.ts';
import type { Move, RoutePlan } from '../../core/route/moves.ts';
import { momentAfterMove } from '../../core/simulation/forecast.ts';
import { nominalRun, poseAt, type Experiment } from '../../core/simulation/run.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Picker } from '../../ui/TextField.tsx';
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
import { SaveForm } from './SaveForm.tsx';
import { Strip } from './Strip.tsx';
import { useDraft } from './useDraft.ts';
import { FORECAST_RUNS, useForecast } from './useForecast.ts';
import { usePlayback } from './usePlayback.ts';

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
  const playback = usePlayback(nominal.duration);

  const at = playback.time;
  const pose = poseAt(nominal, at);
  const position = plan.moves.findIndex((move) => move.id === selected);
  const changed = plan !== revision.plan;
  const select = (id: string) => {
    setSelected(id);
    const record = nominal.moves.find((move) => move.moveId === id);
    if (record !== undefined && !playback.playing) playback.goTo(record.to);
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
    { keys: 'Space', says: 'Play', act: playback.toggle },
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
            onTime={(moment) => !playback.playing && playback.goTo(moment)}
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
          <Button weight="quiet" onClick={playback.toggle} disabled={plan.moves.length === 0}>
            {playback.playing ? <Pause size={16} /> : <Play size={16} />}{' '}
            {playback.playing ? 'Pause' : 'Play'}
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
            {formatNumber(shownHeading(pose.heading - nominal.trace[0]!.heading, setup), 0)}° lasts{' '}
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
          onTime={playback.goTo}
          onReorder={(id, to) => change(withMoveAt(plan, id, to))}
        />
      </div>
    </div>
  );
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
