import type { Point } from '../../mathematics/pose.ts';
import { toField } from '../../mathematics/pose.ts';
import type { Body } from '../../robot/parameters.ts';
import { forecastPose, type Forecast } from '../../simulation/forecast.ts';
import { mean, standardDeviation } from '../../mathematics/sample.ts';

/** How far apart the runs of a forecast are at one moment. */
export interface SpreadAt {
  time: number;
  move: number;
  /** Mean place of the tool point, mm. */
  middle: Point;
  /** Distance from the middle within which 19 of 20 runs lie, mm. */
  radius: number;
  /** Standard deviation of the heading, rad. */
  heading: number;
}

/** The spread of the tool point at every moment of a forecast: the band behind the strip. */
export function spreadBand(forecast: Forecast, body: Body): SpreadAt[] {
  const { times, moves } = forecast.moments;
  return times.map((time, moment) => {
    const points: Point[] = [];
    const headings: number[] = [];
    for (let run = 0; run < forecast.runs; run++) {
      const pose = forecastPose(forecast, run, moment);
      points.push(toField(pose, { x: body.toolX, y: body.toolY }));
      headings.push(pose.heading);
    }
    const middle = { x: mean(points.map((p) => p.x)), y: mean(points.map((p) => p.y)) };
    const distances = points
      .map((p) => Math.hypot(p.x - middle.x, p.y - middle.y))
      .sort((a, b) => a - b);
    return {
      time,
      move: moves[moment]!,
      middle,
      radius: distances[Math.ceil(0.95 * distances.length) - 1] ?? 0,
      heading: standardDeviation(headings),
    };
  });
}
