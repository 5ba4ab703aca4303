import { createContext, useContext } from 'react';
import { createStore, useStore, type StoreApi } from 'zustand';
import type { FieldRecord } from '../../contracts/fields.ts';
import type { Route, RouteRevision } from '../../contracts/routes.ts';
import { MOVES, type Move } from '../../core/moves/index.ts';
import { fittedPlan } from '../../core/route/fittedPlan.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { createHistory, type EditedHistory } from '../../ui/history.ts';
import {
  addedMoves,
  endOf,
  withCopyOf,
  withMove,
  withMoveAt,
  withMovesAfter,
  withoutMove,
} from './plan.ts';
import { createPlayback, type Playback } from './playback.ts';
import { FORECAST_RUNS } from './useForecast.ts';

export type RoutePanel = 'move' | 'words' | 'spread' | 'tune' | 'checks' | 'revisions';

/** What the route sheet shows beside the plan, which has a history of its own. */
interface RouteState {
  /** The newest revision: the plan is a change of it. */
  revision: RouteRevision;
  /** An older revision that is continued; null when it is the newest. */
  continued: RouteRevision | null;
  /** The drawing of the field that the plan stands on: that of the revision, or a newer one. */
  field: FieldRecord;
  /** The move that is chosen; null for the start. */
  selected: string | null;
  panel: RoutePanel;
  saving: boolean;
  forecastRuns: number;
  /** A simulated run that is looked at, and the experiment that it belongs to. */
  replay: { run: number; of: Experiment } | null;
}

/** The state of the route sheet and all that can be done to it. */
export interface RouteStore {
  state: StoreApi<RouteState>;
  history: EditedHistory<RoutePlan>;
  playback: Playback;
  /** Chooses a move, null for the start, and shows its sheet. */
  open: (id: string | null) => void;
  choose: (id: string | null) => void;
  show: (panel: RoutePanel) => void;
  add: (kind: Move['kind']) => void;
  change: (move: Move) => void;
  remove: () => void;
  copy: () => void;
  /** The move so many places before or after the chosen one; null where there are none. */
  neighbour: (by: number) => string | null;
  /** Takes the chosen move forward or back by places. */
  shift: (by: number) => void;
  place: (id: string, position: number) => void;
  continueFrom: (revision: RouteRevision) => void;
  /** Goes over to a newer drawing of the field, with the plan that fits it. */
  takeField: (field: FieldRecord, plan: RoutePlan) => void;
  /** Takes over a plan that was worked out elsewhere, and chooses the move that is new in it. */
  takePlan: (plan: RoutePlan) => void;
  saved: (revision: RouteRevision) => void;
}

export function createRouteStore({
  route,
  field,
}: {
  route: Route;
  field: FieldRecord;
}): RouteStore {
  const { plan } = fittedPlan(route.revision.plan, field.field);
  const history = createHistory(plan);
  const playback = createPlayback();
  const state = createStore<RouteState>()(() => ({
    revision: route.revision,
    continued: null,
    field,
    selected: plan.moves[0]?.id ?? null,
    panel: 'move',
    saving: false,
    forecastRuns: FORECAST_RUNS[0],
    replay: null,
  }));
  const now = () => {
    const present = history.store.getState().present;
    const { selected } = state.getState();
    return {
      plan: present,
      selected,
      position: present.moves.findIndex(({ id }) => id === selected),
    };
  };
  const choose = (selected: string | null) => state.setState({ selected });
  return {
    state,
    history,
    playback,
    choose,
    open: (selected) => state.setState({ selected, panel: 'move' }),
    show: (panel) => state.setState({ panel }),
    add: (kind) => {
      const { plan: present, position } = now();
      const after = position === -1 ? endOf(present) : position;
      const added = addedMoves(kind, present, after, state.getState().field.field.models);
      if (added.length === 0) return;
      history.change(withMovesAfter(present, after, added));
      state.setState({ selected: added[0]!.id, panel: 'move' });
    },
    change: (move) => history.change(withMove(now().plan, move)),
    remove: () => {
      const { plan: present, position } = now();
      const move = present.moves[position];
      if (move === undefined) return;
      history.change(withoutMove(present, move.id));
      choose((present.moves[position + 1] ?? present.moves[position - 1])?.id ?? null);
    },
    copy: () => {
      const { plan: present, selected } = now();
      if (selected !== null) history.change(withCopyOf(present, selected));
    },
    neighbour: (by) => {
      const { moves } = now().plan;
      return moves[Math.max(0, Math.min(moves.length - 1, now().position + by))]?.id ?? null;
    },
    shift: (by) => {
      const { plan: present, selected, position } = now();
      if (selected !== null) history.change(withMoveAt(present, selected, position + by));
    },
    place: (id, position) => history.change(withMoveAt(now().plan, id, position)),
    continueFrom: (from) => {
      const { revision, field: on } = state.getState();
      history.change(fittedPlan(from.plan, on.field).plan);
      state.setState({
        continued: from.id === revision.id ? null : from,
        selected: from.plan.moves[0]?.id ?? null,
        panel: 'move',
      });
    },
    takeField: (newer, next) => {
      state.setState({ field: newer });
      history.change(next);
    },
    takePlan: (next) => {
      const { moves } = now().plan;
      const fresh = next.moves.find(({ id }) => !moves.some((one) => one.id === id));
      history.change(next);
      if (fresh !== undefined) choose(fresh.id);
    },
    saved: (revision) => {
      state.setState({ saving: false, continued: null, revision });
      history.restart(revision.plan);
    },
  };
}

/** The kinds of moves that have a key of their own. */
export const KEYED_MOVES = MOVES.flatMap(({ kind, key, name }) =>
  key === null ? [] : [{ kind, key, name }],
);

const Context = createContext<RouteStore | null>(null);
export const RouteStoreProvider = Context.Provider;

/** The store of the route sheet that a component stands on. */
export function useRouteStore(): RouteStore {
  const store = useContext(Context);
  if (store === null) throw new Error('This stands on no route sheet.');
  return store;
}

/** A part of the sheet's state; the component is drawn again only when that part changes. */
export function useRouteState<T>(select: (state: RouteState) => T): T {
  return useStore(useRouteStore().state, select);
}
