import { forecastRequestSchema } from '../../../contracts/records.ts';
import { forecastRuns } from '../../../core/simulation/forecast.ts';
import { body, endpoint, json } from '../_endpoint.ts';

/** The same forecast that the browser's worker makes, for programs and for comparing. */
export const POST = endpoint(async ({ request }) => {
  const { setup, field, plan, seed, runs } = await body(request, forecastRequestSchema);
  const forecast = forecastRuns({ plan, field, believed: setup, truth: setup }, seed, runs);
  return json({
    ...forecast,
    poses: Array.from(forecast.poses),
    durations: Array.from(forecast.durations),
    timeLimits: Array.from(forecast.timeLimits),
    collisions: Array.from(forecast.collisions),
    dropouts: Array.from(forecast.dropouts),
    conditions: Array.from(forecast.conditions),
  });
});
