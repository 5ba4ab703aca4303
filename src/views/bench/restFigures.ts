import { formatEstimate } from '../../core/mathematics/estimateText.ts';
import { formatNumber, formatQuantity } from '../../core/mathematics/quantity.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import type { RestAnalysis } from '../../ui/benchWorker.ts';
import type { Figure } from '../../ui/Figures.tsx';
import type { PlotSeries } from '../../ui/Plot.tsx';
import { plural, say } from '../../core/language/say.ts';

/** An analysed check, and the lines that went missing while it was made. */
export interface RestFigures extends RestAnalysis {
  lost: number;
}

/** What stands under the headline. */
export function restUnderline({ verdict, rest }: RestFigures): string {
  const still =
    rest.moved.length === 0
      ? ''
      : say` ${plural(rest.moved.length, 'Something moved once', 'Something moved # times')}; that stretch does not count.`;
  if (verdict === null || verdict.worst === null) {
    return say`No route was chosen: a gyro that is well drifts less than 0.05°/s.${still}`;
  }
  return say`The route leans on the gyro for ${formatNumber(verdict.gyroTime, 0)} s; the zone leaves ${formatQuantity(verdict.worst.budget, 'length', 1)} for it.${still}`;
}

/** The heading as the sensor counted it, its line, and the drift that the route could bear. */
export function restTrace({ trace, rest, verdict }: RestFigures, sign: number): PlotSeries[] {
  const points = trace.map(({ x, y }) => ({ x, y: sign * degrees(y) }));
  const line = (rate: number) => [0, rest.lasted].map((x) => ({ x, y: degrees(rate) * x }));
  const worst = verdict?.worst ?? null;
  return [
    { label: say`heading, robot at rest`, look: 'trace', points },
    { label: say`drift`, look: 'fit', points: line(sign * rest.bias.value) },
    ...(worst === null || worst.cost === 0
      ? []
      : [
          {
            label: say`all that the route can spare`,
            look: 'limit' as const,
            points: line((sign * rest.bias.value * worst.budget) / worst.cost),
          },
        ]),
  ];
}

/** What was found, each figure with its explanation. */
export function restFigures({ rest, lost }: RestFigures, battery: number | null): Figure[] {
  const { findings } = rest;
  return [
    {
      label: say`Drift`,
      value: formatEstimate(rest.bias, 'rate', 3),
      strong: true,
      why: say`Mean slope of twelve blocks of the still heading; the 95 % interval comes from how the blocks differ, because neighbouring readings err together.`,
    },
    {
      label: say`Still time used`,
      value: say`${formatNumber(rest.stillFor, 1)} of ${formatNumber(rest.lasted, 1)} s`,
      why: say`A stretch whose rate leaves what the rest of the log shows does not count, nor 0.3 s around it.`,
    },
    {
      label: say`Noise at one second`,
      value:
        findings.randomWalk === null
          ? say`too short to tell`
          : `${formatNumber(degrees(findings.randomWalk), 3)}°`,
      why: say`Angle random walk: the overlapping Allan deviation (IEEE Std 952), read at one second.`,
    },
    {
      label: say`Slow walk of the drift`,
      value:
        findings.biasInstability === null
          ? say`needs ten minutes`
          : `${formatNumber(degrees(findings.biasInstability) * 3600, 0)}°/h`,
      why: say`Bias instability: the minimum of the Allan deviation over 0.664. Shown only when the log is long enough for the curve to rise again.`,
    },
    {
      label: say`Step size, noise of a reading`,
      value: `${formatNumber(degrees(rest.step), 2)}°, ${formatNumber(degrees(rest.noise), 2)}°`,
    },
    {
      label: say`Lines, missing`,
      value: `${rest.samples}, ${lost}`,
    },
    ...(battery === null ? [] : [{ label: say`Battery`, value: `${battery} V` }]),
  ];
}
