import { useStore } from 'zustand';
import type { FieldRecord } from '../../contracts/fields.ts';
import type { Route } from '../../contracts/routes.ts';
import { Button } from '../../ui/Button.tsx';
import { Tabs } from '../../ui/Tabs.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import type { Draft } from '../../ui/useDraft.ts';
import { RouteNotices } from './RouteNotices.tsx';
import { RoutePanels } from './RoutePanels.tsx';
import { useRouteState, useRouteStore, type RoutePanel } from './routeStore.ts';
import styles from './RouteView.module.css';
import { useRouteWork } from './routeWork.ts';
import { SaveForm } from './SaveForm.tsx';
import { say } from '../../core/language/say.ts';

interface RouteSideProps {
  route: Route;
  newer: FieldRecord | null;
  draft: Draft;
  titleBlock: TitleBlockProps;
}

/** Beside the field: the sheet of the chosen move and its neighbours, and how the plan is saved. */
export function RouteSide({ route, newer, draft, titleBlock }: RouteSideProps) {
  const { show, state, saved } = useRouteStore();
  const { revision, continued, field, selected, panel, saving } = useRouteState((now) => now);
  const { checks, plan, changed } = useRouteWork();
  const ask = (open: boolean) => state.setState({ saving: open });
  return (
    <div className={styles['side']}>
      <Tabs<RoutePanel>
        label={say`Sheets of the route`}
        value={panel}
        tabs={[
          { value: 'move', label: say`Move` },
          { value: 'words', label: say`Words` },
          { value: 'spread', label: say`Spread` },
          { value: 'tune', label: say`Tune` },
          {
            value: 'checks',
            label: checks.length === 0 ? say`Checks` : say`Checks ${checks.length}`,
          },
          { value: 'revisions', label: say`Revisions` },
        ]}
        onChange={show}
      />
      <div className={styles['scroll']} key={`${panel} ${panel === 'move' ? selected : ''}`}>
        <RouteNotices newer={newer} draft={draft} />
        <RoutePanels route={route} />
      </div>
      <div className={styles['actions']}>
        <ForecastButton />
        <Button
          data-needs="coach"
          variant={changed ? 'main' : 'plain'}
          disabled={!changed || saving}
          onClick={() => ask(true)}
        >{say`Save as rev ${revision.number + 1}`}</Button>
      </div>
      {saving && (
        <SaveForm
          route={route}
          revision={revision}
          parent={continued?.number ?? revision.number}
          plan={plan}
          fieldRevision={field.revision.number}
          onCancel={() => ask(false)}
          onSaved={(next) => {
            draft.forget();
            saved(next);
          }}
        />
      )}
      <TitleBlock
        {...titleBlock}
        revision={changed ? say`${revision.number}, changed` : String(revision.number)}
      />
    </div>
  );
}

/** Begins a forecast; says how far it is while it goes on, and gives it up. */
function ForecastButton() {
  const runs = useRouteState((state) => state.forecastRuns);
  const { plan, forecast, changed, lookAhead } = useRouteWork();
  const done = useStore(forecast.progress);
  return done === null ? (
    <Button
      variant={changed ? 'plain' : 'main'}
      onClick={lookAhead}
      disabled={plan.moves.length === 0}
    >{say`Forecast ${runs} runs`}</Button>
  ) : (
    <Button onClick={forecast.cancel}>{say`Cancel, ${done} of ${runs} done`}</Button>
  );
}
