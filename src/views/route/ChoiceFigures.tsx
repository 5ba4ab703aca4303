import type { Budget } from '../../core/analysis/budget/budget.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { Step } from '../../core/route/plan.ts';
import type { ChoiceOutcome } from '../../core/simulation/outcomes.ts';
import { Figures } from '../../ui/Figures.tsx';
import { say } from '../../core/language/say.ts';

interface ChoiceFiguresProps {
  choices: Budget['choices'];
  outcomes: readonly ChoiceOutcome[] | undefined;
  steps: readonly Step[];
  titles: readonly string[];
}

/** How often a run goes the wrong way at each look, by the error budget or, better, by the simulated runs. */
export function ChoiceFigures({ choices, outcomes, steps, titles }: ChoiceFiguresProps) {
  if (choices.length === 0) return null;
  return (
    <>
      <h2>{say`Which way it goes`}</h2>
      <Figures
        figures={choices.map(({ step, moveId, expected, wrong, reading }) => {
          const { position, round } = steps[step]!;
          const seen = outcomes?.find((one) => one.moveId === moveId && one.round === round);
          const reads =
            reading === null
              ? ''
              : say` It reads ${formatNumber(reading.value, reading.digits)} ± ${formatNumber(reading.spread, 1)}${reading.unit}, the limit is ${formatNumber(reading.limit, reading.digits)}${reading.unit}.`;
          return {
            label: `${position + 1} ${titles[position]}: ${expected ? say`yes` : say`no`}`,
            value:
              seen === undefined
                ? say`${rarely(wrong)} wrong`
                : say`${rarely(seen.wrong.share)} wrong, ${rarely(seen.wrong.low)} to ${rarely(seen.wrong.high)}`,
            why: say`A robot without noise sees “${expected ? say`yes` : say`no`}”. By the error budget ${rarely(wrong)} of the runs see the other.${reads}`,
          };
        })}
      />
    </>
  );
}

/** A small share with a decimal. */
function rarely(share: number): string {
  return `${formatNumber(100 * share, share > 0 && share < 0.1 ? 1 : 0)} %`;
}
