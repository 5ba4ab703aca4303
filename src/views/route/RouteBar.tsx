import type { Route } from '../../contracts/routes.ts';
import { askWords } from '../../core/moves/questions.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { Picker } from '../../ui/TextField.tsx';
import type { Zoom } from '../../ui/zoom/useZoom.ts';
import { ZoomButtons } from '../../ui/zoom/ZoomButtons.tsx';
import { useRouteState, useRouteStore } from './routeStore.ts';
import styles from './RouteView.module.css';
import { useRouteWork } from './routeWork.ts';
import { say } from '../../core/language/say.ts';

interface RouteBarProps {
  route: Route;
  routes: Pick<Route, 'id' | 'name'>[];
  zoom: Zoom;
}

/** Above the field: which route it is, where and when it sets off, and the sheets beside this one. */
export function RouteBar({ route, routes, zoom }: RouteBarProps) {
  const { history, open } = useRouteStore();
  const field = useRouteState((state) => state.field);
  const panel = useRouteState((state) => state.panel);
  const { plan, move } = useRouteWork();
  const sign = plan.startBy === undefined ? say`at once` : askWords(plan.startBy);
  return (
    <div className={styles['bar']}>
      <Picker
        label={say`Route`}
        value={route.id}
        options={[
          ...routes.map(({ id, name }) => ({ value: id, label: name })),
          { value: 'new', label: say`New route …` },
        ]}
        onChange={(id) =>
          location.assign(id === 'new' ? '/route?new' : sheetAddress('/route', { route: id }))
        }
      />
      <Picker
        label={say`Starts at`}
        value={plan.startId}
        options={field.field.starts.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(startId) => history.change({ ...plan, startId })}
      />
      <span className={styles['sign']}>
        <small>{say`Sets off`}</small>
        <Button
          aria-label={say`Sets off: ${sign}`}
          aria-pressed={panel === 'move' && move === null}
          onClick={() => open(null)}
        >
          {sign}
        </Button>
      </span>
      <span className={styles['grow']} />
      <ZoomButtons zoom={zoom} />
      <a
        className={buttonClass()}
        href={sheetAddress('/field', { field: field.id })}
      >{say`Field`}</a>
      <a
        className={buttonClass()}
        href={sheetAddress('/program', { route: route.id })}
      >{say`Program sheet`}</a>
    </div>
  );
}
