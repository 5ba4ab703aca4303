import { createContext, useContext } from 'react';
import { createStore, useStore, type StoreApi } from 'zustand';
import type { FieldRecord } from '../../contracts/fields.ts';
import {
  fieldObjectOf,
  freeThingId,
  shiftedThing,
  snapped,
  withFieldObject,
  withHandleAt,
  withoutThing,
  type Chosen,
} from '../../core/field/editing.ts';
import type { Field } from '../../core/field/field.ts';
import { rectangle } from '../../core/mathematics/polygon.ts';
import type { Point } from '../../core/mathematics/pose.ts';
import { createHistory, type EditedHistory } from '../../ui/history.ts';
import type { Merging } from './MergePanel.tsx';
import { GRIDS, type Tool } from './tools.tsx';
import { say } from '../../core/language/say.ts';

/** Distance within which corners and the border are caught, mm. */
const REACH = 12;
/** A rectangle smaller than this is a slip of the hand, mm. */
const SMALLEST = 5;

/** What a pointer that is held down is doing. */
type Drag =
  | { kind: 'handle'; handle: number }
  | { kind: 'thing'; from: Point; moved: Point }
  | { kind: 'rectangle'; from: Point }
  | { kind: 'measure' };

/** What the drawing board shows beside the drawing, which has a history of its own. */
interface FieldState {
  /** The field as it is stored; the drawing is a change of it. */
  saved: FieldRecord;
  name: string;
  chosen: Chosen | null;
  tool: Tool;
  /** mm. */
  grid: number;
  drag: Drag | null;
  /** Points of a wall or line that is not ended yet. */
  open: readonly Point[];
  measured: [Point, Point] | null;
  /** Where the table was pressed while a picture is laid under it. */
  clicked: Point | null;
  /** Counts the pictures, so that the browser asks for a new one. */
  pictures: number;
  /** What somebody else saved meanwhile, and where it collides with this drawing. */
  merging: Merging | null;
}

/** The state of the drawing board and all that can be done to it. */
export interface FieldStore {
  state: StoreApi<FieldState>;
  history: EditedHistory<Field>;
  take: (tool: Tool) => void;
  choose: (chosen: Chosen | null) => void;
  /** Takes hold of a handle of the chosen thing, or of the thing itself. */
  grabHandle: (handle: number) => void;
  grabThing: (at: Point) => void;
  /** The pointer is pressed, drawn along and let go; places are those of the hand, not yet of the grid. */
  press: (at: Point) => void;
  pull: (at: Point) => void;
  release: () => void;
  /** Ends a wall or line. */
  finish: () => void;
  remove: () => void;
  /** Moves the chosen thing by steps of the grid. */
  nudge: (x: number, y: number) => void;
  snap: (at: Point) => Point;
}

export function createFieldStore(record: FieldRecord): FieldStore {
  const history = createHistory(record.field);
  const state = createStore<FieldState>()(() => ({
    saved: record,
    name: record.name,
    chosen: null,
    tool: 'choose',
    grid: GRIDS[2],
    drag: null,
    open: [],
    measured: null,
    clicked: null,
    pictures: 0,
    merging: null,
  }));
  const field = () => history.store.getState().present;
  const now = state.getState;
  const thing = () => {
    const { chosen } = now();
    return chosen === null ? null : fieldObjectOf(field(), chosen);
  };
  const snap = (at: Point, except: Chosen | null = null) =>
    snapped(field(), at, now().grid, REACH, except);
  const grab = (drag: Drag) => {
    history.begin();
    state.setState({ drag });
  };
  const put = (object: Parameters<typeof withFieldObject>[1]) =>
    history.change(withFieldObject(field(), object));

  const pressed: Record<Tool, (at: Point) => void> = {
    choose: () => state.setState({ chosen: null }),
    model: (at) => {
      grab({ kind: 'rectangle', from: at });
      state.setState({ chosen: null });
    },
    wall: (at) => state.setState({ open: [...now().open, at] }),
    line: (at) => state.setState({ open: [...now().open, at] }),
    start: (at) => {
      const id = freeThingId(field(), 'start');
      put({
        kind: 'start',
        thing: { id, name: say`Start ${id.split('-')[1]!}`, pose: { ...at, heading: 0 } },
      });
      state.setState({ chosen: { kind: 'start', id }, tool: 'choose' });
    },
    measure: (at) => state.setState({ measured: [at, at], drag: { kind: 'measure' } }),
    picture: (at) => state.setState({ clicked: at }),
  };

  const drawModel = (from: Point, to: Point) => {
    const id = now().chosen?.kind === 'model' ? thing()?.thing.id : undefined;
    const model = modelBetween(field(), from, to, id ?? freeThingId(field(), 'model'));
    if (model === null) return;
    put(model);
    state.setState({ chosen: { kind: 'model', id: model.thing.id } });
  };

  return {
    state,
    history,
    take: (tool) => state.setState({ tool, open: [], measured: null }),
    choose: (chosen) => state.setState({ chosen }),
    grabHandle: (handle) => grab({ kind: 'handle', handle }),
    grabThing: (at) => grab({ kind: 'thing', from: at, moved: at }),
    press: (at) => pressed[now().tool](snap(at)),
    pull: (raw) => {
      const { drag, chosen, measured } = now();
      if (drag === null) return;
      const held = drag.kind === 'handle' || drag.kind === 'thing';
      const at = snap(raw, held ? chosen : null);
      const object = thing();
      switch (drag.kind) {
        case 'handle':
          if (object !== null) put(withHandleAt(object, drag.handle, at));
          break;
        case 'thing': {
          const by = { x: at.x - drag.moved.x, y: at.y - drag.moved.y };
          if (object === null || (by.x === 0 && by.y === 0)) break;
          put(shiftedThing(object, by));
          state.setState({ drag: { ...drag, moved: at } });
          break;
        }
        case 'rectangle':
          drawModel(drag.from, at);
          break;
        case 'measure':
          if (measured !== null) state.setState({ measured: [measured[0], at] });
          break;
      }
    },
    release: () => {
      state.setState({ drag: null });
      history.commit();
    },
    finish: () => {
      const { tool, open } = now();
      state.setState({ open: [] });
      if ((tool !== 'wall' && tool !== 'line') || open.length < 2) return;
      const id = freeThingId(field(), tool);
      const named = { id, name: `${tool === 'wall' ? say`Wall` : say`Line`} ${id.split('-')[1]!}` };
      const points = [...open];
      put(
        tool === 'wall'
          ? { kind: 'wall', thing: { ...named, points, seen: true } }
          : { kind: 'line', thing: { ...named, points, width: 20, reflectance: 0, colour: null } },
      );
      state.setState({ chosen: { kind: tool, id }, tool: 'choose' });
    },
    remove: () => {
      const { chosen } = now();
      if (chosen === null) return;
      history.change(withoutThing(field(), chosen));
      state.setState({ chosen: null });
    },
    nudge: (x, y) => {
      const object = thing();
      const { grid } = now();
      if (object !== null) put(shiftedThing(object, { x: x * grid, y: y * grid }));
    },
    snap: (at) => snap(at),
  };
}

/** The model that a rectangle between two places becomes; null for a slip of the hand. */
function modelBetween(field: Field, from: Point, to: Point, id: string) {
  const [width, height] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)];
  if (width < SMALLEST || height < SMALLEST) return null;
  const outline = rectangle(Math.min(from.x, to.x), Math.min(from.y, to.y), width, height);
  // A robot comes to it from the side that is towards the middle of the table.
  const above = outline[0]!.y > field.height / 2;
  const target = {
    x: Math.min(from.x, to.x) + width / 2,
    y: above ? outline[0]!.y - 40 : outline[2]!.y + 40,
    heading: above ? Math.PI / 2 : -Math.PI / 2,
  };
  return {
    kind: 'model' as const,
    thing: {
      id,
      name: say`Model ${id.split('-')[1]!}`,
      outline,
      zone: { target, shape: { kind: 'circle' as const, radius: 30 }, headingTolerance: null },
      points: 10,
      seen: true,
    },
  };
}

const Context = createContext<FieldStore | null>(null);
export const FieldStoreProvider = Context.Provider;

/** The store of the drawing board that a component stands on. */
export function useFieldStore(): FieldStore {
  const store = useContext(Context);
  if (store === null) throw new Error('This stands on no drawing board.');
  return store;
}

/** A part of the board's state; the component is drawn again only when that part changes. */
export function useFieldState<T>(select: (state: FieldState) => T): T {
  return useStore(useFieldStore().state, select);
}
