import { formatQuantity } from '../../core/mathematics/quantity.ts';
import type { SheetKey } from '../../ui/useKeys.ts';
import type { TableWork } from './tableWork.ts';

const DEGREE = Math.PI / 180;

/** What can be done at the Table by one key. */
export function tableKeys({ store, save, undo }: TableWork): SheetKey[] {
  const one = formatQuantity(1, 'length');
  return [
    { keys: 'ArrowUp', says: `Mark ${one} far`, act: () => store.nudge(1, 0) },
    { keys: 'ArrowDown', says: `Mark ${one} near`, act: () => store.nudge(-1, 0) },
    { keys: 'ArrowLeft', says: `Mark ${one} left`, act: () => store.nudge(0, 1) },
    { keys: 'ArrowRight', says: `Mark ${one} right`, act: () => store.nudge(0, -1) },
    { keys: '[', says: 'Turn the mark 1° left', act: () => store.nudge(0, 0, DEGREE) },
    { keys: ']', says: 'Turn the mark 1° right', act: () => store.nudge(0, 0, -DEGREE) },
    { keys: 'H', says: 'Hit, and save', act: () => void save(true) },
    { keys: 'M', says: 'Miss, and save', act: () => void save(false) },
    { keys: 'Space', says: 'Arm, start and stop the clock', act: store.clock.next },
    { keys: 'G', says: 'All well before the start', act: store.tickAll },
    { keys: 'Z', says: 'Gyro zeroed now', act: store.zeroed },
    { keys: 'U', says: 'Take the last run back', act: undo },
    { keys: 'L', says: 'Type a run', act: () => document.getElementById('run-line')?.focus() },
  ];
}
