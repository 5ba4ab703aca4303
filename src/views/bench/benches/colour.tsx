import type { BenchOf } from '../../../core/benches/index.ts';
import { colourResult, type ColourResult } from '../../../core/benches/colour/colour.ts';
import { colourRuleText, hueColour } from '../../../core/robot/colours.ts';
import { degrees } from '../../../core/mathematics/angle.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import { wilsonInterval } from '../../../core/mathematics/wilson.ts';
import { Swatch } from '../../../ui/Swatch.tsx';
import { Button } from '../../../ui/Button.tsx';
import styles from '../BenchView.module.css';
import { times, type Shown, type TrialBench } from '../trialBench.ts';
import { say } from '../../../core/language/say.ts';

const PATCHES = ['red', 'yellow', 'green', 'teal', 'blue', 'white'];
/** Readings of each colour. */
const EACH = 10;

/** Named colours: which can be told apart, and by what rule. */
export const colourView: TrialBench<BenchOf<'colour'>, ColourResult> = {
  kind: 'colour',
  get ask() {
    return say`Hold the sensor over every colour that your program must know.`;
  },
  empty: () => ({
    kind: 'colour',
    conditions: { battery: null, surface: '', unit: '' },
    trials: [],
  }),
  columns: () => [
    { name: 'name', label: say`colour`, kind: 'word', keep: true },
    { name: 'red', label: say`red`, kind: 'share', live: 'red' },
    { name: 'green', label: say`green`, kind: 'share', live: 'green' },
    { name: 'blue', label: say`blue`, kind: 'share', live: 'blue' },
  ],
  result: ({ trials }) => colourResult(trials),
  missing: () =>
    say`It needs two colours with two readings each; ten each tell whether they overlap.`,
  sentence: ({ result }) => {
    const [worst] = result.overlaps;
    return worst === undefined
      ? say`All ${result.classes.length} colours can be told apart.`
      : say`“${worst.a}” and “${worst.b}” overlap: ${worst.wrong} readings were taken for the other.`;
  },
  figures: ({ result, bench }) => {
    const interval = rightInterval(result, bench.trials.length);
    return [
      {
        label: say`Named right`,
        value: `${formatNumber(100 * result.right, 0)} %`,
        strong: true,
        why: say`Each reading is judged by classes made without it (leave-one-out). 95 % interval by Wilson: ${formatNumber(100 * interval.low, 0)} to ${formatNumber(100 * interval.high, 0)} %.`,
      },
      ...result.classes.map(({ name, middle, hued }) => ({
        label: say`“${name}”: hue, saturation, value`,
        value: `${hued ? `${formatNumber(degrees(middle.hue), 0)}°` : '–'}, ${formatNumber(100 * middle.saturation, 0)} %, ${formatNumber(100 * middle.value, 0)} %`,
        ...(hued
          ? {}
          : {
              why: say`Too grey for its hue to mean anything: on white and black hue jumps about.`,
            }),
      })),
    ];
  },
  plot: ({ trials }) => {
    const names = namesIn(trials);
    return {
      label: say`Hue and saturation of every reading`,
      why: say`Each mark is one reading, by its hue and how colourful it is. Colours whose marks lie apart are never taken for each other; where they mingle, the sensor cannot tell.`,
      x: { title: say`hue, °`, from: 0, to: 360 },
      y: { title: say`saturation, %`, from: 0, to: 100 },
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
  colour: ({ red, green, blue }) => ({ red, green, blue }),
  More: ColourAnswers,
  findings: ({ result: { classes, noise } }) => ({
    colours: {
      value: classes.map(({ name, middle, spread, hued }) => ({ name, middle, spread, hued })),
    },
    'colour.noise': { value: noise },
  }),
  trend: ({ result, bench }) => ({
    label: say`Named right`,
    kind: 'share',
    digits: 0,
    estimate: { value: result.right, ...rightInterval(result, bench.trials.length) },
  }),
  state: ({ result }) => {
    const [worst] = result.overlaps;
    return worst === undefined ? say`all apart` : say`${worst.a} and ${worst.b} overlap`;
  },
  walk: {
    asked: ({ trials }) => [
      ...namesIn(trials).flatMap((name) =>
        times(EACH, {
          known: { name },
          say: say`Hold the sensor over “${name}”, moved and lifted a little each time.`,
          step: 0,
        }),
      ),
      {
        known: { name: '' },
        say: say`The next colour: name it, and hold the sensor over it.`,
        step: 1,
      },
    ],
    enough: null,
    practice: ({ name }) => [{ do: 'patch', name: name || PATCHES[0]!, samples: 1 }],
  },
  practice: () => [
    {
      label: say`Ten readings over each patch`,
      commands: PATCHES.map((name) => ({ do: 'patch' as const, name, samples: 10 })),
    },
  ],
};

/** How well the share of readings that were named right is known. */
function rightInterval({ right }: ColourResult, readings: number) {
  const { low, high } = wilsonInterval(Math.round(right * readings), readings);
  return { low, high, standardError: (high - low) / 4 };
}

/** The colours that were named so far. */
function namesIn(trials: BenchOf<'colour'>['trials']): string[] {
  return [...new Set(trials.map(({ name }) => name))];
}

function ColourAnswers({ result }: Shown<BenchOf<'colour'>, ColourResult>) {
  const names = result.classes.map(({ name }) => name);
  const rules = result.classes.map(colourRuleText).join('\n');
  return (
    <>
      <div
        className={styles['wide']}
        role="region"
        aria-label={say`What each colour was taken for`}
        tabIndex={0}
      >
        <table className={styles['confusion']}>
          <caption>{say`What each colour was taken for`}</caption>
          <thead>
            <tr>
              <th scope="col">{say`is`}</th>
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
                <th scope="row">
                  <Swatch colour={result.classes[i]!.middle} />
                  {names[i]}
                </th>
                {row.map((count, j) => (
                  <td key={j} data-wrong={i !== j && count > 0}>
                    {count === 0 ? '·' : count}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <section className={styles['section']}>
        <h2>{say`The rule as text`}</h2>
        <pre className={styles['rule']}>{rules}</pre>
        <Button
          onClick={() => void navigator.clipboard.writeText(rules)}
        >{say`Copy the rule`}</Button>
      </section>
    </>
  );
}
