import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ticks } from './ticks.ts';
import { formatNumber } from '../../core/quantities/quantity.ts';
import type { SpreadAt } from '../../core/budget/spread.ts';
import type { RunRecord } from '../../core/simulation/run.ts';
import type { Move } from '../../core/route/moves.ts';
import styles from './Strip.module.css';

interface StripProps {
  moves: readonly Move[];
  titles: readonly string[];
  nominal: RunRecord;
  band: readonly SpreadAt[];
  selected: string | null;
  /** s from the start of the run. */
  time: number;
  onSelect: (id: string) => void;
  onTime: (time: number) => void;
  onReorder: (id: string, position: number) => void;
}

/** Cells narrower than this share of the strip write their words upwards. */
const NARROW = 0.085;

/** The route in time: a cell a move, as wide as it lasts, over the band of the spread. */
export function Strip(props: StripProps) {
  const { moves, nominal, band, onReorder, onTime, time } = props;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }));
  const duration = Math.max(nominal.duration, 0.001);
  const share = (seconds: number) => `${(100 * seconds) / duration}%`;
  const top = Math.max(10, ...band.map((at) => at.radius)) * 1.1;
  const drop = ({ active, over }: DragEndEvent) => {
    if (over === null) return;
    onReorder(
      String(active.id),
      moves.findIndex((move) => move.id === over.id),
    );
  };
  if (moves.length === 0) {
    return (
      <p className={styles['empty']}>
        No moves yet. Add a drive, a turn or an approach; each becomes a cell here, as wide as it
        lasts.
      </p>
    );
  }
  return (
    <div className={styles['strip']}>
      <div className={styles['axis']} aria-hidden="true">
        <span style={{ top: '12%' }}>+{formatNumber(top * 0.76, 0)}</span>
        <span style={{ top: '50%' }}>0</span>
        <span style={{ top: '88%' }}>−{formatNumber(top * 0.76, 0)}</span>
      </div>
      <div className={styles['body']}>
        <svg
          className={styles['band']}
          viewBox={`0 ${-top} ${duration} ${2 * top}`}
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <polygon points={bandPoints(band)} />
        </svg>
        <div className={styles['cells']}>
          <DndContext id="strip" sensors={sensors} onDragEnd={drop}>
            <SortableContext
              items={moves.map((move) => move.id)}
              strategy={horizontalListSortingStrategy}
            >
              {moves.map((move, i) => (
                <Cell
                  key={move.id}
                  {...props}
                  move={move}
                  position={i}
                  left={share(nominal.moves[i]?.from ?? 0)}
                  width={((nominal.moves[i]?.to ?? 0) - (nominal.moves[i]?.from ?? 0)) / duration}
                />
              ))}
            </SortableContext>
          </DndContext>
        </div>
        {moves.map((move, i) =>
          move.kind === 'approach' ? (
            <span
              key={move.id}
              className={styles['reference']}
              style={{ left: share(nominal.moves[i]?.to ?? 0) }}
            />
          ) : null,
        )}
        <span className={styles['now']} style={{ left: share(time) }} />
      </div>
      <span className={styles['unit']}>± mm</span>
      <div
        className={styles['time']}
        role="slider"
        aria-label="Moment of the run"
        aria-valuemin={0}
        aria-valuemax={Number(duration.toFixed(2))}
        aria-valuenow={Number(time.toFixed(2))}
        aria-valuetext={`${time.toFixed(2)} seconds`}
        tabIndex={0}
        onKeyDown={(event) => {
          const step = { ArrowLeft: -0.1, ArrowRight: 0.1, PageDown: -1, PageUp: 1 }[event.key];
          if (step === undefined) return;
          event.preventDefault();
          event.stopPropagation();
          onTime(Math.max(0, Math.min(duration, time + step)));
        }}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={(event) => {
          if (event.buttons === 0) return;
          const box = event.currentTarget.getBoundingClientRect();
          const at = (event.clientX - box.left) / box.width;
          onTime(duration * Math.max(0, Math.min(1, at)));
        }}
      >
        {ticks(duration).map((at) => (
          <span key={at} style={{ left: share(at) }}>
            {at} s
          </span>
        ))}
      </div>
    </div>
  );
}

interface CellProps extends StripProps {
  move: Move;
  position: number;
  left: string;
  width: number;
}

function Cell({ move, position, left, width, titles, selected, onSelect }: CellProps) {
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
      {...attributes}
      {...listeners}
      className={classes.join(' ')}
      aria-pressed={selected === move.id}
      aria-label={`Move ${position + 1}: ${titles[position]}`}
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
        {titles[position]}
        <small>{move.kind === 'turn' ? move.style.replace('-', ' ') : holdWord[move.hold]}</small>
      </span>
    </button>
  );
}

const holdWord = { none: 'not held', encoders: 'encoders', gyro: 'gyro held' };

function bandPoints(band: readonly SpreadAt[]): string {
  const upper = band.map((at) => `${at.time},${-at.radius}`);
  const lower = band.map((at) => `${at.time},${at.radius}`).reverse();
  const first = band[0] === undefined ? [] : [`0,${-band[0].radius}`];
  const last = band[0] === undefined ? [] : [`0,${band[0].radius}`];
  return [...first, ...upper, ...lower, ...last].join(' ');
}
