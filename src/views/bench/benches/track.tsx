import { isRightPositive } from '../../../core/language/conventions.ts';
import { turnSlips } from '../../../core/benches/slips.ts';
import type { BenchOf } from '../../../core/benches/index.ts';
import { trackFindings, trackResult, type TrackResult } from '../../../core/benches/track/track.ts';
import { degrees } from '../../../core/mathematics/angle.ts';
import { formatEstimate } from '../../../core/mathematics/estimateText.ts';
import { formatNumber, formatQuantity } from '../../../core/mathematics/quantity.ts';
import { times, type TrialBench } from '../trialBench.ts';
import { memberWord } from '../../../core/language/memberWords.ts';
import { say } from '../../../core/language/say.ts';

const FIVE_TURNS = 10 * Math.PI;

/** Turns on the spot by the motors: the track on which the robot really turns. */
export const trackView: TrialBench<BenchOf<'track'>, TrackResult> = {
  kind: 'track',
  get ask() {
    return say`Turn on the spot by the motors and count how far it really turned.`;
  },
  empty: ({ drive }) => ({
    kind: 'track',
    conditions: { battery: null, surface: '', unit: '' },
    track: drive.track,
    trials: [],
  }),
  columns: () => [
    {
      name: 'told',
      label: say`told`,
      kind: 'angle',
      rightPositive: isRightPositive(true),
      keep: true,
    },
    {
      name: 'measured',
      label: say`turned`,
      kind: 'angle',
      rightPositive: isRightPositive(true),
    },
  ],
  result: ({ trials, track }) => trackResult(trials, track),
  missing: ({ trials }) =>
    trials.length === 0 ? say`Two turns give a first number.` : say`One more turn is needed.`,
  slips: ({ trials }) =>
    turnSlips(
      trials.map(({ told, measured }) => ({
        asked: Math.abs(told),
        came: Math.sign(told) * measured,
      })),
    ),
  sentence: ({ result, bench }) => {
    const off = degrees(Math.PI / 2) * (result.share.value - 1);
    return bench.track >= result.track.low && bench.track <= result.track.high
      ? say`The track is as the setup says: ${formatEstimate(result.track, 'length', 2)}.`
      : say`It turns on a track of ${formatQuantity(result.track.value, 'length', 2)}: a 90° turn goes ${formatNumber(Math.abs(off), 1)}° too ${off > 0 ? say`far` : say`little`}.`;
  },
  warnings: ({ result: { bySide } }) =>
    bySide !== null && Math.abs(bySide.left / bySide.right - 1) > 0.005
      ? [
          say`Left and right turns differ by ${formatNumber(100 * Math.abs(bySide.left / bySide.right - 1), 1)} %: look for a wheel that rubs, or a ball that drags.`,
        ]
      : [],
  figures: ({ result }) => [
    {
      label: say`Effective track`,
      value: formatEstimate(result.track, 'length', 2),
      strong: true,
      why: say`Believed track times told over true turn, by least squares through the origin, weighted by 1/turn. 95 % interval by Student’s t.`,
    },
    {
      label: say`Turned over told`,
      value: formatEstimate(result.share, 'number', 4),
      why: say`The share of the told turn that the robot really makes.`,
    },
    ...(result.bySide === null
      ? []
      : [
          {
            label: say`to the left, to the right`,
            value: `${formatNumber(result.bySide.left, 4)}, ${formatNumber(result.bySide.right, 4)}`,
          },
        ]),
  ],
  plot: ({ trials }, result) => ({
    label: say`How far off each turn was`,
    why: say`Each cross is one turn on the spot by the encoders: how much further it went than it was told. The slope of the dashed line says that the track is wider or narrower than the setup thinks.`,
    x: { title: say`told, ° (right +)` },
    y: { title: say`turned further by, °` },
    series: [
      {
        label: say`turns`,
        look: 'measured',
        points: trials.map(({ told, measured }) => ({
          x: -degrees(told),
          y: degrees(Math.abs(measured) - Math.abs(told)),
        })),
      },
      ...(result === null
        ? []
        : [
            {
              label: say`the fit`,
              look: 'fit' as const,
              points: [...trials.map(({ told }) => -degrees(told)), 0]
                .toSorted((a, b) => a - b)
                .map((x) => ({ x, y: (result.share.value - 1) * Math.abs(x) })),
            },
          ]),
    ],
  }),
  beside: {
    get label() {
      return say`off the fit, °`;
    },
    value: (result, i) => formatNumber(-degrees(result.residuals[i]!), 1),
  },
  findings: ({ result, setup }) => trackFindings(result, setup.drive.wheelDiameter),
  trend: ({ result }) => ({
    label: say`Track`,
    kind: 'length',
    digits: 2,
    estimate: result.track,
  }),
  state: ({ result }) =>
    `± ${formatQuantity((result.track.high - result.track.low) / 2, 'length', 2)}`,
  walk: {
    asked: () =>
      (['right', 'left'] as const).flatMap((way) =>
        times(3, {
          known: { told: way === 'left' ? FIVE_TURNS : -FIVE_TURNS },
          say: say`Turn five times to the ${memberWord(way)} by the motors. How far did it really turn?`,
          step: 1,
        }),
      ),
    enough: ({ track }) => 0.003 * track,
    practice: ({ told }) => [{ do: 'turn by motors', angle: told }],
  },
  practice: () =>
    (['right', 'left'] as const).map((way) => ({
      label: say`Five turns to the ${memberWord(way)}, 3 times`,
      commands: times(3, {
        do: 'turn by motors' as const,
        angle: way === 'left' ? FIVE_TURNS : -FIVE_TURNS,
      }),
    })),
};
