import type { Ellipse } from '../../core/analysis/runs/summary.ts';
import { zoneReach, type Offset, type Zone } from '../../core/field/field.ts';
import type { Box } from '../zoom/box.ts';

/** What has to fit on a card. */
interface OnCard {
  zone: Zone;
  runs: readonly Pick<Offset, 'along' | 'left'>[];
  region: Ellipse | null;
  forecast: Ellipse | null;
  mean: Offset | null;
  /** Whether marks are put down on it, which may be far out. */
  marked: boolean;
}

/** The card about its zone, with room for its numbers and words below. */
export function boxOf(reach: number): Box {
  return { x: -1.12 * reach, y: -1.06 * reach, width: 2.24 * reach, height: 2.3 * reach };
}

/** Room round the zone, more where a mark is put down, and round what lies farthest out, as shares. */
const ROOM_ROUND_ZONE = 1.3;
const ROOM_FOR_MARKS = 2;
const ROOM_ROUND_REST = 1.1;
/** Beyond so many zones nothing widens the card: one run that went astray would leave the others a dot. */
const MOST_ZONES = 6;

/** Half the width of the card, mm: what is on it fits, and it is no wider than that. */
export function reachOf({ zone, runs, region, forecast, mean, marked }: OnCard): number {
  const places = [...runs, ...(mean === null ? [] : [mean])];
  const ellipses = [region, forecast].filter((one) => one !== null);
  const farthest = Math.max(
    0,
    ...places.map(({ along, left }) => Math.max(Math.abs(along), Math.abs(left))),
    ...ellipses.map(({ along, left, major }) => Math.max(Math.abs(along), Math.abs(left)) + major),
  );
  const own = zoneReach(zone);
  const wanted = Math.max(
    (marked ? ROOM_FOR_MARKS : ROOM_ROUND_ZONE) * own,
    Math.min(ROOM_ROUND_REST * farthest, MOST_ZONES * own),
  );
  return Math.ceil(wanted / 10) * 10;
}
