import { turnSlips } from '../../../core/benches/slips.ts';
import type { BenchOf } from '../../../core/benches/index.ts';
import {
  scaleFindings,
  gyroScale,
  signSentence,
  type GyroScale,
} from '../../../core/benches/scale/gyroScale.ts';
import { degrees } from '../../../core/mathematics/angle.ts';
import { formatEstimate } from '../../../core/mathematics/estimateText.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import { times, type TrialBench } from '../trialBench.ts';
import { memberWord } from '../../../core/language/memberWords.ts';
import { plural, say } from '../../../core/language/say.ts';

/** Whole turns by hand: scale, sign and mounting of the gyro. */
export const scaleView: TrialBench<BenchOf<'scale'>, GyroScale> = {
  kind: 'scale',
  get ask() {
    return say`Turn the robot by hand, whole turns against a mark.`;
  },
  empty: () => ({
    kind: 'scale',
    conditions: { battery: null, surface: '', unit: '' },
    trials: [],
  }),
  columns: () => [
    { name: 'way', label: say`turned`, kind: 'word', words: ['right', 'left'], keep: true },
    { name: 'turns', label: say`turns`, kind: 'count', keep: true },
    { name: 'reported', label: say`reading changed by`, kind: 'angle' },
  ],
  result: ({ trials }) => gyroScale(trials),
  missing: ({ trials }) =>
    trials.length < 2
      ? say`Two trials give a first number.`
      : say`The signs are half and half: some were turned the other way than noted.`,
  sentence: ({ result, setup }) => signSentence(result, setup.gyro.rightPositive),
  warnings: ({ result }) => [
    ...(result.oddOnes.length > 0
      ? [
          say`${plural(result.oddOnes.length, 'One trial was', '# trials were')} turned the other way than noted, and ${plural(result.oddOnes.length, 'does', 'do')} not count.`,
        ]
      : []),
  ],
  figures: ({ result }) => [
    {
      label: say`Reads this share of a turn`,
      value: formatEstimate(result.scale, 'number', 4),
      strong: true,
      why: say`k = reported/(n·360°), by least squares through the origin over all trials. 95 % interval by Student’s t.`,
    },
    {
      label: say`so a true 90° reads`,
      value: `${formatNumber(90 * result.scale.value, 1)}°`,
    },
    { label: say`Positive is`, value: result.rightPositive ? say`right` : say`left` },
  ],
  plot: ({ trials }, result) => ({
    label: say`How far each reading was off`,
    why: say`Each cross is one trial of whole turns by hand: how much more or less the gyro said. The slope of the dashed line is what its scale is off by; crosses on the wrong side mean that its sign is the other way.`,
    x: { title: say`turned, whole turns (right +)` },
    y: { title: say`read too much by, °` },
    series: [
      {
        label: say`trials`,
        look: 'measured',
        points: trials.map(({ way, turns, reported }) => ({
          x: way === 'right' ? turns : -turns,
          y: degrees(Math.abs(reported)) - 360 * turns,
        })),
      },
      ...(result === null
        ? []
        : [
            {
              label: say`the fit`,
              look: 'fit' as const,
              points: [...trials.map((t) => (t.way === 'right' ? t.turns : -t.turns)), 0]
                .toSorted((a, b) => a - b)
                .map((x) => ({ x, y: 360 * (result.scale.value - 1) * Math.abs(x) })),
            },
          ]),
    ],
  }),
  beside: {
    get label() {
      return say`off the fit, °`;
    },
    value: (result, i) => formatNumber(degrees(result.residuals[i]!), 1),
  },
  slips: ({ trials }) =>
    turnSlips(
      trials.map(({ turns, reported }) => ({
        asked: turns * 2 * Math.PI,
        came: Math.abs(reported),
      })),
    ),
  findings: ({ result }) => scaleFindings(result),
  trend: ({ result }) => ({
    label: say`Scale`,
    kind: 'number',
    digits: 4,
    estimate: result.scale,
  }),
  state: ({ result }) => say`${result.rightPositive ? say`right` : say`left`} is positive`,
  walk: {
    asked: () =>
      (['right', 'left'] as const).flatMap((way) =>
        times(3, {
          known: { way, turns: 5 },
          say: say`Five whole turns to the ${memberWord(way)} by hand, back onto the mark. By how much did the heading change?`,
          step: 1,
        }),
      ),
    enough: () => 0.002,
    practice: ({ way, turns }) => [{ do: 'spin', turns, way: way ?? 'right' }],
  },
  practice: () =>
    (['right', 'left'] as const).map((way) => ({
      label: say`Five turns ${memberWord(way)} by hand, 3 times`,
      commands: times(3, { do: 'spin' as const, turns: 5, way }),
    })),
};
