import {
  Circle,
  Image,
  MousePointer2,
  Redo2,
  Ruler,
  Slash,
  Spline,
  Square,
  Trash2,
  Undo2,
} from 'lucide-react';
import { useState, type PointerEvent, type ReactNode } from 'react';
import { fieldSchema } from '../../core/field/schema.ts';
import type { FieldRecord } from '../../contracts/records.ts';
import {
  freeThingId,
  shiftedThing,
  snapped,
  fieldObjectOf,
  withHandleAt,
  withoutThing,
  withFieldObject,
  type Chosen,
} from '../../core/field/editing.ts';
import type { Field } from '../../core/field/field.ts';
import { fieldDifferences } from '../../core/field/fieldWords.ts';
import { mergedField, withTheirs } from '../../core/field/merging.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { rectangle } from '../../core/mathematics/polygon.ts';
import type { Point } from '../../core/mathematics/pose.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { RequestFailed, send, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldDrawing } from '../../ui/FieldDrawing.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { useDraft } from '../../ui/useDraft.ts';
import { useHistory } from '../../ui/useHistory.ts';
import type { SheetKey } from '../../ui/useKeys.ts';
import { island } from '../../ui/island.tsx';
import styles from './FieldView.module.css';
import { FieldOverlay } from './FieldOverlay.tsx';
import { MergePanel, settled, type Merging } from './MergePanel.tsx';
import { PicturePanel } from './PicturePanel.tsx';
import { ThingPanel } from './ThingPanel.tsx';

interface FieldViewProps {
  record: FieldRecord;
}

type Tool = 'choose' | 'model' | 'wall' | 'line' | 'start' | 'measure' | 'picture';

const TOOLS: readonly { tool: Tool; key: string; label: string; icon: ReactNode; says: string }[] =
  [
    {
      tool: 'choose',
      key: 'V',
      label: 'Choose',
      icon: <MousePointer2 size={16} />,
      says: 'Click a thing; drag it or its points.',
    },
    {
      tool: 'model',
      key: 'M',
      label: 'Model',
      icon: <Square size={16} />,
      says: 'Drag a rectangle; its corners can be moved after.',
    },
    {
      tool: 'wall',
      key: 'W',
      label: 'Wall',
      icon: <Slash size={16} />,
      says: 'Click its points; Enter ends it.',
    },
    {
      tool: 'line',
      key: 'L',
      label: 'Line',
      icon: <Spline size={16} />,
      says: 'Click its points; Enter ends it.',
    },
    {
      tool: 'start',
      key: 'S',
      label: 'Start',
      icon: <Circle size={16} />,
      says: 'Click where the middle of the axle stands.',
    },
    {
      tool: 'measure',
      key: 'R',
      label: 'Measure',
      icon: <Ruler size={16} />,
      says: 'Drag from one place to another.',
    },
    {
      tool: 'picture',
      key: 'P',
      label: 'Picture',
      icon: <Image size={16} />,
      says: 'Lay a picture of the table under the drawing.',
    },
  ];
const GRIDS = [1, 5, 10, 50] as const;
/** Distance within which corners and the border are caught, mm. */
const REACH = 12;

/** What a pointer that is held down is doing. */
type Drag =
  | { kind: 'handle'; handle: number }
  | { kind: 'thing'; from: Point; moved: Point }
  | { kind: 'rectangle'; from: Point }
  | { kind: 'measure' };

/** The field station’s drawing board: everything on the table, to scale, by pointing or by numbers. */
function FieldSheet({ record }: FieldViewProps) {
  const history = useHistory(record.field);
  const { present: field, change } = history;
  const [saved, setSaved] = useState(record);
  const [name, setName] = useState(record.name);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [tool, setTool] = useState<Tool>('choose');
  const [grid, setGrid] = useState<number>(10);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [open, setOpen] = useState<Point[]>([]);
  const [measured, setMeasured] = useState<[Point, Point] | null>(null);
  const [pictureVersion, setPictureVersion] = useState(0);
  const [clicked, setClicked] = useState<Point | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  /** What somebody else saved meanwhile, and where it collides with this drawing. */
  const [merging, setMerging] = useState<Merging | null>(null);
  const draft = useDraft({
    name: `corvat-field-draft-${record.id}`,
    basis: `${saved.revision.id}.${saved.version}`,
    saved: saved.field,
    present: field,
    read: readField,
    restart: history.restart,
  });
  const changed = field !== saved.field || name !== saved.name;
  const thing = chosen === null ? null : fieldObjectOf(field, chosen);

  const finish = () => {
    if ((tool === 'wall' || tool === 'line') && open.length >= 2) {
      const id = freeThingId(field, tool);
      const named = { id, name: `${tool === 'wall' ? 'Wall' : 'Line'} ${id.split('-')[1]}` };
      change(
        withFieldObject(
          field,
          tool === 'wall'
            ? { kind: 'wall', thing: { ...named, points: open, seen: true } }
            : {
                kind: 'line',
                thing: { ...named, points: open, width: 20, reflectance: 0, colour: null },
              },
        ),
      );
      setChosen({ kind: tool, id });
      setTool('choose');
    }
    setOpen([]);
  };
  const take = (next: Tool) => {
    setTool(next);
    setOpen([]);
    setMeasured(null);
  };
  const remove = () => {
    if (chosen === null) return;
    change(withoutThing(field, chosen));
    setChosen(null);
  };
  const nudge = (x: number, y: number) => {
    if (thing !== null)
      change(withFieldObject(field, shiftedThing(thing, { x: x * grid, y: y * grid })));
  };

  const point = (raw: Point, event: PointerEvent<SVGSVGElement>) => {
    const except = drag?.kind === 'handle' || drag?.kind === 'thing' ? chosen : null;
    const at = snapped(field, raw, grid, REACH, except);
    if (event.type === 'pointerdown') press(at);
    else if (event.type === 'pointermove' && event.buttons !== 0) pull(at);
    else if (event.type === 'pointerup' || event.type === 'pointerleave') {
      setDrag(null);
      history.commit();
    }
  };
  const grab = (next: Drag) => {
    history.begin();
    setDrag(next);
  };
  const press = (at: Point) => {
    switch (tool) {
      case 'model':
        grab({ kind: 'rectangle', from: at });
        setChosen(null);
        break;
      case 'wall':
      case 'line':
        setOpen([...open, at]);
        break;
      case 'start': {
        const id = freeThingId(field, 'start');
        const pose = { ...at, heading: 0 };
        change(
          withFieldObject(field, {
            kind: 'start',
            thing: { id, name: `Start ${id.split('-')[1]}`, pose },
          }),
        );
        setChosen({ kind: 'start', id });
        setTool('choose');
        break;
      }
      case 'measure':
        setMeasured([at, at]);
        setDrag({ kind: 'measure' });
        break;
      case 'picture':
        setClicked(at);
        break;
      case 'choose':
        setChosen(null);
        break;
    }
  };
  const pull = (at: Point) => {
    if (drag === null) return;
    switch (drag.kind) {
      case 'handle':
        if (thing !== null) change(withFieldObject(field, withHandleAt(thing, drag.handle, at)));
        break;
      case 'thing': {
        if (thing === null) break;
        const by = { x: at.x - drag.moved.x, y: at.y - drag.moved.y };
        if (by.x === 0 && by.y === 0) break;
        change(withFieldObject(field, shiftedThing(thing, by)));
        setDrag({ ...drag, moved: at });
        break;
      }
      case 'rectangle':
        drawModel(drag.from, at);
        break;
      case 'measure':
        setMeasured((now) => (now === null ? null : [now[0], at]));
        break;
    }
  };
  const drawModel = (from: Point, to: Point) => {
    const [width, height] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)];
    if (width < 5 || height < 5) return;
    const outline = rectangle(Math.min(from.x, to.x), Math.min(from.y, to.y), width, height);
    const known = chosen?.kind === 'model' ? fieldObjectOf(field, chosen) : null;
    const id = known === null ? freeThingId(field, 'model') : known.thing.id;
    // A robot comes to it from the side that is towards the middle of the table.
    const above = outline[0]!.y > field.height / 2;
    const target = {
      x: Math.min(from.x, to.x) + width / 2,
      y: above ? outline[0]!.y - 40 : outline[2]!.y + 40,
      heading: above ? Math.PI / 2 : -Math.PI / 2,
    };
    change(
      withFieldObject(field, {
        kind: 'model',
        thing: {
          id,
          name: `Model ${id.split('-')[1]}`,
          outline,
          zone: { target, shape: { kind: 'circle', radius: 30 }, headingTolerance: null },
          points: 10,
          seen: true,
        },
      }),
    );
    setChosen({ kind: 'model', id });
  };

  const save = async () => {
    setFault(null);
    try {
      const next = await send<FieldRecord>('PUT', `fields/${record.id}`, {
        name: name.trim(),
        field,
        version: saved.version,
      });
      setSaved({ ...next, field });
      setName(next.name);
      setMerging(null);
      draft.forget();
    } catch (error) {
      const theirs = storedIn(error);
      if (theirs === null) {
        setFault(sentenceOf(error));
        return;
      }
      // What only one of us changed is taken from them; what both did is asked about.
      const { field: both, collisions } = mergedField(saved.field, field, theirs.field);
      setMerging({ theirs, changes: fieldDifferences(saved.field, theirs.field), collisions });
      if (name === saved.name) setName(theirs.name);
      setSaved(theirs);
      change(both);
    }
  };
  const keys: SheetKey[] = [
    ...TOOLS.map(({ tool: next, key, label }) => ({
      keys: key,
      says: label,
      act: () => take(next),
    })),
    { keys: 'Enter', says: 'End a wall or line', act: finish },
    { keys: 'Delete', says: 'Delete what is chosen', act: remove },
    { keys: 'ArrowLeft', says: 'Move it left', act: () => nudge(-1, 0) },
    { keys: 'ArrowRight', says: 'Move it right', act: () => nudge(1, 0) },
    { keys: 'ArrowUp', says: 'Move it away', act: () => nudge(0, 1) },
    { keys: 'ArrowDown', says: 'Move it nearer', act: () => nudge(0, -1) },
    { keys: 'Ctrl+Z', says: 'Undo', act: () => history.undo?.() },
    { keys: 'Ctrl+Shift+Z', says: 'Redo', act: () => history.redo?.() },
  ];
  const present = TOOLS.find((one) => one.tool === tool)!;
  return (
    <div className={styles['view']}>
      <div className={styles['board']}>
        <div className={styles['tools']} role="toolbar" aria-label="Drawing tools">
          {TOOLS.map(({ tool: next, key, label, icon }) => (
            <button
              key={next}
              type="button"
              aria-pressed={tool === next}
              title={`${label} (${key})`}
              onClick={() => take(next)}
            >
              {icon} {label}
            </button>
          ))}
          <span className={styles['grow']} />
          <label className={styles['grid']}>
            Grid
            <select value={grid} onChange={(event) => setGrid(Number(event.target.value))}>
              {GRIDS.map((size) => (
                <option key={size} value={size}>
                  {size} mm
                </option>
              ))}
            </select>
          </label>
        </div>
        <div className={styles['drawing']} data-tool={tool}>
          {measured !== null && (
            <output className={`mono ${styles['measured']}`}>{measureWords(measured)}</output>
          )}
          <FieldDrawing
            field={field}
            startId={field.starts[0]!.id}
            pictureUrl={
              field.picture === null
                ? null
                : `/api/v1/fields/${record.id}/picture?v=${pictureVersion}`
            }
            label="The field to scale, to be drawn"
            onPoint={point}
          >
            {(drawn) => (
              <FieldOverlay
                field={field}
                drawn={drawn}
                choosing={tool === 'choose'}
                chosen={chosen}
                open={open}
                measured={measured}
                theirs={merging}
                onChoose={(next) => setChosen(next)}
                onHandle={(handle) => grab({ kind: 'handle', handle })}
                onThing={(at) => grab({ kind: 'thing', from: at, moved: at })}
                snap={(at) => snapped(field, at, grid, REACH, null)}
              />
            )}
          </FieldDrawing>
        </div>
        <div className={styles['under']}>
          <p>{present.says}</p>
          {open.length >= 2 && <Button onClick={finish}>End it</Button>}
          <Button variant="quiet" disabled={history.undo === null} onClick={() => history.undo?.()}>
            <Undo2 size={16} /> Undo
          </Button>
          <Button variant="quiet" disabled={history.redo === null} onClick={() => history.redo?.()}>
            <Redo2 size={16} /> Redo
          </Button>
          <Button variant="quiet" disabled={chosen === null} onClick={remove}>
            <Trash2 size={16} /> Delete
          </Button>
          <KeyHelp keys={keys} />
        </div>
      </div>
      <div className={styles['side']}>
        <div className={styles['scroll']}>
          {tool === 'picture' ? (
            <PicturePanel
              field={field}
              fieldId={record.id}
              clicked={clicked}
              onPlace={(picture) => change({ ...field, picture })}
              onPicture={() => setPictureVersion((now) => now + 1)}
            />
          ) : (
            <ThingPanel
              field={field}
              name={name}
              thing={thing}
              onName={setName}
              onField={(next: Field) => change(next)}
              onChoose={setChosen}
            />
          )}
        </div>
        {merging !== null && (
          <MergePanel
            merging={merging}
            onTheirs={(collision) => {
              change(withTheirs(field, merging.theirs.field, collision));
              setMerging(settled(merging, collision));
            }}
            onMine={(collision) => setMerging(settled(merging, collision))}
          />
        )}
        {draft.restored && (
          <Notice>
            Changes that were not saved yet are back.{' '}
            <Button variant="quiet" onClick={draft.discard}>
              Drop them
            </Button>
          </Notice>
        )}
        {fault !== null && <Notice tone="fault">{fault}</Notice>}
        <div className={styles['actions']}>
          <Button
            variant={changed ? 'main' : 'plain'}
            disabled={!changed || name.trim() === ''}
            onClick={() => void save()}
          >
            {changed ? 'Save the field' : 'Saved'}
          </Button>
          <a href={`/api/v1/fields/${record.id}/file`}>JSON</a>
          <a href={`/api/v1/fields/${record.id}/file?format=csv`}>CSV</a>
          <a href={`/api/v1/fields/${record.id}/file?format=svg`}>SVG</a>
        </div>
      </div>
    </div>
  );
}

export const FieldView = island(FieldSheet);

function readField(kept: unknown): Field | null {
  return fieldSchema.safeParse(kept).data ?? null;
}

/** What is stored now, when a save was refused because somebody was quicker. */
function storedIn(error: unknown): FieldRecord | null {
  const problem = error instanceof RequestFailed ? error.problem : null;
  return (problem as { stored?: FieldRecord } | null)?.stored ?? null;
}

function measureWords([from, to]: [Point, Point]): string {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  return `${formatNumber(Math.hypot(dx, dy), 1)} mm, ${formatNumber(degrees(Math.atan2(dy, dx)), 1)}°, across ${formatNumber(dx, 1)}, away ${formatNumber(dy, 1)}`;
}
