import type { TrackLine, TrackRecord } from '../analysis/promises/trackRecord.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import { percent } from './sentences.ts';

/** A kind of promise and what became of it, in a sentence. */
export function trackLineWords({ kind, promised, came, asked }: TrackLine): string {
  switch (kind) {
    case 'regions':
      return `Forecast regions that should hold ${percent(promised)} of the next runs held ${came} of ${asked}.`;
    case 'aims':
      return `Of ${asked} ${asked === 1 ? 'aim' : 'aims'} ${came} moved the runs to where it was promised.`;
    case 'chances':
      return `After five runs each, ${percent(promised)} hits were promised; ${came} of the ${asked} runs that followed hit.`;
  }
}

/** The correction that forecasts need, in a sentence; null while they spread as they should. */
export function spreadFactorWords({ spreadFactor }: TrackRecord): string | null {
  if (spreadFactor === null) return null;
  const { value, low, high } = spreadFactor;
  if (low <= 1 && high >= 1) return null;
  const shown = (factor: number) => formatNumber(factor, 1);
  return `Runs spread ${shown(value)} times as far as forecast (${shown(low)} to ${shown(high)}): take the bands of this robot times ${shown(value)}, or fit its noise levels on the Verdict, under “Forecast”.`;
}
