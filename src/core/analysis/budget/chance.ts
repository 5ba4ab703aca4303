import { hitChance } from '../runs/hitChance.ts';
import type { OffsetSpread } from '../runs/summary.ts';
import { offsetFrom, type Offset, type Zone } from '../../field/field.ts';
import type { Body } from '../../robot/parameters.ts';
import { toolPose } from '../../robot/toolPose.ts';
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

/**
 * Chance to hit a zone after a step, by the budget, when the middle of the runs is at `mean`. Runs that a wrong look
 * sends the other way end where that way leads, or never come by.
 */
export function budgetChance(
  budget: Budget,
  step: number,
  zone: Zone,
  body: Body,
  mean: Offset = { along: 0, left: 0, turned: 0 },
): number {
  const chanceOn = (way: Budget, middle: Offset) =>
    way.steps[step]!.passedOver ? 0 : hitChance(zone, spreadAtZone(way, step, zone, body), middle);
  const endOf = (way: Budget) => offsetFrom(zone, toolPose(body, way.steps[step]!.end.pose));
  let chance = chanceOn(budget, mean);
  let wrongWays = 0;
  for (const { step: look, wrong, other } of budget.choices) {
    if (look >= step) continue;
    chance *= 1 - wrong;
    // The middle of the other way lies where it ends, seen from where the right way does.
    const [here, there] = [endOf(budget), endOf(other)];
    const aside = budget.steps[step]!.passedOver
      ? mean
      : {
          along: mean.along + there.along - here.along,
          left: mean.left + there.left - here.left,
          turned: mean.turned + there.turned - here.turned,
        };
    wrongWays += wrong * chanceOn(other, aside);
  }
  return chance + wrongWays;
}
