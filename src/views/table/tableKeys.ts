import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { may } from '../../ui/role.ts';
import type { SheetKey } from '../../ui/useKeys.ts';
import type { TableWork } from './tableWork.ts';
import { say } from '../../core/language/say.ts';

const DEGREE = Math.PI / 180;

/** What can be done at the Table by one key. */
export function tableKeys({ store, save, undo }: TableWork): SheetKey[] {
  if (!may('table')) return [];
  const one = formatQuantity(1, 'length');
  return [
    { keys: 'ArrowUp', says: `Mark ${one} far`, act: () => store.nudge(1, 0) },
    { keys: 'ArrowDown', says: `Mark ${one} near`, act: () => store.nudge(-1, 0) },
    { keys: 'ArrowLeft', says: `Mark ${one} left`, act: () => store.nudge(0, 1) },
    { keys: 'ArrowRight', says: `Mark ${one} right`, act: () => store.nudge(0, -1) },
    { keys: '[', says: say`Turn the mark 1° left`, act: () => store.nudge(0, 0, DEGREE) },
    { keys: ']', says: say`Turn the mark 1° right`, act: () => store.nudge(0, 0, -DEGREE) },
    { keys: 'H', says: say`Hit, and save`, act: () => void save(true) },
    { keys: 'M', says: say`Miss, and save`, act: () => void save(false) },
    { keys: 'Space', says: say`Arm, start and stop the clock`, act: store.clock.next },
    { keys: 'G', says: say`All well before the start`, act: store.tickAll },
    { keys: 'Z', says: say`Gyro zeroed now`, act: store.zeroed },
    { keys: 'U', says: say`Take the last run back`, act: undo },
    { keys: 'C', says: say`Let a camera log the runs`, act: () => store.turnTo('camera') },
    { keys: 'L', says: say`Type a run`, act: () => document.getElementById('run-line')?.focus() },
  ];
}
