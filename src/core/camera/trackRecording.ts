import { degrees } from '../mathematics/angle.ts';
import type { Recording } from '../telemetry/recording.ts';
import type { TrackPoint } from '../analysis/moves/track.ts';

/** Decimals that a track keeps: 0.001 s, 0.01 mm and 0.01°, which is finer than any camera sees. */
const [TIME, PLACE, ANGLE] = [1e3, 1e2, 1e2];

/** A track as a recording, from its first picture on, in the columns of docs/formats.md. */
export function trackRecording(track: readonly TrackPoint[]): Recording {
  const from = track[0]?.time ?? 0;
  const rounded = (of: (point: TrackPoint) => number, power: number) =>
    // Adding 0 makes −0 the 0 that can be packed.
    Float64Array.from(track, (point) => Math.round(of(point) * power) / power + 0);
  return {
    rows: track.length,
    events: [],
    columns: {
      t_s: rounded(({ time }) => time - from, TIME),
      x_mm: rounded(({ x }) => x, PLACE),
      y_mm: rounded(({ y }) => y, PLACE),
      heading_deg: rounded(({ heading }) => degrees(heading), ANGLE),
    },
  };
}
