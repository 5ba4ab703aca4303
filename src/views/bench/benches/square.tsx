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
import { degrees, radians } from '../../../core/mathematics/angle.ts';
import { formatEstimate } from '../../../core/mathematics/estimateText.ts';
import { formatNumber, formatQuantity, formatShown } from '../../../core/mathematics/quantity.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { times, type TrialBench } from '../trialBench.ts';
import { memberWord } from '../../../core/language/memberWords.ts';
import { say } from '../../../core/language/say.ts';

type Result = SquareResult<EncoderSquare | GyroSquare>;

/** Squares both ways round: what wheels and track, or corners, really are. */
export const squareView: TrialBench<BenchOf<'square'>, Result> = {
  kind: 'square',
  get ask() {
    return say`Drive a square both ways round and see where it comes back.`;
  },
  empty: ({ drive }) => ({
    kind: 'square',
    conditions: { battery: null, surface: '', unit: '' },
    by: 'encoders',
    side: 1000,
    track: drive.track,
    trials: [],
  }),
  columns: () => [
    { name: 'way', label: say`round`, kind: 'word', words: ['right', 'left'], keep: true },
    { name: 'x', label: say`ahead`, kind: 'length' },
    { name: 'y', label: say`to the left`, kind: 'length' },
  ],
  options: ({ bench, onChange }) => (
    <>
      <Choice
        label={say`It turns by`}
        value={bench.by}
        options={[
          { value: 'encoders', label: say`encoders` },
          { value: 'gyro', label: say`gyro` },
        ]}
        onChange={(by) => onChange({ by })}
      />
      <QuantityField
        label={say`Side`}
        kind="length"
        value={bench.side}
        refuse={(side) =>
          side >= 50 && side <= 10000
            ? null
            : say`From ${formatQuantity(50, 'length')} to ${formatQuantity(10000, 'length')}.`
        }
        onChange={(side) => onChange({ side })}
      />
    </>
  ),
  result: ({ by, trials, side, track }) =>
    by === 'encoders' ? encoderSquare(trials, side, track) : gyroSquare(trials, side),
  missing: ({ trials }) => {
    const of = (way: 'left' | 'right') => trials.filter((trial) => trial.way === way).length;
    return say`It needs two squares each way round; there are ${of('right')} to the right and ${of('left')} to the left.`;
  },
  slips: ({ trials, side }) =>
    endSlips(
      trials.map(({ way, x, y }) => ({ kind: way, x, y })),
      side,
    ),
  sentence: ({ result: { found, before, after }, bench }) => {
    const gain = say`${formatQuantity(before, 'length', 0)} off becomes ${formatQuantity(after, 'length', 0)}`;
    if (found.by === 'encoders') {
      const larger =
        found.wheelRatio.low > 1 ? say`right` : found.wheelRatio.high < 1 ? say`left` : null;
      const wheels =
        larger === null ? say`Both wheels are alike` : say`The ${larger} wheel is larger`;
      return say`${wheels}, the track is ${formatQuantity(found.track.value, 'length', 1)}: ${gain}.`;
    }
    const off = degrees(found.cornerError.value);
    return found.cornerError.low <= 0 && found.cornerError.high >= 0
      ? say`The corners are right as far as ${bench.trials.length} squares can tell.`
      : say`Every corner turns ${formatNumber(Math.abs(off), 2)}° too ${off > 0 ? say`far` : say`little`}: ${gain}.`;
  },
  figures: ({ result }) => {
    const { found, firstOrder, spread } = result;
    return [
      ...(found.by === 'encoders'
        ? [
            {
              label: say`Right wheel over left`,
              value: formatEstimate(found.wheelRatio, 'number', 4),
              strong: true,
              why: say`Gauss-Newton fit of the exact path, side by side and corner by corner, to all ends; started from the first-order result of Borenstein and Feng (1996).`,
            },
            {
              label: say`Effective track`,
              value: formatEstimate(found.track, 'length', 2),
              strong: true,
              why: say`From the same fit. Its 95 % interval comes from the spread of the ends.`,
            },
            {
              label: say`First order, for comparison`,
              value: `${formatNumber(firstOrder!.wheelRatio, 4)}, ${formatQuantity(firstOrder!.track, 'length', 2)}`,
              why: say`α = (x̄right + x̄left)/(−4L), β = (x̄right − x̄left)/(−4L). Good for small errors only.`,
            },
          ]
        : [
            {
              label: say`Corner error`,
              value: formatEstimate(found.cornerError, 'angle', 2),
              strong: true,
              why: say`What each corner turns beyond 90°, the same sense both ways round.`,
            },
            {
              label: say`Turns along a side`,
              value: formatEstimate(found.sideDrift, 'angle', 2),
              why: say`Left is positive. The length of a side cannot be told from the ends: a square closes whatever its size. The wheels’ bench tells it.`,
            },
          ]),
      {
        label: say`Worst mean end, before and after`,
        value: `${formatShown(result.before, 'length', 0)} → ${formatQuantity(result.after, 'length', 0)}`,
        why: say`Distance of the mean end from the corner, and what remains when the found numbers are taken in.`,
      },
      {
        label: say`Spread of one square`,
        value: `${formatShown(spread.x, 'length', 0)}, ${formatQuantity(spread.y, 'length', 0)}`,
        why: say`Standard deviation of the ends about the fit, ahead and to the side. It is slip and put-down: no number removes it.`,
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
      label: say`Where the squares ended, seen from the start`,
      why: say`Each mark is where one square ended; the start is the circle. Ends of both ways round that lie on the same side come from the wheels, ends that lie on opposite sides from the track. The dashed ends are those of the numbers that were found.`,
      x: { title: say`to the right (${memberWord(by)})`, kind: 'length' },
      y: { title: say`ahead`, kind: 'length' },
      series: [
        { label: say`round to the right`, look: 'measured', points: ends('right') },
        { label: say`round to the left`, look: 'measured', variant: 1, points: ends('left') },
        { label: say`start`, look: 'fault', points: [{ x: 0, y: 0 }] },
        ...(result === null
          ? []
          : [
              {
                label: say`the fit`,
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
      ? { label: say`Track`, kind: 'length', digits: 2, estimate: found.track }
      : { label: say`Corner error`, kind: 'angle', digits: 2, estimate: found.cornerError },
  state: ({ bench }) => {
    const of = (way: 'left' | 'right') => bench.trials.filter((t) => t.way === way).length;
    return say`by ${memberWord(bench.by)}, ${of('right')} + ${of('left')} squares`;
  },
  walk: {
    asked: () =>
      (['right', 'left'] as const).flatMap((way, step) =>
        times(5, {
          known: { way },
          say: say`Drive the square round to the ${memberWord(way)}. Where did the axle end, seen from the corner?`,
          step: step + 1,
        }),
      ),
    enough: ({ by, track }) => (by === 'encoders' ? 0.003 * track : radians(0.3)),
    practice: ({ way }, { side, by }) => [{ do: 'square', side, way: way ?? 'right', by }],
  },
  practice: ({ by, side }) =>
    (['right', 'left'] as const).map((way) => ({
      label: say`Five squares to the ${memberWord(way)}`,
      commands: times(5, { do: 'square' as const, side, way, by }),
    })),
};
