import type { BenchOf } from '../../../core/benches/index.ts';
import { colourResult, type ColourResult } from '../../../core/benches/colour/colour.ts';
import { colourRuleText, hueColour } from '../../../core/robot/colours.ts';
import { degrees } from '../../../core/mathematics/angle.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import { wilsonInterval } from '../../../core/mathematics/wilson.ts';
import { Button } from '../../../ui/Button.tsx';
import styles from '../BenchView.module.css';
import type { Shown, TrialBench } from '../trialBench.ts';

const PATCHES = ['red', 'yellow', 'green', 'teal', 'blue', 'white'];

/** Named colours: which can be told apart, and by what rule. */
export const colourView: TrialBench<BenchOf<'colour'>, ColourResult> = {
  kind: 'colour',
  ask: 'Hold the sensor over every colour that your program must know.',
  need: 'One patch of each colour, and the plain table as a colour of its own.',
  steps: [
    'Name the colour, take ten readings, moved and lifted a little each time.',
    'The next colour; white and black count as colours too.',
  ],
  empty: () => ({
    kind: 'colour',
    conditions: { battery: null, surface: '', unit: '' },
    trials: [],
  }),
  columns: () => [
    { name: 'name', label: 'colour', kind: 'word', keep: true },
    { name: 'red', label: 'red, %', kind: 'share' },
    { name: 'green', label: 'green, %', kind: 'share' },
    { name: 'blue', label: 'blue, %', kind: 'share' },
  ],
  result: ({ trials }) => colourResult(trials),
  missing: () => 'It needs two colours with two readings each; ten each tell whether they overlap.',
  sentence: ({ result }) => {
    const [worst] = result.overlaps;
    return worst === undefined
      ? `All ${result.classes.length} colours can be told apart.`
      : `“${worst.a}” and “${worst.b}” overlap: ${worst.wrong} readings were taken for the other.`;
  },
  figures: ({ result, bench }) => {
    const wilson = wilsonInterval(
      Math.round(result.right * bench.trials.length),
      bench.trials.length,
    );
    return [
      {
        label: 'Named right',
        value: `${formatNumber(100 * result.right, 0)} %`,
        strong: true,
        why: `Each reading is judged by classes made without it (leave-one-out). 95 % interval by Wilson: ${formatNumber(100 * wilson.low, 0)} to ${formatNumber(100 * wilson.high, 0)} %.`,
      },
      ...result.classes.map(({ name, middle, hued }) => ({
        label: `“${name}”: hue, saturation, value`,
        value: `${hued ? `${formatNumber(degrees(middle.hue), 0)}°` : '–'}, ${formatNumber(100 * middle.saturation, 0)} %, ${formatNumber(100 * middle.value, 0)} %`,
        ...(hued
          ? {}
          : { why: 'Too grey for its hue to mean anything: on white and black hue jumps about.' }),
      })),
    ];
  },
  plot: ({ trials }) => {
    const names = [...new Set(trials.map(({ name }) => name))];
    return {
      label: 'Hue and saturation of every reading',
      x: { title: 'hue, °', from: 0, to: 360 },
      y: { title: 'saturation, %', from: 0, to: 100 },
      series: names.map((name, variant) => ({
        label: name,
        look: 'measured' as const,
        variant,
        points: trials
          .filter((trial) => trial.name === name)
          .map((trial) => {
            const { hue, saturation } = hueColour(trial);
            return { x: degrees(hue), y: 100 * saturation };
          }),
      })),
    };
  },
  More: ColourAnswers,
  findings: ({ result: { classes, noise } }) => ({
    colours: {
      value: classes.map(({ name, middle, spread, hued }) => ({ name, middle, spread, hued })),
    },
    'colour.noise': { value: noise },
  }),
  trend: ({ result }) => ({
    label: 'Named right',
    kind: 'share',
    digits: 0,
    estimate: { value: result.right, standardError: 0, low: result.right, high: result.right },
  }),
  state: ({ result }) => {
    const [worst] = result.overlaps;
    return worst === undefined ? 'all apart' : `${worst.a} and ${worst.b} overlap`;
  },
  practice: () => [
    {
      label: 'Ten readings over each patch',
      commands: PATCHES.map((name) => ({ do: 'patch' as const, name, samples: 10 })),
    },
  ],
};

function ColourAnswers({ result }: Shown<BenchOf<'colour'>, ColourResult>) {
  const names = result.classes.map(({ name }) => name);
  const rules = result.classes.map(colourRuleText).join('\n');
  return (
    <>
      <table className={styles['confusion']}>
        <caption>What each colour was taken for</caption>
        <thead>
          <tr>
            <th scope="col">is</th>
            {[...names, 'none'].map((name) => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {result.confusion.map((row, i) => (
            <tr key={names[i]}>
              <th scope="row">{names[i]}</th>
              {row.map((count, j) => (
                <td key={j} data-wrong={i !== j && count > 0}>
                  {count === 0 ? '·' : count}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <section className={styles['section']}>
        <h2>The rule as text</h2>
        <pre className={styles['rule']}>{rules}</pre>
        <Button onClick={() => void navigator.clipboard.writeText(rules)}>Copy the rule</Button>
      </section>
    </>
  );
}
