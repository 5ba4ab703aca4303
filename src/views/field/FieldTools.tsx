import type { Zoom } from '../../ui/zoom/useZoom.ts';
import { ZoomButtons } from '../../ui/zoom/ZoomButtons.tsx';
import { useFieldState, useFieldStore } from './fieldStore.ts';
import styles from './FieldView.module.css';
import { GRIDS, TOOLS } from './tools.tsx';
import { say } from '../../core/language/say.ts';

/** What the pointer does, and the grid to which it is drawn. */
export function FieldTools({ zoom }: { zoom: Zoom }) {
  const { take, state } = useFieldStore();
  const tool = useFieldState((now) => now.tool);
  const grid = useFieldState((now) => now.grid);
  return (
    <div className={styles['tools']} role="toolbar" aria-label={say`Drawing tools`}>
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
      <ZoomButtons zoom={zoom} />
      <label className={styles['grid']}>
        {say`Grid`}
        <select
          value={grid}
          onChange={(event) => state.setState({ grid: Number(event.target.value) })}
        >
          {GRIDS.map((size) => (
            <option key={size} value={size}>{say`${size} mm`}</option>
          ))}
        </select>
      </label>
    </div>
  );
}
