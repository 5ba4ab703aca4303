import { useId, useMemo, useState } from 'react';
import type { LoopKind, LoopSetting } from '../../core/analysis/tuning/response.ts';
import {
  gainUnit,
  mapSpeeds,
  recommendedGain,
  shownGain,
  type MapPoint,
  type StabilityMap,
} from '../../core/analysis/tuning/stabilityMap.ts';
import { topSpeed } from '../../core/robot/motor.ts';
import { formatNumber, formatQuantity, unitOf } from '../../core/mathematics/quantity.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import { powerPerRate } from '../../core/program/power.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { simulationWorker, type SimulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';
import styles from './Panels.module.css';
import { say } from '../../core/language/say.ts';

interface TuningMapProps {
  setup: RobotParameters;
  setting: LoopSetting;
  onPick: (setting: LoopSetting) => void;
}

/** Gains of the map as multiples of the recommended one, and leads in mm. */
const MULTIPLES = [0.15, 0.25, 0.4, 0.6, 0.8, 1, 1.3, 1.7, 2.2, 3, 4, 5.5];
const LEADS = [0, 20, 40, 60, 80, 100, 130, 160, 200, 250, 300, 400];
const WIDTH = 340;
const HEIGHT = 200;
const LEFT = 44;
const BOTTOM = 34;

interface WantedMap {
  setup: RobotParameters;
  kind: LoopKind;
  /** The recommended gain, by which the others are chosen. */
  base: number;
  along: 'gain' | 'lead';
}

/** The map of a loop over speeds and gains, or over speeds and the place of its sensor. */
function mapOf(
  worker: SimulationWorker,
  { setup, kind, base, along }: WantedMap,
  onProgress: (share: number) => void,
): Promise<StabilityMap> {
  const speeds = mapSpeeds(topSpeed(setup.drive, setup.motor, setup.battery.voltage));
  const gains = MULTIPLES.map((multiple) => multiple * base);
  return worker.ask((door) =>
    along === 'lead' && (kind === 'wall' || kind === 'line')
      ? door.leadMap(setup, kind, speeds, LEADS, onProgress)
      : door.gainMap(setup, kind, speeds, gains, onProgress),
  );
}

/** The map of what steering and speed do, with the recommended point and that of the move. */
export function TuningMap({ setup, setting, onPick }: TuningMapProps) {
  const { kind } = setting;
  const [along, setAlong] = useState<'gain' | 'lead'>('gain');
  const patterns = { steady: useId(), over: useId() };
  const base = recommendedGain(setup, kind, setting.speed);
  const shownAlong = kind === 'wall' || kind === 'line' ? along : 'gain';
  // The gains of the map follow the recommended one, and not that of the move.
  const wanted = useMemo(
    () => ({ setup, kind, base, along: shownAlong }),
    [setup, kind, base, shownAlong],
  );
  const { found: map, working, progress, cancel } = useWorked(simulationWorker, wanted, mapOf);

  return (
    <>
      <h2>{shownAlong === 'lead' ? say`Lead of the sensor and speed` : say`Steering and speed`}</h2>
      {(kind === 'wall' || kind === 'line') && (
        <Choice
          label={say`Map of speed and`}
          value={along}
          options={[
            { value: 'gain', label: say`steering` },
            { value: 'lead', label: say`sensor lead` },
          ]}
          onChange={setAlong}
        />
      )}
      {working && (
        <p className={styles['hint']}>
          {say`Simulating the map, ${formatNumber(100 * progress, 0)} %.`}{' '}
          <Button variant="quiet" onClick={cancel}>{say`Cancel`}</Button>
        </p>
      )}
      {map !== null && map.kind === kind && map.along === shownAlong && (
        <MapDrawing
          setup={setup}
          setting={setting}
          map={map}
          recommended={base}
          patterns={patterns}
          onPick={onPick}
        />
      )}
      <MapLegend patterns={patterns} recommends={shownAlong === 'gain'} />
    </>
  );
}

interface Patterns {
  steady: string;
  over: string;
}

interface MapDrawingProps extends TuningMapProps {
  map: StabilityMap;
  /** The recommended gain. */
  recommended: number;
  patterns: Patterns;
}

/** Speed from left to right, gain or lead from bottom to top; a press takes both over. */
function MapDrawing({ setup, setting, map, recommended, patterns, onPick }: MapDrawingProps) {
  const { kind, speed, gain } = setting;
  const { along, speeds, values } = map;
  const { steady, over } = patterns;
  const label = (value: number) =>
    along === 'lead'
      ? formatNumber(value, 0)
      : formatNumber(shownGain(setup, kind, value, powerPerRate(setup)), 2);
  const cellWidth = (WIDTH - LEFT) / speeds.length;
  const cellHeight = (HEIGHT - BOTTOM) / values.length;
  const xOf = (value: number) =>
    LEFT + ((value - speeds[0]!) / (speeds[1]! - speeds[0]!) + 0.5) * cellWidth;
  const yOf = (value: number) => {
    const above = values.findIndex((one) => one >= value);
    const row =
      above === -1
        ? values.length - 1
        : above === 0
          ? 0
          : above - 1 + (value - values[above - 1]!) / (values[above]! - values[above - 1]!);
    return HEIGHT - BOTTOM - (row + 0.5) * cellHeight;
  };
  const own = along === 'lead' ? (kind === 'wall' ? setup.rangeSide.x : setup.light.firstX) : gain;
  return (
    <svg
      className={styles['map']}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={say`What each ${along === 'lead' ? say`sensor lead` : say`steering`} does at each speed`}
    >
      <MapPatterns {...patterns} />
      {map.points.map((row, j) =>
        row.map((point, i) => (
          <rect
            key={`${j} ${i}`}
            x={LEFT + i * cellWidth}
            y={HEIGHT - BOTTOM - (j + 1) * cellHeight}
            width={cellWidth}
            height={cellHeight}
            fill={fillOf(point, steady, over)}
            stroke="var(--paper)"
            onClick={() =>
              along === 'gain' &&
              onPick({ ...setting, speed: Math.round(speeds[i]!), gain: values[j]! })
            }
          >
            <title>{say`${label(values[j]!)} at ${formatQuantity(speeds[i]!, 'speed', 0)}: ${natureWords(point)}`}</title>
          </rect>
        )),
      )}
      {values.map((value, j) =>
        j % 3 === 2 ? (
          <text
            key={value}
            x={LEFT - 6}
            y={HEIGHT - BOTTOM - (j + 0.5) * cellHeight + 4}
            textAnchor="end"
          >
            {label(value)}
          </text>
        ) : null,
      )}
      {speeds.map((value, i) =>
        i % 3 === 0 ? (
          <text key={value} x={xOf(value)} y={HEIGHT - BOTTOM + 14} textAnchor="middle">
            {formatNumber(value, 0)}
          </text>
        ) : null,
      )}
      <text x={WIDTH} y={HEIGHT - 4} textAnchor="end">{say`mm/s`}</text>
      <text x={0} y={HEIGHT - 4}>
        {along === 'lead' ? say`${unitOf('length')} ahead of the axle` : gainUnit(kind)}
      </text>
      {along === 'gain' && (
        <circle
          cx={xOf(speed)}
          cy={yOf(recommended)}
          r={6}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.5}
        >
          <title>{say`Recommended`}</title>
        </circle>
      )}
      <path
        d={`M${xOf(speed) - 6},${yOf(own)}h12M${xOf(speed)},${yOf(own) - 6}v12`}
        stroke="var(--vermilion)"
        strokeWidth={2}
      />
    </svg>
  );
}

/** Dots for what is steady and hatching for what overshoots: colour is never alone. */
function MapPatterns({ steady, over }: Patterns) {
  return (
    <defs>
      <pattern id={steady} width="5" height="5" patternUnits="userSpaceOnUse">
        <circle cx="2.5" cy="2.5" r="0.8" fill="var(--teal)" />
      </pattern>
      <pattern
        id={over}
        width="5"
        height="5"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1="0" y1="2.5" x2="5" y2="2.5" stroke="var(--ochre)" strokeWidth="1" />
      </pattern>
    </defs>
  );
}

function MapLegend({ patterns, recommends }: { patterns: Patterns; recommends: boolean }) {
  return (
    <p className={styles['legend']}>
      <span>
        <svg viewBox="0 0 14 14">
          <rect width="14" height="14" fill={`url(#${patterns.steady})`} stroke="var(--hair)" />
        </svg>
        {say`steady`}
      </span>
      <span>
        <svg viewBox="0 0 14 14">
          <rect width="14" height="14" fill={`url(#${patterns.over})`} stroke="var(--hair)" />
        </svg>
        {say`overshoots`}
      </span>
      <span>
        <svg viewBox="0 0 14 14">
          <rect width="14" height="14" fill="var(--vermilion-wash)" stroke="var(--vermilion)" />
        </svg>
        {say`never settles`}
      </span>
      <span>{say`+ this move`}</span>
      {recommends && <span>{say`○ recommended`}</span>}
    </p>
  );
}

function fillOf({ nature, settling }: MapPoint, steady: string, over: string): string {
  if (nature === 'unstable' || settling === null) return 'var(--vermilion-wash)';
  return `url(#${nature === 'no overshoot' ? steady : over})`;
}

function natureWords({ nature, settling, overshoot }: MapPoint): string {
  if (nature === 'unstable') return say`the swings grow`;
  if (settling === null) return say`not settled after 3 s`;
  const time = say`settled after ${formatNumber(settling, 2)} s`;
  return nature === 'no overshoot'
    ? time
    : say`${time}, overshoots by ${formatNumber(100 * overshoot, 0)} %`;
}
