import { rangeSlips } from '../../../core/benches/slips.ts';
import type { BenchOf } from '../../../core/benches/index.ts';
import { useState } from 'react';
import {
  rangeFindings,
  chanceOfEquality,
  obliqueDistance,
  stoppingDistance,
  type RangeResult,
  type RangeUnit,
  rangeResult,
} from '../../../core/benches/range/range.ts';
import { degrees, radians } from '../../../core/mathematics/angle.ts';
import { formatEstimate } from '../../../core/mathematics/estimateText.ts';
import { formatNumber, formatQuantity, formatShown } from '../../../core/mathematics/quantity.ts';
import { approachDelay } from '../../../core/robot/stopping.ts';
import { mean } from '../../../core/mathematics/sample.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { Figures } from '../../../ui/Figures.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import styles from '../BenchView.module.css';
import { times, type Shown, type TrialBench } from '../trialBench.ts';
import { plural, say } from '../../../core/language/say.ts';

const DISTANCES = [100, 150, 200, 300, 400, 500, 600, 800];
/** As the hub calls the sensor that looks ahead. */
const FIRST_UNIT = 'range';
/** How far too near a stop may be, mm, for the top speed that is shown. */
const MARGIN = 10;

/** A tape table: what each range sensor says at a true distance. */
export const rangeView: TrialBench<BenchOf<'range'>, RangeResult> = {
  kind: 'range',
  get ask() {
    return say`Stand the robot before a wall and read the sensors against a tape.`;
  },
  empty: () => ({
    kind: 'range',
    conditions: { battery: null, surface: '', unit: '' },
    analog: false,
    limit: 15,
    trials: [],
  }),
  columns: ({ analog }) => [
    { name: 'unit', label: say`sensor`, kind: 'word', keep: true },
    { name: 'tape', label: say`tape`, kind: 'length' },
    {
      name: 'reading',
      label: say`reading`,
      kind: analog ? 'voltage' : 'length',
      digits: analog ? 3 : 1,
      live: 'range',
    },
    { name: 'incidence', label: say`turned`, kind: 'angle', keep: true },
    {
      name: 'noise',
      label: say`flickers by`,
      kind: analog ? 'voltage' : 'length',
      optional: true,
      digits: analog ? 3 : 1,
    },
  ],
  options: ({ bench, onChange }) => (
    <>
      <Choice
        label={say`It says`}
        value={bench.analog ? 'volts' : 'millimetres'}
        options={[
          { value: 'millimetres', label: say`a distance` },
          { value: 'volts', label: say`volts` },
        ]}
        onChange={(says) => onChange({ analog: says === 'volts' })}
      />
      <QuantityField
        label={say`Useful while off by less than`}
        kind="length"
        value={bench.limit}
        refuse={(limit) => (limit > 0 && limit <= 1000 ? null : say`More than 0, at most 1 m.`)}
        onChange={(limit) => onChange({ limit })}
      />
    </>
  ),
  result: ({ trials, limit, analog }) => rangeResult(trials, limit, analog),
  missing: () => say`A sensor needs three readings at two distances or more, square to the wall.`,
  sentence: ({ result, bench }) => {
    const odd = result.units.filter((unit) => unit.odd);
    if (odd.length > 0) {
      const [one] = odd as [RangeUnit];
      const apart = one.offset.value - result.medianOffset;
      return say`Sensor “${one.unit}” is the odd one: it reads ${formatQuantity(Math.abs(apart), 'length', 0)} ${apart > 0 ? say`more` : say`less`} than the others.`;
    }
    const [first] = result.units as [RangeUnit];
    if (bench.analog) {
      return say`“${first.unit}”: ${formatNumber(first.intercept.value, 3)} V at the wall, ${formatNumber(100 * first.slope.value, 3)} V more for every ${formatQuantity(100, 'length', 0)}.`;
    }
    const off = first.offset.value;
    return Math.abs(off) < (first.offset.high - first.offset.low) / 2
      ? say`“${first.unit}” tells the truth to ${formatQuantity(first.noise, 'length', 1)} a reading.`
      : say`“${first.unit}” reads ${formatQuantity(Math.abs(off), 'length', 1)} too ${off > 0 ? say`much` : say`little`}.`;
  },
  warnings: ({ result, bench }) =>
    result.units.flatMap(({ unit, useful }) => {
      const far = Math.max(...bench.trials.filter((t) => t.unit === unit).map((t) => t.tape));
      const near = Math.min(...bench.trials.filter((t) => t.unit === unit).map((t) => t.tape));
      if (useful === null) return [say`No distance of “${unit}” is within the limit.`];
      return useful.from > near || useful.to < far
        ? [
            say`“${unit}” can be trusted from ${formatShown(useful.from, 'length', 0)} to ${formatQuantity(useful.to, 'length', 0)} only.`,
          ]
        : [];
    }),
  figures: ({ result, bench }) =>
    result.units.flatMap((unit) => [
      {
        label: `“${unit.unit}”${unit.odd ? say`, the odd one` : ''}`,
        value: bench.analog
          ? `${formatNumber(unit.intercept.value, 3)} V ${unit.slope.value < 0 ? '−' : '+'} ${formatNumber(Math.abs(unit.slope.value) * 1000, 3)} mV/mm`
          : formatEstimate(unit.offset, 'length', 1),
        strong: true,
        why: bench.analog
          ? say`volts = m·d + c by least squares.`
          : say`Reading minus tape at the middle distance, from a line through all square readings; 95 % interval by Student’s t.`,
      },
      {
        label: say`Slope, noise of a reading of “${unit.unit}”`,
        value: `${bench.analog ? '–' : formatNumber(unit.slope.value, 4)}, ± ${formatQuantity(unit.noise, 'length', 1)}`,
        why: say`Slope 1 means the same offset at every distance. Noise is the spread about the line.`,
      },
      {
        label: say`Useful range of “${unit.unit}”`,
        value:
          unit.useful === null
            ? say`nowhere`
            : say`${formatShown(unit.useful.from, 'length', 0)} to ${formatQuantity(unit.useful.to, 'length', 0)}`,
        why: say`The widest run of distances whose readings stay within the limit of one line.`,
      },
    ]),
  plot: ({ trials, analog }, result) => {
    const square = trials.filter(({ incidence }) => Math.abs(incidence) <= 0.06);
    const units = [...new Set(trials.map(({ unit }) => unit))];
    return {
      label: say`How far off each reading was, by true distance`,
      why: say`Each mark is one reading against the tape, with the sensor square to the wall. The dashed line is fitted: its height is the offset, its slope the scale. Marks far from it show the noise, or a sensor that is another than its fellows.`,
      x: { title: say`tape`, kind: 'length', from: 0 },
      y: analog ? { title: say`reading, V` } : { title: say`read too much by`, kind: 'length' },
      series: [
        ...units.map((unit, variant) => ({
          label: unit,
          look: 'measured' as const,
          variant,
          points: square
            .filter((trial) => trial.unit === unit)
            .map(({ tape, reading }) => ({ x: tape, y: analog ? reading : reading - tape })),
        })),
        ...(result?.units ?? []).map((unit, i) => ({
          label: i === 0 ? say`their lines` : '',
          look: 'fit' as const,
          points: [
            Math.min(...square.map(({ tape }) => tape)),
            Math.max(...square.map(({ tape }) => tape)),
          ].map((x) => ({
            x,
            y: unit.intercept.value + unit.slope.value * x - (analog ? 0 : x),
          })),
        })),
      ],
    };
  },
  beside: {
    get label() {
      return say`off the line`;
    },
    value: ({ units }, _, { unit, tape, reading, incidence }) => {
      const own = units.find((one) => one.unit === unit);
      if (own === undefined || Math.abs(incidence) > 0.06) return '';
      const off = reading - own.intercept.value - own.slope.value * tape;
      return formatNumber(off, Math.abs(own.slope.value) < 0.1 ? 3 : 1);
    },
  },
  More: RangeAnswers,
  slips: ({ trials, analog }) => (analog ? [] : rangeSlips(trials)),
  findings: ({ result, bench, setup }) =>
    bench.analog ? {} : rangeFindings(unitInUse(result), setup.range),
  trend: ({ result, bench }) => {
    const unit = unitInUse(result);
    return bench.analog
      ? {
          label: say`“${unit.unit}” at the wall`,
          kind: 'voltage',
          digits: 3,
          estimate: unit.intercept,
        }
      : {
          label: say`“${unit.unit}” reads too much by`,
          kind: 'length',
          digits: 1,
          estimate: unit.offset,
        };
  },
  state: ({ result }) => {
    const odd = result.units.filter((unit) => unit.odd).map(({ unit }) => unit);
    const count = say`${plural(result.units.length, '# sensor', '# sensors')}`;
    return odd.length > 0 ? say`${count}, ${odd.join(', ')} is odd` : count;
  },
  walk: {
    asked: ({ trials }) =>
      DISTANCES.flatMap((tape) =>
        times(2, {
          known: { unit: trials.at(-1)?.unit ?? FIRST_UNIT, tape, incidence: 0 },
          say: say`Stand it square to the wall, ${formatQuantity(tape, 'length')} from the face of the sensor. What does it say?`,
          step: 0,
        }),
      ),
    enough: ({ analog }) => (analog ? 0.01 : 2),
    practice: ({ tape, incidence }) => [{ do: 'tape', distance: tape, incidence }],
  },
  practice: () => [
    {
      label: say`Hold the tape at eight distances`,
      commands: DISTANCES.flatMap((distance) =>
        [0, 0].map((incidence) => ({ do: 'tape' as const, distance, incidence })),
      ),
    },
    {
      label: say`At ${formatQuantity(300, 'length', 0)}, turned 10° to 30°`,
      commands: [10, 20, 30].map((angle) => ({
        do: 'tape' as const,
        distance: 300,
        incidence: radians(angle),
      })),
    },
  ],
};

/** The first sensor that is not odd: the one that looks ahead. */
function unitInUse(result: RangeResult): RangeUnit {
  return result.units.find(({ odd }) => !odd) ?? result.units[0]!;
}

function RangeAnswers({ result, bench, setup }: Shown<BenchOf<'range'>, RangeResult>) {
  const [wanted, setWanted] = useState(100);
  const [speed, setSpeed] = useState(180);
  const unit = unitInUse(result);
  const period = setup.program.loopPeriod;
  const stop = stoppingDistance(
    unit,
    wanted,
    { speed, delay: approachDelay(setup), braking: setup.motor.braking },
    MARGIN,
    period,
  );
  const trigger = bench.analog
    ? `${formatNumber(stop.trigger, 3)} V`
    : formatQuantity(stop.trigger, 'length', 0);
  const oblique = obliqueFigures(bench.trials, unit, setup.range.coneHalfAngle, bench.analog);
  return (
    <>
      <div className={styles['wanted']}>
        <QuantityField
          label={say`To stop at`}
          kind="length"
          value={wanted}
          refuse={(value) => (value > 0 ? null : say`More than 0.`)}
          onChange={setWanted}
        />
        <QuantityField
          label={say`driving at`}
          kind="speed"
          digits={0}
          value={speed}
          refuse={(value) => (value > 0 && value <= 2000 ? null : say`More than 0, at most 2 m/s.`)}
          onChange={setSpeed}
        />
        <output>
          {say`stop when it reads less than ${trigger}`}{' '}
          <small>{say`runs on ${formatQuantity(stop.runOn, 'length', 0)}`}</small>
        </output>
        {stop.early >= 0.5 && (
          <p
            className={styles['note']}
          >{say`Its readings are noisy, so one of them comes early: it stops ${formatQuantity(stop.early, 'length', 0)} before its mark on average. That is in the number.`}</p>
        )}
        <p
          className={styles['note']}
        >{say`At most ${formatQuantity(stop.topSpeed, 'speed', 0)}, or the loop looks fewer than three times within ${formatQuantity(MARGIN, 'length', 0)}. Less than, never equals: that exact reading would be met in ${formatNumber(100 * chanceOfEquality(1, speed, period), 0)} % of the runs.`}</p>
      </div>
      {oblique.length > 0 && <Figures figures={oblique} />}
    </>
  );
}

/** What the sensor says when the wall is not square to it, beside what geometry expects. */
function obliqueFigures(
  trials: Shown<BenchOf<'range'>, RangeResult>['bench']['trials'],
  unit: RangeUnit,
  cone: number,
  analog: boolean,
) {
  const angles = [
    ...new Set(
      trials
        .filter((trial) => trial.unit === unit.unit && Math.abs(trial.incidence) > 0.06)
        .map(({ incidence }) => Math.abs(incidence)),
    ),
  ].toSorted((a, b) => a - b);
  return analog
    ? []
    : angles.map((angle) => {
        const own = trials.filter(
          (trial) => trial.unit === unit.unit && Math.abs(Math.abs(trial.incidence) - angle) < 1e-6,
        );
        const more = mean(own.map(({ reading, tape }) => reading - unit.offset.value - tape));
        const expected = mean(own.map(({ tape }) => obliqueDistance(tape, angle, cone) - tape));
        return {
          label: say`Turned ${formatNumber(degrees(angle), 0)}°, reads more by`,
          value: say`${formatQuantity(more, 'length', 0)}, expected ${formatShown(expected, 'length', 0)}`,
          why: say`Along its axis a beam reads d/cos ψ; a cone sees the nearest point within it.`,
        };
      });
}
