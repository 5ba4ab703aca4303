import {
  DndContext,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ticks } from './ticks.ts';
import { formatFixed, formatShown, unitOf } from '../../core/mathematics/quantity.ts';
import type { SpreadAt } from '../../core/analysis/budget/spread.ts';
import type { RunRecord } from '../../core/simulation/run.ts';
import { stepsOf, type Step } from '../../core/route/plan.ts';
import { definitionOf, isAction, type Move } from '../../core/moves/index.ts';
import { usePlayedTime, type Playback } from './playback.ts';
import { StripLayout, type Span } from './stripLayout.ts';
import styles from './Strip.module.css';
import { dragWords } from './dragWords.ts';
import { say } from '../../core/language/say.ts';

interface StripProps {
  moves: readonly Move[];
  /** One a move. */
  titles: readonly string[];
  /** The same in one or two words. */
  short: readonly string[];
  nominal: RunRecord;
  /** Runs that take the other way at one choice each. */
  others: ReadonlyMap<string, RunRecord>;
  /** What varies from run to run, and where a next run may be with what is not known; null while that is worked out. */
  band: readonly SpreadAt[];
  nextRun: readonly SpreadAt[] | null;
  /** Steps after which the place is known again. */
  references: readonly number[];
  selected: string | null;
  playback: Playback;
  onSelect: (id: string) => void;
  onReorder: (id: string, position: number) => void;
}

/** A finger lifts a move by resting on it, ms and px: one that moves on at once pushes the page. */
const HOLD = { delay: 300, tolerance: 8 };
/** Cells narrower than this share of the strip write their words upwards. */
const NARROW = 0.06;
/** Cells narrower than this have room for a word or two. */
const SHORT = 0.2;
/** Steps narrower than this share of the strip have no room for a cell: a flag above the strip. */
const NO_ROOM = 0.006;

/** The route in time: a cell a move, as wide as it lasts, over the band of the spread. */
export function Strip(props: StripProps) {
  const { moves, nominal, band, nextRun, onReorder, playback } = props;
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 8 } }),
    useSensor(TouchSensor, { activationConstraint: HOLD }),
  );
  const steps = stepsOf(moves);
  const layout = new StripLayout(steps, nominal, props.others);
  const { spans, forks, duration } = layout;
  const share = (seconds: number) => `${(100 * seconds) / duration}%`;
  const flags = flagsOf(moves, steps, layout);
  const top = Math.max(10, ...[...band, ...(nextRun ?? [])].map((at) => at.radius)) * 1.1;
  const drop = ({ active, over }: DragEndEvent) => {
    if (over === null) return;
    onReorder(
      String(active.id),
      moves.findIndex((move) => move.id === over.id),
    );
  };
  if (moves.length === 0) {
    return (
      <p
        className={styles['empty']}
      >{say`No moves yet. Add a drive, a turn or an approach; each becomes a cell here, as wide as it lasts.`}</p>
    );
  }
  return (
    <div className={styles['strip']}>
      {flags.length > 0 && (
        <div className={styles['flags']}>
          {flags.map(({ move, position, at }) => (
            <button
              key={move.id}
              type="button"
              data-paper
              className={at > 0.8 * duration ? styles['leftwards'] : ''}
              style={{ left: share(at) }}
              aria-pressed={props.selected === move.id}
              aria-label={say`Move ${position + 1}: ${props.titles[position]!}`}
              onClick={() => props.onSelect(move.id)}
            >
              <b>{position + 1}</b> {props.titles[position]}
            </button>
          ))}
        </div>
      )}
      <div className={styles['axis']} aria-hidden="true">
        <span style={{ top: '12%' }}>+{formatShown(top * 0.76, 'length', 0)}</span>
        <span style={{ top: '50%' }}>0</span>
        <span style={{ top: '88%' }}>−{formatShown(top * 0.76, 'length', 0)}</span>
      </div>
      <div className={styles['body']}>
        <svg
          className={styles['band']}
          viewBox={`0 ${-top} ${duration} ${2 * top}`}
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          {nextRun !== null && (
            <polygon className={styles['next-run']} points={bandPoints(nextRun, layout)} />
          )}
          <polygon className={styles['spread']} points={bandPoints(band, layout)} />
        </svg>
        <div className={styles['cells']}>
          <DndContext
            id="strip"
            sensors={sensors}
            accessibility={dragWords(moves)}
            onDragEnd={drop}
          >
            <SortableContext
              items={moves.map((move) => move.id)}
              strategy={horizontalListSortingStrategy}
            >
              {steps.map((step, i) => {
                const { from, to, lane, astray } = spans[i]!;
                if (!hasRoom(spans[i]!, duration)) return null;
                const place = { left: share(from), width: (to - from) / duration, lane, astray };
                return step.round === 1 ? (
                  <Cell key={step.move.id} {...props} {...place} step={step} />
                ) : (
                  <Again key={`${step.move.id} ${step.round}`} {...props} {...place} step={step} />
                );
              })}
            </SortableContext>
          </DndContext>
        </div>
        {forks.map(({ look, from, to }) => (
          <span
            key={look}
            className={styles['fork']}
            style={{ left: share(from), width: share(to - from) }}
          >
            <i>{say`yes`}</i>
            <i>{say`no`}</i>
          </span>
        ))}
        {props.references.map((step) => (
          <span
            key={step}
            className={styles['reference']}
            data-lane={spans[step]?.lane}
            style={{ left: share(spans[step]?.to ?? 0) }}
          />
        ))}
        <Now playback={playback} layout={layout} />
      </div>
      <span className={styles['unit']}>± {unitOf('length')}</span>
      <TimeRule playback={playback} layout={layout} nominal={nominal} />
    </div>
  );
}

/** The mark of the moment that is shown, over all cells. */
function Now({ playback, layout }: { playback: Playback; layout: StripLayout }) {
  const place = layout.placeOf(usePlayedTime(playback));
  return <span className={styles['now']} style={{ left: `${(100 * place) / layout.duration}%` }} />;
}

interface TimeRuleProps {
  playback: Playback;
  layout: StripLayout;
  nominal: RunRecord;
}

/** The seconds below the cells, by which the moment is chosen. */
function TimeRule({ playback, layout, nominal }: TimeRuleProps) {
  const time = usePlayedTime(playback);
  const { duration } = layout;
  return (
    <div
      className={styles['time']}
      role="slider"
      aria-label={say`Moment of the run`}
      aria-valuemin={0}
      aria-valuemax={Number(nominal.duration.toFixed(2))}
      aria-valuenow={Number(time.toFixed(2))}
      aria-valuetext={say`${formatFixed(time, 2)} seconds`}
      tabIndex={0}
      onKeyDown={(event) => {
        const step = { ArrowLeft: -0.1, ArrowRight: 0.1, PageDown: -1, PageUp: 1 }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        playback.goTo(Math.max(0, Math.min(nominal.duration, time + step)));
      }}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => {
        if (event.buttons === 0) return;
        const box = event.currentTarget.getBoundingClientRect();
        const at = (event.clientX - box.left) / box.width;
        playback.goTo(layout.timeAt(duration * Math.max(0, Math.min(1, at))));
      }}
    >
      {ticks(nominal.duration).map((at) => (
        <span key={at} style={{ left: `${(100 * layout.placeOf(at)) / duration}%` }}>
          {at} s
        </span>
      ))}
    </div>
  );
}

function hasRoom({ from, to }: Span, duration: number): boolean {
  return to - from >= NO_ROOM * duration;
}

/** Moves that take no time, with the moment at which they stand. */
function flagsOf(
  moves: readonly Move[],
  steps: readonly Step[],
  { spans, duration }: StripLayout,
): { move: Move; position: number; at: number }[] {
  return moves.flatMap((move, position): { move: Move; position: number; at: number }[] => {
    if (!isAction(move)) {
      // Where two ways turn and join shows by itself.
      if (definitionOf(move.kind).bracket !== undefined) return [];
      const last = steps.findLastIndex((step) => step.position < position);
      return [{ move, position, at: spans[last]?.to ?? 0 }];
    }
    const step = steps.findIndex((one) => one.position === position);
    const span = spans[step];
    if (span === undefined || hasRoom(span, duration)) return [];
    return [{ move, position, at: span.to }];
  });
}

interface CellProps extends StripProps {
  step: Step;
  left: string;
  width: number;
  lane: Span['lane'];
  astray: boolean;
}

function Cell(props: CellProps) {
  const { step, left, width, lane, astray, titles, short, selected, onSelect } = props;
  const { move, position } = step;
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: move.id,
  });
  const classes = [
    styles['cell'],
    width < NARROW ? styles['narrow'] : '',
    isDragging ? styles['dragged'] : '',
  ];
  return (
    <button
      ref={setNodeRef}
      type="button"
      data-paper
      {...attributes}
      {...listeners}
      className={classes.join(' ')}
      data-lane={lane}
      data-astray={astray}
      aria-pressed={selected === move.id}
      aria-label={say`Move ${position + 1}: ${titles[position]!}`}
      style={{
        left,
        width: `${100 * width}%`,
        transform: CSS.Translate.toString(transform),
        transition,
      }}
      onClick={() => onSelect(move.id)}
    >
      <span className={styles['number']}>{position + 1}</span>
      <span className={styles['words']}>
        {width < SHORT ? short[position] : titles[position]}
        <small>{definitionOf(move.kind).guide?.(move) ?? ''}</small>
      </span>
    </button>
  );
}

/** A later round of a repeated move: it shows the move, and is not moved itself. */
function Again(props: CellProps) {
  const { step, left, width, lane, astray, titles, short, selected, onSelect } = props;
  const { move, position, round } = step;
  return (
    <button
      type="button"
      data-paper
      className={[styles['cell'], styles['again'], width < NARROW ? styles['narrow'] : ''].join(
        ' ',
      )}
      data-lane={lane}
      data-astray={astray}
      aria-label={say`Round ${round} of move ${position + 1}: ${titles[position]!}`}
      style={{ left, width: `${100 * width}%` }}
      data-chosen={selected === move.id}
      onClick={() => onSelect(move.id)}
    >
      <span className={styles['number']}>{position + 1}</span>
      <span className={styles['words']}>
        {width < SHORT ? short[position] : titles[position]}
        <small>{say`round ${round}`}</small>
      </span>
    </button>
  );
}

function bandPoints(band: readonly SpreadAt[], layout: StripLayout): string {
  // Beside a way that is not taken the band has no length.
  const shown = band.filter(({ move }) => layout.spans[move]?.astray === false);
  const x = ({ move, time }: SpreadAt) => layout.placeIn(move, time);
  const upper = shown.map((at) => `${x(at)},${-at.radius}`);
  const lower = shown.map((at) => `${x(at)},${at.radius}`).reverse();
  const first = shown[0] === undefined ? [] : [`0,${-shown[0].radius}`];
  const last = shown[0] === undefined ? [] : [`0,${shown[0].radius}`];
  return [...first, ...upper, ...lower, ...last].join(' ');
}
