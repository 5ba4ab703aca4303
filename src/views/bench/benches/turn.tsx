import { turnSlips } from '../../../core/benches/slips.ts';
import { useState } from 'react';
import type { BenchOf } from '../../../core/benches/index.ts';
import { countedReadings } from '../../../core/benches/definition.ts';
import {
  fitTurnModel,
  runOnAtRate,
  runOnTrend,
  samplingSpread,
  turnFindings,
  shortestFullTurn,
  triggerFor,
  turnSentence,
  turnSides,
  type TurnModel,
} from '../../../core/benches/turn/turn.ts';
import { degrees, radians } from '../../../core/mathematics/angle.ts';
import { formatEstimate } from '../../../core/mathematics/estimateText.ts';
import { formatFixed, formatNumber, formatQuantity } from '../../../core/mathematics/quantity.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import styles from '../BenchView.module.css';
import { times, type PracticeOffer, type Shown, type TrialBench } from '../trialBench.ts';
import { memberWord } from '../../../core/language/memberWords.ts';
import { say } from '../../../core/language/say.ts';

const WANTED_RATE = radians(120);
/** Rate of the turns that the sheet asks for one by one. */
const WALK_RATE = radians(90);

/** Turns stopped by the gyro: how much further than the stop the robot turns. */
export const turnView: TrialBench<BenchOf<'turn'>, TurnModel> = {
  kind: 'turn',
  get ask() {
    return say`Turn a few times and measure how far it really went.`;
  },
  empty: () => ({
    kind: 'turn',
    style: 'spot',
    conditions: { battery: null, surface: '', unit: '' },
    trials: [],
  }),
  columns: () => [
    { name: 'trigger', label: say`stop at`, kind: 'angle' },
    { name: 'rate', label: say`rate`, kind: 'rate', keep: true, digits: 0 },
    { name: 'measured', label: say`turned`, kind: 'angle' },
    {
      name: 'way',
      label: say`way`,
      kind: 'word',
      words: ['right', 'left'],
      keep: true,
      optional: true,
    },
  ],
  options: ({ bench, onChange }) => (
    <Choice
      label={say`Wheels`}
      value={bench.style}
      options={[
        { value: 'spot', label: say`both` },
        { value: 'pivot-left', label: say`right only` },
        { value: 'pivot-right', label: say`left only` },
      ]}
      onChange={(style) => onChange({ style })}
    />
  ),
  result: ({ trials }) => fitTurnModel(trials),
  missing: ({ trials }) =>
    trials.length === 0
      ? say`Two trials at one angle give a first number.`
      : say`One more trial is needed before a number can be given.`,
  slips: ({ trials }) =>
    turnSlips(trials.map(({ trigger, measured }) => ({ asked: trigger, came: measured }))),
  sentence: ({ result }) => turnSentence(result),
  warnings: ({ result, bench, setup }) => {
    const short = bench.trials.filter(
      ({ trigger, rate }) => trigger < shortestFullTurn(setup, rate, bench.style),
    ).length;
    const sides = turnSides(bench.trials, result);
    return [
      ...(short > 0
        ? [
            say`${short} of the trials are too short to reach their rate: they measure something else. Strike them or turn further.`,
          ]
        : []),
      ...(sides !== null && sides.sameP < 0.05
        ? [
            say`Left turns go on ${formatQuantity(sides.left.value, 'angle')}, right turns ${formatQuantity(sides.right.value, 'angle')}: the sides differ. Stop each side on its own number.`,
          ]
        : []),
    ];
  },
  figures: ({ result, bench, setup }) => {
    const sides = turnSides(bench.trials, result);
    return [
      {
        label: say`Slope, true over stop`,
        value:
          result.constantP === null ? say`1 assumed` : formatEstimate(result.slope, 'number', 4),
        why: say`A slope of 1 means the same number of degrees at every angle. Least squares, with a 95 % interval by Student’s t.`,
      },
      ...result.runOn.map(({ rate, estimate }) => ({
        label: say`Turns on at ${formatNumber(degrees(rate), 0)}°/s`,
        value: formatEstimate(estimate, 'angle', 2),
        strong: true,
        why: say`c(ω) = ω·τ + ω²/(2α): the delay of sensor, loop and command, then braking.`,
      })),
      ...(result.delay === null || result.brakingTerm === null
        ? []
        : [
            {
              label: say`of which delay`,
              value: formatEstimate(result.delay, 'time', 4),
              why: say`τ: the share of the run-on that grows with the rate.`,
            },
            {
              label: say`and coasting, at 120°/s`,
              value: `${formatNumber(degrees(result.brakingTerm.value * WANTED_RATE ** 2), 2)}°`,
              why: say`ω²/(2α): the share that grows with the square of the rate.`,
            },
          ]),
      ...(sides === null
        ? []
        : [
            {
              label: say`to the left, to the right`,
              value: `${formatNumber(degrees(sides.left.value), 1)}°, ${formatNumber(degrees(sides.right.value), 1)}°`,
              why: say`Chance that the sides are the same and luck made this difference: ${formatNumber(100 * sides.sameP, 0)} %.`,
            },
          ]),
      {
        label: say`Spread of one turn`,
        value: `± ${formatNumber(degrees(result.residualSpread), 2)}°`,
        why: say`Standard deviation of the trials about the fit.`,
      },
      {
        label: say`of which the loop alone`,
        value: `± ${formatNumber(degrees(samplingSpread(result.runOn[0]!.rate, setup.program.loopPeriod)), 2)}°`,
        why: say`A loop of period T sees the heading every ω·T. That uniform error, ω·T/√12, no stop angle can remove; a slower rate can.`,
      },
    ];
  },
  plot: ({ trials }, result) => ({
    label: say`How much further than the stop the robot turned, by stop`,
    why: say`Each cross is one turn that was stopped by the gyro: how far it ran on. The dashed line is what the lag, the delay and the braking of the setup that was found would give.`,
    x: { title: say`stopped the motors at, °`, from: 0 },
    y: { title: say`turned on by, °`, from: 0 },
    series: [
      {
        label: say`trials`,
        look: 'measured',
        points: trials.map(({ trigger, measured }) => ({
          x: degrees(trigger),
          y: degrees(measured - trigger),
        })),
      },
      ...(result?.runOn ?? []).map(({ rate, estimate }) => ({
        label: say`fit at ${formatFixed(degrees(rate), 0)}°/s`,
        look: 'fit' as const,
        points: [0, Math.max(90, ...trials.map(({ trigger }) => degrees(trigger))) * 1.06].map(
          (x) => ({ x, y: (result!.slope.value - 1) * x + degrees(estimate.value) }),
        ),
      })),
    ],
  }),
  beside: {
    get label() {
      return say`further`;
    },
    value: (_, __, { measured, trigger }) => formatNumber(degrees(measured - trigger), 1),
  },
  More: TurnAnswers,
  findings: ({ result, bench, setup }) => turnFindings(result, setup, bench.style),
  trend: ({ result }) => {
    const { rate, estimate } = result.runOn[0]!;
    return {
      label: say`Turns on at ${formatNumber(degrees(rate), 0)}°/s`,
      kind: 'angle',
      digits: 2,
      estimate,
    };
  },
  state: ({ result }) => say`turns on at ${formatNumber(degrees(result.runOn[0]!.rate), 0)}°/s`,
  walk: {
    asked: () =>
      [60, 90, 180].flatMap((angle) =>
        times(3, angle).map((same, i) => {
          const way = i % 2 === 0 ? say`right` : say`left`;
          return {
            known: { trigger: radians(same), rate: WALK_RATE, way },
            say: say`Turn ${memberWord(way)}, stop the motors at ${same}°. How far did it really turn?`,
            step: 1,
          };
        }),
      ),
    enough: () => radians(1),
    practice: ({ trigger, rate, way }, { style }) => [
      {
        do: 'turn by gyro',
        trigger:
          style === 'pivot-right' || (style === 'spot' && way === 'right') ? -trigger : trigger,
        rate,
        style,
      },
    ],
  },
  practice: ({ style }) => [90, 150].map((rate) => turnsAt(rate, style)),
};

function turnsAt(rate: number, style: BenchOf<'turn'>['style']): PracticeOffer {
  const angles = style === 'spot' ? [60, -60, 90, -90, 180, -180] : [60, 60, 90, 90, 180, 180];
  return {
    label: say`Six turns at ${rate}°/s`,
    commands: angles.map((angle) => ({
      do: 'turn by gyro' as const,
      trigger: radians(style === 'pivot-right' ? -angle : angle),
      rate: radians(rate),
      style,
    })),
  };
}

function TurnAnswers({
  result,
  bench,
  earlier,
}: Shown<BenchOf<'turn'>, TurnModel> & { earlier: readonly BenchOf<'turn'>[] }) {
  const [wanted, setWanted] = useState({ angle: radians(90), rate: WANTED_RATE });
  const trigger = triggerFor(result, wanted.angle, wanted.rate);
  const positive = (value: number) => (value > 0 ? null : say`Give it without a sign.`);
  const trend = runOnTrend(
    [bench, ...earlier]
      .filter(({ style }) => style === bench.style)
      .flatMap(({ conditions, trials }) => {
        const model = fitTurnModel(countedReadings(trials));
        return model === null || conditions.battery === null
          ? []
          : [{ battery: conditions.battery, runOn: runOnAtRate(model, wanted.rate) }];
      }),
  );
  return (
    <div className={styles['wanted']}>
      <QuantityField
        label={say`For a true`}
        kind="angle"
        value={wanted.angle}
        refuse={positive}
        onChange={(angle) => setWanted({ ...wanted, angle })}
      />
      <QuantityField
        label={say`at`}
        kind="rate"
        digits={0}
        value={wanted.rate}
        refuse={positive}
        onChange={(rate) => setWanted({ ...wanted, rate })}
      />
      <output>
        {say`stop at ${formatQuantity(trigger.trigger, 'angle')}`}{' '}
        <small>{say`next turn within ± ${formatNumber(degrees(trigger.high - trigger.trigger), 1)}°`}</small>
      </output>
      {trend !== null && (
        <p className={styles['note']}>
          {trend.low > 0 || trend.high < 0
            ? say`With the battery: ${formatNumber(degrees(trend.value), 1)}° more for every volt.`
            : say`No change with the battery can be told from the records.`}
        </p>
      )}
    </div>
  );
}
