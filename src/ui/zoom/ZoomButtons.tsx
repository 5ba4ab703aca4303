import { Maximize, Minus, Plus } from 'lucide-react';
import styles from './ZoomButtons.module.css';
import { zoomKeys, type Zoom } from './useZoom.ts';
import { say } from '../../core/language/say.ts';

/** The buttons of a drawing that can be enlarged. */
export function ZoomButtons({ zoom }: { zoom: Zoom }) {
  const [larger, smaller, all] = zoomKeys(zoom);
  return (
    <div className={styles['buttons']} role="group" aria-label={say`Enlarge the drawing`}>
      {[
        { key: larger!, icon: <Plus size={16} /> },
        { key: smaller!, icon: <Minus size={16} /> },
        { key: all!, icon: <Maximize size={16} /> },
      ].map(({ key: { keys, says, act }, icon }) => (
        <button
          key={keys}
          type="button"
          aria-label={says}
          title={`${says} (${keys})`}
          onClick={act}
        >
          {icon}
        </button>
      ))}
    </div>
  );
}
