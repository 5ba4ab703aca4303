import { say } from '../../language/say.ts';
import type { Fault } from '../fault.ts';

export const saggingBattery: Fault = {
  id: 'saggingBattery',
  from: 2,
  get cause() {
    return say`The battery loses voltage from run to run.`;
  },
  get cure() {
    return say`Charge it, and drive no more below the voltage at which it was measured.`;
  },
  get lesson() {
    return say`Runs that move away one after the other follow something. Look what falls with them before you change a number.`;
  },
  plant: (world, size) => ({ ...world, sag: 0.22 * size }),
  told: (signs) => signs.looked('battery') && signs.driven.batteryFalls,
};
