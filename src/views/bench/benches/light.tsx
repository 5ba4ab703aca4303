import { lightSlips } from '../../../core/benches/slips.ts';
import {
  lightFindings,
  falseTriggersPerSecond,
  lightChange,
  lightResult,
  SAFE_MARGIN,
  topSpeedOverLine,
  type LightResult,
} from '../../../core/benches/light/light.ts';
import { countedReadings } from '../../../core/benches/definition.ts';
import { type BenchOf } from '../../../core/benches/index.ts';
import { formatEstimate } from '../../../core/mathematics/estimateText.ts';
import { formatNumber, formatQuantity } from '../../../core/mathematics/quantity.ts';
import { Notice } from '../../../ui/Notice.tsx';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { TextField } from '../../../ui/TextField.tsx';
import { times, type Shown, type TrialBench } from '../trialBench.ts';
import { memberWord } from '../../../core/language/memberWords.ts';
import { say } from '../../../core/language/say.ts';

const percent = (share: number, digits = 1) => `${formatNumber(100 * share, digits)} %`;

/** Dark and light: where the threshold lies in this room. */
export const lightView: TrialBench<BenchOf<'light'>, LightResult> = {
  kind: 'light',
  get ask() {
    return say`Hold the sensor over dark and over light.`;
  },
  empty: () => ({
    kind: 'light',
    conditions: { battery: null, surface: '', unit: '' },
    place: '',
    lineWidth: 22,
    trials: [],
  }),
  columns: () => [
    { name: 'surface', label: say`over`, kind: 'word', words: ['dark', 'light'], keep: true },
    { name: 'value', label: say`reading`, kind: 'share', live: 'light' },
  ],
  options: ({ bench, onChange }) => (
    <>
      <TextField
        label={say`Place`}
        value={bench.place}
        onChange={(place) => onChange({ place })}
        placeholder={say`home, venue`}
        maxLength={80}
      />
      <QuantityField
        label={say`Width of the line`}
        kind="length"
        value={bench.lineWidth}
        refuse={(width) => (width > 0 && width <= 1000 ? null : say`More than 0, at most 1 m.`)}
        onChange={(lineWidth) => onChange({ lineWidth })}
      />
    </>
  ),
  result: ({ trials }) => lightResult(trials),
  missing: () => say`Two readings over each give a first threshold; a dozen a good one.`,
  sentence: ({ result }) =>
    result.dark.value >= result.light.value
      ? say`Dark reads brighter than light: the two were mixed up.`
      : say`Dark is below ${percent(result.threshold.value, 0)}.`,
  warnings: ({ result, setup }) =>
    result.margin < SAFE_MARGIN && result.dark.value < result.light.value
      ? [
          say`Dark and light are close: ${formatNumber(falseTriggersPerSecond(result, setup.program.loopPeriod), 1)} false lines a second. Bring the sensor nearer, or shade it.`,
        ]
      : [],
  figures: ({ result, bench, setup }) => [
    {
      label: say`Threshold`,
      value: formatEstimate(result.threshold, 'share', 1),
      strong: true,
      why: say`As many spreads away from dark as from light: (μd·sl + μl·sd)/(sd + sl). While the spreads cannot be told apart it is the middle.`,
    },
    {
      label: say`Dark, light`,
      value: `${percent(result.dark.value)}, ${percent(result.light.value)}`,
    },
    {
      label: say`Spread of a reading, dark and light`,
      value: `± ${percent(result.darkSpread)}, ± ${percent(result.lightSpread)}`,
    },
    {
      label: say`Margin d′`,
      value: formatNumber(result.margin, 1),
      why: say`Distance of the two levels in spreads. Above 4.7 fewer than one look in a hundred is wrong.`,
    },
    {
      label: say`Wrong looks`,
      value: result.falseLook < 1e-6 ? say`under 1 in a million` : percent(result.falseLook, 3),
      why: say`Chance that one look at the sensor falls on the wrong side, from the normal curve.`,
    },
    {
      label: say`Top speed over the line`,
      value: formatQuantity(
        topSpeedOverLine(bench.lineWidth, setup.program.loopPeriod),
        'speed',
        0,
      ),
      why: say`Three looks must fall on the line: w/(3·T).`,
    },
  ],
  plot: ({ trials }, result) => {
    const of = (surface: 'dark' | 'light') =>
      trials.flatMap((trial, i) =>
        trial.surface === surface ? [{ x: i + 1, y: 100 * trial.value }] : [],
      );
    return {
      label: say`Readings over dark and over light`,
      why: say`Readings in the order they were taken, over dark and over light. The line is the threshold: it lies where a reading of either kind is least likely to be taken for the other.`,
      x: { title: say`reading`, from: 0, to: Math.max(10, trials.length + 1) },
      y: { title: say`reflected light, %`, from: 0 },
      series: [
        { label: say`light`, look: 'measured', points: of('light') },
        { label: say`dark`, look: 'measured', variant: 1, points: of('dark') },
        ...(result === null
          ? []
          : [
              {
                label: say`threshold`,
                look: 'fit' as const,
                points: [0, trials.length + 1].map((x) => ({
                  x,
                  y: 100 * result.threshold.value,
                })),
              },
            ]),
      ],
    };
  },
  More: LightAnswers,
  slips: ({ trials }) => lightSlips(trials),
  findings: ({ result }) => lightFindings(result),
  trend: ({ result }) => ({
    label: say`Threshold`,
    kind: 'share',
    digits: 1,
    estimate: result.threshold,
  }),
  state: ({ bench }) => (bench.place === '' ? say`${bench.trials.length} readings` : bench.place),
  walk: {
    asked: () =>
      (['dark', 'light'] as const).flatMap((surface, step) =>
        times(12, {
          known: { surface },
          say: say`Hold the sensor over ${memberWord(surface)}, a little further on each time. What does it say?`,
          step,
        }),
      ),
    enough: () => 0.02,
    practice: ({ surface }) => [{ do: 'over', surface: surface ?? 'dark', samples: 1 }],
  },
  practice: () =>
    (['dark', 'light'] as const).map((surface) => ({
      label: say`A dozen readings over ${memberWord(surface)}`,
      commands: [{ do: 'over' as const, surface, samples: 12 }],
    })),
};

/** What differs from the place that was measured before. */
function LightAnswers({
  result,
  earlier,
}: Shown<BenchOf<'light'>, LightResult> & { earlier: readonly BenchOf<'light'>[] }) {
  const [before] = earlier;
  const old = before === undefined ? null : lightResult(countedReadings(before.trials));
  if (before === undefined || old === null) return null;
  const change = lightChange(old, result);
  const place = before.place === '' ? say`the record before` : `“${before.place}”`;
  const words = (['dark', 'light'] as const).flatMap((surface) =>
    change[surface].real
      ? [
          say`${memberWord(surface)} reads ${percent(Math.abs(change[surface].change))} ${change[surface].change > 0 ? say`more` : say`less`}`,
        ]
      : [],
  );
  if (words.length === 0) {
    return (
      <Notice tone="good">{say`Nothing has changed against ${place}, as far as can be told.`}</Notice>
    );
  }
  return (
    <Notice
      tone={change.falseWithOld > 0.01 ? 'fault' : 'plain'}
    >{say`Against ${place}: ${words.join(', ')}. With the old threshold of ${percent(old.threshold.value, 0)}, ${percent(change.falseWithOld, 1)} of the looks would be wrong.`}</Notice>
  );
}
