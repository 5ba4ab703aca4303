import { hitChance } from '../runs/hitChance.ts';
import type { OffsetSpread } from '../runs/summary.ts';
import type { Offset, Zone } from '../../field/field.ts';
import type { Body } from '../../robot/parameters.ts';
import { toolSpread, type Budget } from './budget.ts';

/** The spread of the tool point after a step, seen along and across the arrival at a zone. */
export function spreadAtZone(budget: Budget, step: number, zone: Zone, body: Body): OffsetSpread {
  const tool = toolSpread(budget.covariances[step]!, budget.steps[step]!.end.pose, body);
  const c = Math.cos(zone.target.heading);
  const s = Math.sin(zone.target.heading);
  return {
    covariance: {
      along: c * c * tool.xx + 2 * c * s * tool.xy + s * s * tool.yy,
      left: s * s * tool.xx - 2 * c * s * tool.xy + c * c * tool.yy,
      cross: -c * s * tool.xx + (c * c - s * s) * tool.xy + c * s * tool.yy,
    },
    turnedSpread: Math.sqrt(Math.max(0, tool.heading)),
    turnedWithAlong: c * tool.xHeading + s * tool.yHeading,
    turnedWithLeft: -s * tool.xHeading + c * tool.yHeading,
  };
}

/** Chance to hit a zone after a step, by the budget, when the middle of the runs is at `mean`. */
export function budgetChance(
  budget: Budget,
  step: number,
  zone: Zone,
  body: Body,
  mean: Offset = { along: 0, left: 0, turned: 0 },
): number {
  return hitChance(zone, spreadAtZone(budget, step, zone, body), mean);
}
