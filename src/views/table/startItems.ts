import { say } from '../../core/language/say.ts';

/** What is looked at before every run. */
export const START_ITEMS = ['jig', 'wheels', 'gyro'] as const;
export type StartItem = (typeof START_ITEMS)[number];

/** An item of the start list as it is read out. */
export function startItemWords(item: StartItem): string {
  return {
    jig: say`Robot against the jig`,
    wheels: say`Wheels wiped`,
    gyro: say`Hands off, gyro rate zero`,
  }[item];
}

/** Volts that were typed, or null when it is no voltage. */
export function voltsOf(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && value > 0 && value < 100 ? value : null;
}
