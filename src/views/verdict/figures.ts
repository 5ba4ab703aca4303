import type { Verdict } from '../../core/analysis/runs/verdict.ts';
import { lowerConfidenceBound, furtherHitsToClaim } from '../../core/analysis/runs/claims.ts';
import { circularErrorProbable } from '../../core/analysis/runs/circularErrorProbable.ts';
import { percent, rangeWords } from '../../core/text/sentences.ts';
import { formatNumber, formatQuantity, formatShown } from '../../core/mathematics/quantity.ts';
import type { Figure } from '../../ui/Figures.tsx';
import { say } from '../../core/language/say.ts';

/** The figures of a verdict, each with what it is, its formula and its source. */
export function verdictFigures(verdict: Verdict, goal: number): Figure[] {
  const { runs, hits, interval, summary, now, aimed, offsetP, met } = verdict;
  const figures: Figure[] = [
    {
      label: say`Hits`,
      value: say`${hits} of ${runs}`,
      strong: true,
      why: say`Runs that scored, of all that count. What people saw goes over what the zone says. Runs that were set aside do not count.`,
    },
    {
      label: say`So the true rate is between`,
      value: say`${formatNumber(100 * interval.low, 0)} and ${formatNumber(100 * interval.high, 0)} %`,
      why: say`Wilson’s interval at 95 %: (p + z²/2n ± z·√(p(1 − p)/n + z²/4n²)) / (1 + z²/n), z = 1.96. Few runs say little: 8 of 10 fits anything from 49 to 94 %. E. B. Wilson, 1927.`,
    },
  ];
  const more = furtherHitsToClaim(hits, runs, goal);
  figures.push({
    label: say`Can be claimed, with 90 % confidence`,
    value: say`at least ${percent(lowerConfidenceBound(hits, runs))}`,
    why: say`The lower end of Clopper and Pearson’s one-sided interval. To claim ${percent(goal)}, ${more === null ? say`no series is long enough` : more === 0 ? say`no more runs are needed` : say`${more} more hits in a row are needed`}. From nothing, 9 in 10 takes 22 hits in a row.`,
  });
  if (summary === null) return figures;
  const { mean, covariance } = summary;
  return [
    ...figures,
    {
      label: say`Chance to hit, from where they lie`,
      value: rangeWords(now),
      why: say`Where the true chance lies with 95 %: the mean and the spread of these runs are drawn again and again from what the runs leave open (Gibbs sampling of a normal in which a few odd runs spread four times as far), and each draw is integrated over the zone and, where the heading counts, over its tolerance. It uses how far inside or outside each run lay, which a count of hits does not.`,
    },
    {
      label: say`The same, once aimed`,
      value: rangeWords(aimed),
      why: say`The same with the middle moved onto the target, as well as these runs know it. If it lies below the goal of ${percent(goal)}, aiming alone cannot do it.`,
    },
    {
      label: say`The goal is met as it is`,
      value: say`with ${percent(met)}`,
      why: say`The share of these draws whose chance is at least the goal.`,
    },
    {
      label: say`Offset right, far`,
      value: `${formatShown(-mean.left, 'length')}, ${formatQuantity(mean.along, 'length', 1)}`,
      why: say`Mean of the runs, seen from the middle of the zone along the robot’s arrival. It can be programmed away.`,
    },
    {
      label: say`Accuracy, size of the offset`,
      value: formatQuantity(summary.accuracy, 'length', 1),
      why: say`AP of ISO 9283: the distance from the target to the mean of the runs.`,
    },
    {
      label: say`Repeatability`,
      value: formatQuantity(summary.repeatability, 'length', 1),
      why: say`RP of ISO 9283: l̄ + 3·S, with l the distances of the runs from their mean and S the spread of l. No number in the program removes it.`,
    },
    {
      label: say`Half and 95 % end within`,
      value: say`${formatShown(circularErrorProbable(0.5, summary), 'length', 0)} and ${formatQuantity(circularErrorProbable(0.95, summary), 'length', 0)}`,
      why: say`R50 and R95: the radii about the target within which half and 19 of 20 future runs end, from the fitted normal distribution.`,
    },
    {
      label: say`Spread right, far`,
      value: `${formatShown(Math.sqrt(covariance.left), 'length')}, ${formatQuantity(Math.sqrt(covariance.along), 'length', 1)}`,
      why: say`Standard deviations across and along the arrival, with n − 1. The hatched region holds 19 of 20 future runs: Hotelling’s prediction region, (x − m)ᵀS⁻¹(x − m) ≤ 2(n − 1)(n + 1) / (n(n − 2)) · F.`,
    },
    {
      label: say`Could the offset be chance?`,
      value: offsetP < 0.001 ? say`under 1 in 1000` : percent(offsetP),
      why: say`Hotelling’s test: how often runs with this spread and no offset at all would lie at least this far off, in the directions that were measured.`,
    },
  ];
}
