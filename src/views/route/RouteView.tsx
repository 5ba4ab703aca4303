import { useEffect, useState } from 'react';
import type { FieldRecord } from '../../contracts/fields.ts';
import type { Robot } from '../../contracts/robots.ts';
import type { Route, RouteRevision } from '../../contracts/routes.ts';
import { fittedPlan } from '../../core/route/fittedPlan.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { planSchema } from '../../core/route/planSchema.ts';
import { useEdited } from '../../ui/history.ts';
import { island } from '../../ui/island.tsx';
import type { TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { useDraft, type Draft } from '../../ui/useDraft.ts';
import { fieldBox } from '../../ui/FieldDrawing.tsx';
import { useZoom } from '../../ui/zoom/useZoom.ts';
import { RouteBar } from './RouteBar.tsx';
import { RouteDrawing } from './RouteDrawing.tsx';
import { RouteSide } from './RouteSide.tsx';
import {
  createRouteStore,
  RouteStoreProvider,
  useRouteState,
  useRouteStore,
} from './routeStore.ts';
import { RouteStrip } from './RouteStrip.tsx';
import styles from './RouteView.module.css';
import { RouteWorkProvider, useRouteWorkOf } from './routeWork.ts';

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

/** The route station: the field above, the strip below, the selected move beside them. */
function RouteSheet(props: RouteViewProps) {
  const [store] = useState(() => createRouteStore(props));
  return (
    <RouteStoreProvider value={store}>
      <RouteStations {...props} />
    </RouteStoreProvider>
  );
}

export const RouteView = island(RouteSheet);

function RouteStations({ route, routes, robot, newer, titleBlock }: RouteViewProps) {
  const { playback } = useRouteStore();
  const { field, revision } = useRouteState((state) => state);
  const work = useRouteWorkOf(robot);
  const draft = useRouteDraft(route.id, revision);
  const zoom = useZoom(fieldBox(field.field));
  const { duration } = work.nominal;
  useEffect(() => playback.last(duration), [playback, duration]);
  useEffect(() => playback.end, [playback]);
  return (
    <RouteWorkProvider value={work}>
      <div className={styles['view']}>
        <div className={styles['field']}>
          <RouteBar route={route} routes={routes} zoom={zoom} />
          <RouteDrawing zoom={zoom} />
        </div>
        <RouteSide route={route} newer={newer} draft={draft} titleBlock={titleBlock} />
        <RouteStrip zoom={zoom} />
      </div>
    </RouteWorkProvider>
  );
}

/** Keeps a plan that is not saved in the browser. */
function useRouteDraft(routeId: string, revision: RouteRevision): Draft {
  const { history, state } = useRouteStore();
  const { present } = useEdited(history);
  const [restart] = useState(
    () => (kept: RoutePlan) => history.restart(fittedPlan(kept, state.getState().field.field).plan),
  );
  return useDraft({
    name: `corvat-draft-${routeId}`,
    basis: revision.id,
    saved: revision.plan,
    present,
    read: readPlan,
    restart,
  });
}

function readPlan(kept: unknown): RoutePlan | null {
  return planSchema.safeParse(kept).data ?? null;
}
