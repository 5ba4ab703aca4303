import type { TrackLine, TrackRecord } from '../analysis/promises/trackRecord.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import { percent } from './sentences.ts';
import { plural, say } from '../language/say.ts';

/** A kind of promise and what became of it, in a sentence. */
export function trackLineWords({ kind, promised, came, asked }: TrackLine): string {
  switch (kind) {
    case 'regions':
      return say`Forecast regions that should hold ${percent(promised)} of the next runs held ${came} of ${asked}.`;
    case 'aims':
      return say`Of ${plural(asked, '# aim', '# aims')} ${came} moved the runs to where it was promised.`;
    case 'chances':
      return say`After five runs each, ${percent(promised)} hits were promised; ${came} of the ${asked} runs that followed hit.`;
  }
}

/**
 * What is wrong with the forecasts, in a sentence; null while they keep what they say. Runs that spread too far need a
 * factor; runs that lie together beside the regions have a number that is wrong.
 */
export function trackFaultWords({ lines, spreadFactor }: TrackRecord): string | null {
  if (spreadFactor !== null && (spreadFactor.low > 1 || spreadFactor.high < 1)) {
    const { value, low, high } = spreadFactor;
    const shown = (factor: number) => formatNumber(factor, 1);
    return say`Runs spread ${shown(value)} times as far as forecast (${shown(low)} to ${shown(high)}): take the bands of this robot times ${shown(value)}, or fit its noise levels on the Verdict, under “Forecast”.`;
  }
  const regions = lines.find(({ kind }) => kind === 'regions');
  return regions !== undefined && !regions.fair && regions.interval.high < regions.promised
    ? say`The runs spread as forecast, but lie beside where they were forecast: a number of the robot is wrong. The Verdict says which, under “Robot”.`
    : null;
}
