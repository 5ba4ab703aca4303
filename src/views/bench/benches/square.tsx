import { endSlips } from '../../../core/benches/slips.ts';
import type { BenchOf } from '../../../core/benches/index.ts';
import {
  squareFindings,
  encoderSquare,
  encoderSquareEnd,
  gyroSquare,
  gyroSquareEnd,
  type EncoderSquare,
  type GyroSquare,
  type SquareResult,
} from '../../../core/benches/square/square.ts';
import { degrees } from '../../../core/mathematics/angle.ts';
import { formatEstimate } from '../../../core/mathematics/estimateText.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { times, type TrialBench } from '../trialBench.ts';

type Result = SquareResult<EncoderSquare | GyroSquare>;

/** Squares both ways round: what wheels and track, or corners, really are. */
export const squareView: TrialBench<BenchOf<'square'>, Result> = {
  kind: 'square',
  ask: 'Drive a square both ways round and see where it comes back.',
  need: 'A free floor a little larger than the square, a marked corner, a tape.',
  steps: [
    'Stand the axle on the corner, facing along the first side.',
    'Drive four sides and four corners to the right, five times. Each time measure where the axle ended: ahead of the corner and to its left.',
    'The same to the left, five times.',
  ],
  caution: 'Keep feet and fingers out of the square while it drives.',
  empty: ({ drive }) => ({
    kind: 'square',
    conditions: { battery: null, surface: '', unit: '' },
    by: 'encoders',
    side: 1000,
    track: drive.track,
    trials: [],
  }),
  columns: () => [
    { name: 'way', label: 'round', kind: 'word', words: ['right', 'left'], keep: true },
    { name: 'x', label: 'ahead, mm', kind: 'length' },
    { name: 'y', label: 'to the left, mm', kind: 'length' },
  ],
  options: ({ bench, onChange }) => (
    <>
      <Choice
        label="It turns by"
        value={bench.by}
        options={[
          { value: 'encoders', label: 'encoders' },
          { value: 'gyro', label: 'gyro' },
        ]}
        onChange={(by) => onChange({ by })}
      />
      <QuantityField
        label="Side"
        kind="length"
        value={bench.side}
        refuse={(side) => (side >= 50 && side <= 10000 ? null : 'From 50 mm to 10 m.')}
        onChange={(side) => onChange({ side })}
      />
    </>
  ),
  result: ({ by, trials, side, track }) =>
    by === 'encoders' ? encoderSquare(trials, side, track) : gyroSquare(trials, side),
  missing: ({ trials }) => {
    const of = (way: 'left' | 'right') => trials.filter((trial) => trial.way === way).length;
    return `It needs two squares each way round; there are ${of('right')} to the right and ${of('left')} to the left.`;
  },
  slips: ({ trials, side }) =>
    endSlips(
      trials.map(({ way, x, y }) => ({ kind: way, x, y })),
      side,
    ),
  sentence: ({ result: { found, before, after }, bench }) => {
    const gain = `${formatNumber(before, 0)} mm off becomes ${formatNumber(after, 0)} mm`;
    if (found.by === 'encoders') {
      const larger = found.wheelRatio.low > 1 ? 'right' : found.wheelRatio.high < 1 ? 'left' : null;
      const wheels = larger === null ? 'Both wheels are alike' : `The ${larger} wheel is larger`;
      return `${wheels}, the track is ${formatNumber(found.track.value, 1)} mm: ${gain}.`;
    }
    const off = degrees(found.cornerError.value);
    return found.cornerError.low <= 0 && found.cornerError.high >= 0
      ? `The corners are right as far as ${bench.trials.length} squares can tell.`
      : `Every corner turns ${formatNumber(Math.abs(off), 2)}° too ${off > 0 ? 'far' : 'little'}: ${gain}.`;
  },
  figures: ({ result }) => {
    const { found, firstOrder, spread } = result;
    return [
      ...(found.by === 'encoders'
        ? [
            {
              label: 'Right wheel over left',
              value: formatEstimate(found.wheelRatio, 'number', 4),
              strong: true,
              why: 'Gauss-Newton fit of the exact path, side by side and corner by corner, to all ends; started from the first-order result of Borenstein and Feng (1996).',
            },
            {
              label: 'Effective track',
              value: formatEstimate(found.track, 'length', 2),
              strong: true,
              why: 'From the same fit. Its 95 % interval comes from the spread of the ends.',
            },
            {
              label: 'First order, for comparison',
              value: `${formatNumber(firstOrder!.wheelRatio, 4)}, ${formatNumber(firstOrder!.track, 2)} mm`,
              why: 'α = (x̄right + x̄left)/(−4L), β = (x̄right − x̄left)/(−4L). Good for small errors only.',
            },
          ]
        : [
            {
              label: 'Corner error',
              value: formatEstimate(found.cornerError, 'angle', 2),
              strong: true,
              why: 'What each corner turns beyond 90°, the same sense both ways round.',
            },
            {
              label: 'Turns along a side',
              value: formatEstimate(found.sideDrift, 'angle', 2),
              why: 'Left is positive. The length of a side cannot be told from the ends: a square closes whatever its size. The wheels’ bench tells it.',
            },
          ]),
      {
        label: 'Worst mean end, before and after',
        value: `${formatNumber(result.before, 0)} → ${formatNumber(result.after, 0)} mm`,
        why: 'Distance of the mean end from the corner, and what remains when the found numbers are taken in.',
      },
      {
        label: 'Spread of one square',
        value: `${formatNumber(spread.x, 0)}, ${formatNumber(spread.y, 0)} mm`,
        why: 'Standard deviation of the ends about the fit, ahead and to the side. It is slip and put-down: no number removes it.',
      },
    ];
  },
  plot: ({ trials, by, side, track }, result) => {
    const ends = (way: 'left' | 'right') =>
      trials.filter((trial) => trial.way === way).map(({ x, y }) => ({ x: -y, y: x }));
    const fitted = (way: 'left' | 'right') => {
      if (result === null) return [];
      const { found } = result;
      const end =
        found.by === 'encoders'
          ? encoderSquareEnd(way, side, track, found.track.value, found.wheelRatio.value)
          : gyroSquareEnd(way, side, found.cornerError.value, found.sideDrift.value);
      return [{ x: -end.y, y: end.x }];
    };
    return {
      label: 'Where the squares ended, seen from the start',
      x: { title: `to the right, mm (${by})` },
      y: { title: 'ahead, mm' },
      series: [
        { label: 'round to the right', look: 'measured', points: ends('right') },
        { label: 'round to the left', look: 'measured', variant: 1, points: ends('left') },
        { label: 'start', look: 'fault', points: [{ x: 0, y: 0 }] },
        ...(result === null
          ? []
          : [
              {
                label: 'fit',
                look: 'measured' as const,
                variant: 4,
                points: [...fitted('right'), ...fitted('left')],
              },
            ]),
      ],
    };
  },
  findings: ({ result, setup }) => squareFindings(result, setup.drive.wheelDiameter),
  trend: ({ result: { found } }) =>
    found.by === 'encoders'
      ? { label: 'Track', kind: 'length', digits: 2, estimate: found.track }
      : { label: 'Corner error', kind: 'angle', digits: 2, estimate: found.cornerError },
  state: ({ bench }) => {
    const of = (way: 'left' | 'right') => bench.trials.filter((t) => t.way === way).length;
    return `by ${bench.by}, ${of('right')} + ${of('left')} squares`;
  },
  practice: ({ by, side }) =>
    (['right', 'left'] as const).map((way) => ({
      label: `Five squares to the ${way}`,
      commands: times(5, { do: 'square' as const, side, way, by }),
    })),
};
