import { distanceSlips } from '../../../core/benches/slips.ts';
import type { BenchOf } from '../../../core/benches/index.ts';
import {
  wheelsResult,
  wheelsFindings,
  type WheelsResult,
} from '../../../core/benches/wheels/wheels.ts';
import { formatEstimate } from '../../../core/mathematics/estimateText.ts';
import { formatQuantity, formatShown } from '../../../core/mathematics/quantity.ts';
import { times, type TrialBench } from '../trialBench.ts';
import { say } from '../../../core/language/say.ts';

/** Straights by the motors: effective wheel diameter, slip and wheel ratio. */
export const wheelsView: TrialBench<BenchOf<'wheels'>, WheelsResult> = {
  kind: 'wheels',
  get ask() {
    return say`Drive straight a few times and measure how far it went.`;
  },
  empty: ({ drive }) => ({
    kind: 'wheels',
    conditions: { battery: null, surface: '', unit: '' },
    wheelDiameter: drive.wheelDiameter,
    track: drive.track,
    trials: [],
  }),
  columns: () => [
    { name: 'told', label: say`told`, kind: 'length', keep: true },
    { name: 'ahead', label: say`ahead`, kind: 'length' },
    { name: 'left', label: say`to the left`, kind: 'length', optional: true },
  ],
  result: (bench) => wheelsResult(bench.trials, bench),
  missing: ({ trials }) =>
    trials.length === 0
      ? say`Two straights give a first number.`
      : say`One more straight is needed.`,
  slips: ({ trials }) =>
    distanceSlips(trials.map(({ told, ahead }) => ({ told, measured: ahead }))),
  sentence: ({ result, bench }) => {
    const change = result.wheelDiameter.value - bench.wheelDiameter;
    const sure =
      bench.wheelDiameter < result.wheelDiameter.low ||
      bench.wheelDiameter > result.wheelDiameter.high;
    const per = 1000 * (result.scale.value - 1);
    return sure
      ? say`The wheels act as ${formatQuantity(result.wheelDiameter.value, 'length', 2)}: a metre goes ${formatQuantity(Math.abs(per), 'length', 1)} ${per > 0 ? say`too far` : say`short`}.`
      : say`The wheels are as the setup says, within ${formatQuantity(Math.max(Math.abs(change), (result.wheelDiameter.high - result.wheelDiameter.low) / 2), 'length', 2)}.`;
  },
  warnings: ({ result }) =>
    result.wheelRatio !== null &&
    (result.wheelRatio.low > 1 || result.wheelRatio.high < 1) &&
    Math.abs(result.wheelRatio.value - 1) > 0.002
      ? [
          say`It pulls to the ${result.wheelRatio.value > 1 ? say`left` : say`right`}: the ${result.wheelRatio.value > 1 ? say`right` : say`left`} wheel rolls further a turn.`,
        ]
      : [],
  figures: ({ result }) => [
    {
      label: say`Effective diameter`,
      value: formatEstimate(result.wheelDiameter, 'length', 2),
      strong: true,
      why: say`Nominal diameter times measured over told distance: regression through the origin, weighted by 1/distance because slip adds up. 95 % interval by Student’s t.`,
    },
    {
      label: say`Right wheel over left`,
      value: result.wheelRatio === null ? '–' : formatEstimate(result.wheelRatio, 'number', 4),
      why: say`From the curvature 2y/(x² + y²) of the way, exact for an arc: the ratio is (2 + κb)/(2 − κb).`,
    },
    {
      label: say`Slip over a metre`,
      value: `± ${formatQuantity(result.slip * Math.sqrt(1000), 'length', 1)}`,
      why: say`Spread of the distances about the fit. It grows with the root of the distance.`,
    },
  ],
  plot: ({ trials }, result) => ({
    label: say`How far off each straight was, by distance told`,
    why: say`Each cross is one straight by the encoders: how much further it went than it was told. The slope of the dashed line says that the wheel is larger or smaller than the setup thinks; how the crosses lie about it is the slip.`,
    x: { title: say`told`, kind: 'length', from: 0 },
    y: { title: say`went further by`, kind: 'length' },
    series: [
      {
        label: say`straights`,
        look: 'measured',
        points: trials.map(({ told, ahead }) => ({ x: told, y: ahead - told })),
      },
      ...(result === null
        ? []
        : [
            {
              label: say`the fit`,
              look: 'fit' as const,
              points: [0, Math.max(...trials.map(({ told }) => told)) * 1.05].map((x) => ({
                x,
                y: (result.scale.value - 1) * x,
              })),
            },
          ]),
    ],
  }),
  beside: {
    get label() {
      return say`off the fit`;
    },
    value: (result, i) => formatShown(result.residuals[i]!, 'length'),
  },
  findings: ({ result }) => wheelsFindings(result),
  trend: ({ result }) => ({
    label: say`Diameter`,
    kind: 'length',
    digits: 2,
    estimate: result.wheelDiameter,
  }),
  state: ({ result }) => say`${result.trials} straights`,
  walk: {
    asked: () =>
      [500, 1000].flatMap((told) =>
        times(4, {
          known: { told },
          say: say`Drive ${formatQuantity(told, 'length')}. How far ahead is the axle, and how far to the left?`,
          step: 1,
        }),
      ),
    enough: ({ wheelDiameter }) => 0.004 * wheelDiameter,
    practice: ({ told }) => [{ do: 'drive', distance: told, speed: 250 }],
  },
  practice: () =>
    [500, 1000].map((distance) => ({
      label: say`Drive ${formatQuantity(distance, 'length')}, 4 times`,
      commands: times(4, { do: 'drive' as const, distance, speed: 250 }),
    })),
};
