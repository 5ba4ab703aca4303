import { Copy, Pause, Play, Trash2 } from 'lucide-react';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { shownHeading } from '../../core/robot/headings.ts';
import { poseAt } from '../../core/simulation/run.ts';
import { Button } from '../../ui/Button.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { UndoButtons } from '../../ui/UndoButtons.tsx';
import type { SheetKey } from '../../ui/useKeys.ts';
import { zoomKeys, type Zoom } from '../../ui/zoom/useZoom.ts';
import { AddMove } from './AddMove.tsx';
import { usePlayedTime, usePlaying } from './playback.ts';
import { KEYED_MOVES, useRouteState, useRouteStore } from './routeStore.ts';
import styles from './RouteView.module.css';
import { useRouteWork } from './routeWork.ts';
import { Strip } from './Strip.tsx';
import { inSentence } from '../../core/language/inSentence.ts';
import { may } from '../../ui/role.ts';
import { say } from '../../core/language/say.ts';

/** Below the field: what can be done to the moves, and the moves in time. */
export function RouteStrip({ zoom }: { zoom: Zoom }) {
  const store = useRouteStore();
  const { history, playback } = store;
  const selected = useRouteState((state) => state.selected);
  const playing = usePlaying(playback);
  const work = useRouteWork();
  const { plan, position, summary, budget } = work;
  return (
    <div className={styles['strip']}>
      <div className={styles['over']}>
        <Button variant="quiet" onClick={playback.toggle} disabled={plan.moves.length === 0}>
          {playing ? <Pause size={16} /> : <Play size={16} />} {playing ? say`Pause` : say`Play`}
        </Button>
        <AddMove onAdd={store.add} />
        <Button variant="quiet" disabled={position === -1} onClick={store.copy}>
          <Copy size={16} /> {say`Copy`}
        </Button>
        <Button variant="quiet" disabled={position === -1} onClick={store.remove}>
          <Trash2 size={16} /> {say`Delete`}
        </Button>
        <UndoButtons history={history} />
        <KeyHelp keys={useRouteKeys(zoom)} />
        <Readout />
      </div>
      <Strip
        moves={plan.moves}
        titles={work.titles}
        short={work.short}
        nominal={work.nominal}
        others={work.others}
        band={budget.band}
        nextRun={summary?.band ?? work.unknowns?.band ?? null}
        references={work.references}
        selected={selected}
        playback={playback}
        onSelect={work.select}
        onReorder={store.place}
      />
    </div>
  );
}

/** The moment that is shown, and where the robot faces then. */
function Readout() {
  const { playback } = useRouteStore();
  const { nominal, replayed, robot } = useRouteWork();
  const time = usePlayedTime(playback);
  const setup = robot.setup.setup;
  const { heading } = poseAt(replayed ?? nominal, time);
  return (
    <output
      className={`mono ${styles['readout']}`}
      aria-live="off"
    >{say`${formatNumber(time, 2)} s heading ${formatNumber(shownHeading(heading - nominal.trace[0]!.heading, setup), 0)}° lasts ${formatNumber(nominal.duration, 1)} s`}</output>
  );
}

function useRouteKeys(zoom: Zoom): SheetKey[] {
  const store = useRouteStore();
  const { history, playback, state } = store;
  const { select, lookAhead, changed } = useRouteWork();
  const forecastRuns = useRouteState((now) => now.forecastRuns);
  const stepBy = (by: number) => {
    const id = store.neighbour(by);
    if (id !== null) select(id);
  };
  return [
    ...KEYED_MOVES.map(({ kind, key, name }) => ({
      keys: key,
      says: say`Add: ${inSentence(name)}`,
      act: () => store.add(kind),
    })),
    { keys: 'ArrowLeft', says: say`Move before`, act: () => stepBy(-1) },
    { keys: 'ArrowRight', says: say`Move after`, act: () => stepBy(1) },
    { keys: 'Alt+ArrowLeft', says: say`Take the move forward`, act: () => store.shift(-1) },
    { keys: 'Alt+ArrowRight', says: say`Take the move back`, act: () => store.shift(1) },
    { keys: 'C', says: say`Copy the move`, act: store.copy },
    { keys: 'Delete', says: say`Delete the move`, act: store.remove },
    { keys: 'Ctrl+Z', says: say`Undo`, act: history.undo },
    { keys: 'Ctrl+Shift+Z', says: say`Redo`, act: history.redo },
    { keys: 'Space', says: say`Play`, act: playback.toggle },
    { keys: 'F', says: `Forecast ${forecastRuns} runs`, act: lookAhead },
    ...(may('coach')
      ? [
          {
            keys: 'S',
            says: say`Save as a revision`,
            act: () => changed && state.setState({ saving: true }),
          },
        ]
      : []),
    ...zoomKeys(zoom),
  ];
}
