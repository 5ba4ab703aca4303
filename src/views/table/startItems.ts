export const JIG_ITEM = 'Robot against the jig';
export const GYRO_ITEM = 'Hands off, gyro rate zero';

/** What is looked at before every run. */
export const START_LIST = [JIG_ITEM, 'Wheels wiped', GYRO_ITEM] as const;

/** Volts that were typed, or null when it is no voltage. */
export function voltsOf(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && value > 0 && value < 100 ? value : null;
}
