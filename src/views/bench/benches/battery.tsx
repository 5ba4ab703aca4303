import { useMemo } from 'react';
import type { BenchOf } from '../../../core/benches/index.ts';
import {
  batteryFindings,
  batteryResult,
  type BatteryResult,
} from '../../../core/benches/battery/battery.ts';
import { lowBatterySentence, type LowBattery } from '../../../core/analysis/checks/lowBattery.ts';
import { degrees, radians } from '../../../core/mathematics/angle.ts';
import type { Estimate } from '../../../core/mathematics/leastSquares.ts';
import { formatNumber, formatQuantity } from '../../../core/mathematics/quantity.ts';
import { titlesOf } from '../../../core/route/titles.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { useLowBattery } from '../../../ui/useLowBattery.ts';
import styles from '../BenchView.module.css';
import { times, type PracticeOffer, type Shown, type TrialBench } from '../trialBench.ts';
import { say } from '../../../core/language/say.ts';

type Battery = BenchOf<'battery'>;

/** What is asked for when a bench begins, mm and rad. */
const TOLD = { straight: 600, turn: radians(90) } as const;
/** Packs that the practice robot is given, as shares of the voltage in use. */
const PACKS = [1.03, 1, 0.95, 0.9] as const;
/** Pace of the moves that are compared: mm/s and rad/s. */
const SPEED = 300;
const RATE = radians(120);

/** The same move at several voltages: what a volt changes. */
export const batteryView: TrialBench<Battery, BatteryResult> = {
  kind: 'battery',
  get ask() {
    return say`Drive the same move on a full pack, on a used one, and on a nearly empty one.`;
  },
  empty: () => ({
    kind: 'battery',
    conditions: { battery: null, surface: '', unit: '' },
    move: 'straight',
    told: TOLD.straight,
    trials: [],
  }),
  options: ({ bench, onChange }) => (
    <>
      <Choice
        label={say`The move`}
        value={bench.move}
        options={[
          { value: 'straight', label: say`a straight` },
          { value: 'turn', label: say`a turn` },
        ]}
        onChange={(move) => onChange({ move, told: TOLD[move], trials: [] })}
      />
      <QuantityField
        label={say`Asked for each time`}
        kind={bench.move === 'straight' ? 'length' : 'angle'}
        digits={0}
        value={bench.told}
        refuse={(value) => (value > 0 ? null : say`It has to be more than 0.`)}
        onChange={(told) => onChange({ told })}
      />
    </>
  ),
  columns: ({ move }) => {
    const way = move === 'straight' ? ('length' as const) : ('angle' as const);
    return [
      {
        name: 'voltage',
        label: say`battery`,
        kind: 'voltage',
        keep: true,
        digits: 2,
        live: 'battery',
      },
      { name: 'measured', label: say`measured`, kind: way },
      { name: 'stopping', label: say`ran on`, kind: way, optional: true },
      {
        name: 'top',
        label: say`top`,
        kind: move === 'straight' ? 'speed' : 'rate',
        optional: true,
        digits: 0,
      },
      { name: 'faults', label: say`bus silent`, kind: 'share', optional: true, digits: 0 },
    ];
  },
  result: ({ trials }, { battery }) => batteryResult(trials, battery.voltage),
  missing: () => say`It needs three readings at voltages that lie 0.3 V apart or more.`,
  sentence: ({ result, bench }) => {
    const { value, low, high } = result.measured;
    const what = bench.move === 'straight' ? say`goes` : say`turns`;
    return low > 0 || high < 0
      ? say`For each volt less it ${what} ${shown(Math.abs(value), bench)} ${value > 0 ? say`less` : say`more`} far.`
      : say`These readings show no change with the battery: it is below ${shown(Math.max(-low, high), bench)} a volt.`;
  },
  warnings: ({ result }) =>
    result.silentFrom === null
      ? []
      : [
          say`Sensors of the bus fell silent at ${formatNumber(result.silentFrom, 1)} V and below: charge before that.`,
        ],
  figures: ({ result, bench }) => [
    {
      label: bench.move === 'straight' ? say`Distance, a volt` : say`Turn, a volt`,
      value: plusMinus(result.measured, bench),
      strong: true,
      why: say`Slope of a straight line through what was measured over the voltage; 95 % interval by Student’s t.`,
    },
    ...(result.stopping === null
      ? []
      : [{ label: say`Runs on, a volt`, value: plusMinus(result.stopping, bench) }]),
    ...(result.top === null
      ? []
      : [{ label: say`Top speed, a volt`, value: `${plusMinus(result.top, bench)}/s` }]),
    ...(result.follows === null
      ? []
      : [
          {
            label: say`Speed follows the voltage`,
            value: `${formatNumber(100 * result.follows.value, 0)} ± ${formatNumber((100 * (result.follows.high - result.follows.low)) / 2, 0)} %`,
            why: say`100 % is a speed in proportion to the voltage; 0 % a hub that keeps the speed by itself. The forecast takes it.`,
          },
        ]),
    ...(result.faults === null
      ? []
      : [
          {
            label: say`Bus silent, a volt`,
            value: `${formatNumber(100 * result.faults.value, 1)} ± ${formatNumber((100 * (result.faults.high - result.faults.low)) / 2, 1)} %`,
          },
        ]),
  ],
  plot: ({ trials, move }, result) => ({
    label: say`What came of the move, by voltage`,
    why: say`Each cross is one move with the same program, over the voltage that was read before it. The dashed line is fitted to them: where it rises or falls, the move depends on how full the battery is.`,
    x: { title: say`battery, V` },
    y: { title: say`measured`, kind: move === 'straight' ? 'length' : 'angle' },
    series: [
      {
        label: move === 'straight' ? say`straights` : say`turns`,
        look: 'measured',
        points: trials.map(({ voltage, measured }) => ({ x: voltage, y: measured })),
      },
      ...(result === null
        ? []
        : [
            {
              label: say`the fit`,
              look: 'fit' as const,
              points: result.ends.map(({ voltage, measured }) => ({
                x: voltage,
                y: measured,
              })),
            },
          ]),
    ],
  }),
  More: LowVoltages,
  findings: ({ result }) => batteryFindings(result),
  trend: ({ result, bench }) => ({
    label: say`A volt`,
    kind: bench.move === 'straight' ? 'length' : 'angle',
    digits: bench.move === 'straight' ? 1 : 2,
    estimate: result.measured,
  }),
  state: ({ result, bench }) =>
    say`${bench.move === 'straight' ? say`straight` : say`turn`}, ${formatNumber(result.lowest, 1)} to ${formatNumber(result.highest, 1)} V`,
  walk: {
    asked: ({ move, told }) =>
      [say`a full pack`, say`a used pack`, say`a nearly empty pack`].flatMap((pack) =>
        times(3, {
          known: {},
          say:
            move === 'straight'
              ? say`With ${pack}: drive ${formatQuantity(told, 'length')}. The voltage, and how far it went?`
              : say`With ${pack}: turn ${formatQuantity(told, 'angle')} by gyro. The voltage, and how far it turned?`,
          step: 0,
        }),
      ),
    enough: null,
    practice: (_, { move, told }) => [
      move === 'straight'
        ? { do: 'straight', distance: told, speed: SPEED }
        : { do: 'turn by gyro', trigger: told, rate: RATE, style: 'spot' },
    ],
  },
  practice: ({ move, told }, { battery }): PracticeOffer[] => [
    {
      label: say`Three ${move === 'straight' ? say`straights` : say`turns`} on each of four packs`,
      commands: PACKS.flatMap((share) => [
        { do: 'charge' as const, voltage: share * battery.voltage },
        ...times(
          3,
          move === 'straight'
            ? { do: 'straight' as const, distance: told, speed: SPEED }
            : { do: 'turn by gyro' as const, trigger: told, rate: RATE, style: 'spot' as const },
        ),
      ]),
    },
  ],
};

/** Below which voltage each route fails, with what the bench leaves open. */
function LowVoltages({ result, setup, routes }: Shown<Battery, BatteryResult>) {
  const experiments = useMemo(
    () =>
      routes.map(({ plan, field }) => ({ plan, field, estimated: setup, trueParameters: setup })),
    [routes, setup],
  );
  const { value = 0, low = 0, high = 0 } = result.follows ?? {};
  const follows = useMemo(
    () => [value, high, low].map((one) => Math.max(0, one)),
    [value, low, high],
  );
  const found = useLowBattery(experiments, follows);
  if (result.follows === null || routes.length === 0) return null;
  const volts = (one: LowBattery | null | undefined) =>
    one == null ? say`never` : `${formatNumber(one.voltage, 1)} V`;
  return (
    <section className={styles['section']}>
      <h2>{say`When to charge`}</h2>
      {found === null ? (
        <p className={styles['note']}>{say`Driving every route on lower and lower packs …`}</p>
      ) : (
        <ul className={styles['changes']}>
          {routes.map(({ id, name, plan }, i) => {
            const [likely, early, late] = found[i]!;
            return (
              <li key={id}>
                <span>
                  {likely == null
                    ? say`${name} holds down to a pack that is nearly empty.`
                    : `${name}: ${lowBatterySentence(
                        likely,
                        titlesOf(plan.moves, setup).map(({ title }) => title),
                      )}`}
                </span>
                {likely != null && (
                  <span
                    className="mono"
                    style={{ whiteSpace: 'nowrap' }}
                  >{say`${volts(late)} to ${volts(early)}`}</span>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}

function shown(value: number, { move }: Battery): string {
  return move === 'straight'
    ? formatQuantity(value, 'length', 1)
    : `${formatNumber(degrees(value), 2)}°`;
}

function plusMinus({ value, low, high }: Estimate, bench: Battery): string {
  const sign = value < 0 ? '−' : '';
  return `${sign}${shown(Math.abs(value), bench)} ± ${shown((high - low) / 2, bench)}`;
}
