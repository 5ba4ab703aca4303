import { lazy, Suspense } from 'react';
import type { Route } from '../../contracts/routes.ts';
import { momentAfterMove } from '../../core/simulation/forecast.ts';
import { runThrough } from '../../core/simulation/run.ts';
import { MeasureNext } from '../../ui/MeasureNext.tsx';
import { ChecksPanel } from './ChecksPanel.tsx';
import { MoveSheet } from './MoveSheet.tsx';
import { RevisionsPanel } from './RevisionsPanel.tsx';
import { useRouteState, useRouteStore } from './routeStore.ts';
import styles from './RouteView.module.css';
import { useRouteWork } from './routeWork.ts';
import { SeenSources } from './SeenSources.tsx';
import { SpreadPanel } from './SpreadPanel.tsx';
import { StartSheet } from './StartSheet.tsx';
import { WordsPanel } from './WordsPanel.tsx';
import { useWays } from './useWays.ts';
import { say } from '../../core/language/say.ts';

/** Comes with the chart library, which nobody needs before tuning. */
const TunePanel = lazy(() => import('./TunePanel.tsx'));

/** The sheet that is open beside the field. */
export function RoutePanels({ route }: { route: Route }) {
  const panel = useRouteState((state) => state.panel);
  switch (panel) {
    case 'move':
      return <MovePanel />;
    case 'words':
      return <WordsPanel />;
    case 'spread':
      return <Spread route={route} />;
    case 'tune':
      return <Tune />;
    case 'checks':
      return <Checks />;
    case 'revisions':
      return <Revisions route={route} />;
  }
}

function MovePanel() {
  const { history, change } = useRouteStore();
  const field = useRouteState((state) => state.field.field);
  const work = useRouteWork();
  const { robot, plan, move, position, step, passed, nominal, others, experiment } = work;
  const ways = useWays(experiment, passed ? -1 : step);
  const setup = robot.setup.setup;
  if (move === null) {
    return (
      <StartSheet plan={plan} setup={setup} checks={work.startSays} onChange={history.change} />
    );
  }
  const record = runThrough(step, nominal, others).moves[step];
  return (
    <MoveSheet
      plan={plan}
      position={position}
      setup={setup}
      field={field}
      spread={passed ? null : (work.budget.band[momentAfterMove(step)] ?? null)}
      duration={record === undefined ? 0 : record.to - record.from}
      checks={work.checks
        .filter(({ moveId }) => moveId === move.id)
        .slice(0, 2)
        .map(({ sentence }) => sentence)}
      ways={ways}
      onChange={change}
    />
  );
}

function Spread({ route }: { route: Route }) {
  const { state, takePlan } = useRouteStore();
  const { revision, forecastRuns, replay } = useRouteState((now) => now);
  const work = useRouteWork();
  const { experiment, known, unknowns, steps, titles, checkpoints, budget, summary, replayed } =
    work;
  const { robot, changed } = work;
  return (
    <SpreadPanel
      experiment={experiment}
      steps={steps}
      titles={titles}
      checkpoints={checkpoints}
      state={budget}
      unknowns={unknowns}
      goal={route.goal}
      measure={
        <MeasureNext
          robot={robot}
          route={route}
          revision={changed ? null : revision.number}
          experiment={known}
        />
      }
      seen={changed ? null : <SeenSources revisionId={revision.id} experiment={experiment} />}
      summary={summary}
      runs={forecastRuns}
      onRuns={(runs) => state.setState({ forecastRuns: runs })}
      replayed={replayed === null ? null : replay!.run}
      onReplay={(run) => state.setState({ replay: run === null ? null : { run, of: known } })}
      onPlan={takePlan}
    />
  );
}

function Tune() {
  const { change } = useRouteStore();
  const { move, robot } = useRouteWork();
  return (
    <Suspense fallback={<p className={styles['hint']}>{say`Getting the charts …`}</p>}>
      <TunePanel move={move} setup={robot.setup.setup} onChange={change} />
    </Suspense>
  );
}

function Checks() {
  const { show } = useRouteStore();
  const { checks, titles, select } = useRouteWork();
  return (
    <ChecksPanel
      checks={checks}
      titles={titles}
      onSelect={(id) => {
        select(id);
        show('move');
      }}
    />
  );
}

function Revisions({ route }: { route: Route }) {
  const { continueFrom } = useRouteStore();
  const { revision, field } = useRouteState((state) => state);
  const { robot } = useRouteWork();
  return (
    <RevisionsPanel
      route={route}
      revision={revision}
      setup={robot.setup.setup}
      field={field.field}
      onContinue={continueFrom}
    />
  );
}
