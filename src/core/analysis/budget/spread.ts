import type { Point } from '../../mathematics/pose.ts';
import type { Body } from '../../robot/parameters.ts';
import type { Forecast } from '../../simulation/forecast.ts';

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

/** The share of the runs that the band holds. */
const HELD = 0.95;

/** The spread of the tool point at every moment of a forecast: the band behind the strip. */
export function spreadBand(forecast: Forecast, { toolX, toolY }: Body): SpreadAt[] {
  const { runs, poses, moments } = forecast;
  const { times, moves } = moments;
  // Twenty thousand runs have more than a million places: they are written over each other, and sorted as numbers.
  const xs = new Float64Array(runs);
  const ys = new Float64Array(runs);
  const squares = new Float64Array(runs);
  return times.map((time, moment) => {
    let sumX = 0;
    let sumY = 0;
    let sumHeading = 0;
    for (let run = 0; run < runs; run++) {
      const at = (run * times.length + moment) * 3;
      const heading = poses[at + 2]!;
      const cosine = Math.cos(heading);
      const sine = Math.sin(heading);
      xs[run] = poses[at]! + cosine * toolX - sine * toolY;
      ys[run] = poses[at + 1]! + sine * toolX + cosine * toolY;
      sumX += xs[run]!;
      sumY += ys[run]!;
      sumHeading += heading;
    }
    const middle = { x: sumX / runs, y: sumY / runs };
    const meanHeading = sumHeading / runs;
    let turned = 0;
    for (let run = 0; run < runs; run++) {
      squares[run] = (xs[run]! - middle.x) ** 2 + (ys[run]! - middle.y) ** 2;
      turned += (poses[(run * times.length + moment) * 3 + 2]! - meanHeading) ** 2;
    }
    squares.sort();
    return {
      time,
      move: moves[moment]!,
      middle,
      radius: Math.sqrt(squares[Math.ceil(HELD * runs) - 1] ?? 0),
      heading: runs < 2 ? 0 : Math.sqrt(turned / (runs - 1)),
    };
  });
}
