import { withSetupValues, type RobotParameters } from '../../robot/parameters.ts';
import { say } from '../../language/say.ts';
import { edgeSlope, lineDelay, recommendedEdgeGain, wallDelay } from '../../robot/edgeFollowing.ts';
import { recommendedHoldGain, type LoopNature } from '../../robot/headingControl.ts';
import { loopResponse, responseMetrics, type LoopKind, type LoopSetting } from './response.ts';

/** What one point of the map does. */
export interface MapPoint {
  nature: LoopNature;
  /** s until the error stays small; null when it never does within the time. */
  settling: number | null;
  overshoot: number;
}

/** Gain × speed, or sensor lead × speed, with what the robot does at each point. */
export interface StabilityMap {
  kind: LoopKind;
  /** What runs along y: the gain in core units, or the lead in mm. */
  along: 'gain' | 'lead';
  speeds: number[];
  values: number[];
  /** One row a value, one point a speed. */
  points: MapPoint[][];
}

/** s that a response is given. */
const DURATION = 3;

/** The gain that is recommended for a loop at a speed, in core units. */
export function recommendedGain(setup: RobotParameters, kind: LoopKind, speed: number): number {
  switch (kind) {
    case 'gyro':
    case 'encoders':
      return recommendedHoldGain(setup, kind);
    case 'wall':
      return recommendedEdgeGain(setup.rangeSide.x, speed, wallDelay(setup));
    case 'line':
      return recommendedEdgeGain(setup.light.firstX, speed, lineDelay(setup));
  }
}

/** The simulated answer at one point. */
function mapPoint(setup: RobotParameters, setting: LoopSetting): MapPoint {
  const { overshoot, settling, grows } = responseMetrics(loopResponse(setup, setting, DURATION));
  const nature = grows ? 'unstable' : overshoot > 0.02 ? 'overshoots' : 'no overshoot';
  return { nature, settling, overshoot };
}

/** Speeds that are worth a look, mm/s, up to nine tenths of what the motors can. */
export function mapSpeeds(top: number, count = 10): number[] {
  const most = 0.9 * top;
  return Array.from({ length: count }, (_, i) => (most * (i + 1)) / count);
}

/**
 * The map of gain × speed, by simulating every point.
 *
 * @param gains in core units, rising
 */
export function gainMap(
  setup: RobotParameters,
  kind: LoopKind,
  speeds: number[],
  gains: number[],
  onProgress: (share: number) => void = () => {},
): StabilityMap {
  const points = gains.map((gain, row) => {
    onProgress(row / gains.length);
    return speeds.map((speed) => mapPoint(setup, { kind, speed, gain }));
  });
  return { kind, along: 'gain', speeds, values: gains, points };
}

/**
 * The map of sensor lead × speed for a wall or an edge, each point with the gain that is recommended
 * there: it shows how far ahead of the axle the sensor has to sit.
 */
export function leadMap(
  setup: RobotParameters,
  kind: 'wall' | 'line',
  speeds: number[],
  leads: number[],
  onProgress: (share: number) => void = () => {},
): StabilityMap {
  const path = kind === 'wall' ? 'rangeSide.x' : 'light.firstX';
  const points = leads.map((lead, row) => {
    onProgress(row / leads.length);
    const moved = withSetupValues(setup, { [path]: lead });
    return speeds.map((speed) =>
      mapPoint(moved, { kind, speed, gain: recommendedGain(moved, kind, speed) }),
    );
  });
  return { kind, along: 'lead', speeds, values: leads, points };
}

/** What a gain is in a team's own unit: percent of power per degree, per mm, or per percent of light. */
export function gainUnit(kind: LoopKind): string {
  switch (kind) {
    case 'gyro':
    case 'encoders':
      return say`% per °`;
    case 'wall':
      return say`% per mm`;
    case 'line':
      return say`% per % of light`;
  }
}

/** A gain in core units in the unit of {@link gainUnit}. */
export function shownGain(
  setup: RobotParameters,
  kind: LoopKind,
  gain: number,
  perRate: number,
): number {
  switch (kind) {
    case 'gyro':
    case 'encoders':
      return (gain * perRate * 100 * Math.PI) / 180;
    case 'wall':
      return gain * perRate * 100;
    case 'line':
      return (gain * perRate) / edgeSlope(setup);
  }
}
