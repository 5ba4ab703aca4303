import { useState, type ReactNode } from 'react';
import { sharesOf } from '../../core/analysis/budget/budget.ts';
import { formatCount, formatNumber } from '../../core/mathematics/quantity.ts';
import type { Checkpoint } from '../../core/route/checkpoints.ts';
import type { Step } from '../../core/route/plan.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import type { ForecastSummary } from '../../ui/forecastPool.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Picker } from '../../ui/TextField.tsx';
import type { RouteUnknowns } from '../../core/analysis/unknowns/routeUnknowns.ts';
import { Bars } from './Bars.tsx';
import { ForecastChance } from './ForecastChance.tsx';
import { TwoLevelBars } from './TwoLevelBars.tsx';
import { ChoiceFigures } from './ChoiceFigures.tsx';
import { NextSteps } from '../../ui/NextSteps.tsx';
import styles from './Panels.module.css';
import type { BudgetState } from './useBudget.ts';
import { FORECAST_RUNS } from './useForecast.ts';
import { estimated, conditionWords } from './spreadWords.ts';
import { say } from '../../core/language/say.ts';

interface SpreadPanelProps {
  experiment: Experiment;
  steps: readonly Step[];
  titles: readonly string[];
  checkpoints: readonly Checkpoint[];
  state: BudgetState;
  /** What is not known of the robot; null while it is worked out. */
  unknowns: RouteUnknowns | null;
  goal: number;
  /** What to measure next. */
  measure: ReactNode;
  /** What a camera saw of each source. */
  seen: ReactNode;
  /** The newest forecast when it belongs to this experiment. */
  summary: ForecastSummary | null;
  /** Runs of the next forecast. */
  runs: number;
  onRuns: (runs: number) => void;
  replayed: number | null;
  onReplay: (run: number | null) => void;
  onPlan: (plan: Experiment['plan']) => void;
}

/** Where the runs will be, where the spread comes from, and what would help most. */
export function SpreadPanel(props: SpreadPanelProps) {
  const { experiment, steps, titles, checkpoints, state, summary, replayed, onReplay } = props;
  const [chosen, setChosen] = useState<string | null>(null);
  const checkpoint = checkpoints.find(({ id }) => id === chosen) ?? checkpoints.at(-1);
  if (checkpoint === undefined) {
    return (
      <p
        className={styles['hint']}
      >{say`Put a checkpoint where runs are measured (K). Its spread, its chance to hit and what would help are shown here.`}</p>
    );
  }
  const step = steps.findIndex(({ move }) => move.id === checkpoint.id);
  const shares = sharesOf(state.budget, step, experiment);
  const outcome = summary?.outcomes.checkpoints.find(
    ({ checkpointId }) => checkpointId === checkpoint.id,
  );
  const two = props.unknowns?.checkpoints[checkpoint.id] ?? null;
  const simulated = summary?.ranges[checkpoint.id];
  const trust = outcome === undefined || two === null ? null : estimated(outcome, two);
  return (
    <section className={styles['panel']} aria-label={say`Spread and forecast`}>
      {checkpoints.length > 1 && (
        <Picker
          label={say`At`}
          value={checkpoint.id}
          options={checkpoints.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setChosen}
        />
      )}
      <ForecastChance
        name={checkpoint.name}
        goal={props.goal}
        {...{ two, outcome, simulated }}
        runs={summary?.forecast.runs ?? 0}
      />
      <Choice
        label={say`Runs of a forecast`}
        value={String(props.runs)}
        options={FORECAST_RUNS.map((runs) => ({
          value: String(runs),
          label: formatCount(runs),
        }))}
        onChange={(runs) => props.onRuns(Number(runs))}
      />
      {trust !== null && <Notice tone={trust.agree ? 'plain' : 'fault'}>{trust.sentence}</Notice>}
      <TwoLevelBars two={two} bySource={shares.bySource} />
      {props.seen}
      {props.measure}
      <h2>{say`Which move lets it in`}</h2>
      <Bars
        label={say`Spread by move`}
        bars={shares.byStep.slice(0, 6).map(({ of, share }) => ({
          words:
            of === -1
              ? say`before the first move`
              : `${steps[of]!.position + 1} ${titles[steps[of]!.position]}`,
          share,
          figure: percent(share),
        }))}
      />
      <ChoiceFigures
        choices={state.budget.choices}
        outcomes={summary?.outcomes.choices}
        {...{ steps, titles }}
      />
      <NextSteps experiment={experiment} onPlan={props.onPlan} />
      {summary !== null && outcome !== undefined && (
        <>
          <h2>{say`What ${summary.forecast.runs} simulated runs did`}</h2>
          <Figures
            figures={[
              {
                label: say`Last`,
                value: `${formatNumber(summary.outcomes.duration.middle, 1)} s`,
                why: say`Half of the runs are quicker. One in twenty is quicker than ${formatNumber(summary.outcomes.duration.quick, 2)} s, one in twenty slower than ${formatNumber(summary.outcomes.duration.slow, 2)} s.`,
              },
              { label: say`Ran into something`, value: String(summary.outcomes.collided) },
              { label: say`Lost a sensor reading`, value: String(summary.outcomes.droppedOut) },
              { label: say`Gave up in a move`, value: String(summary.outcomes.gaveUp) },
            ]}
          />
          <h2>{say`What chance at the start decides`}</h2>
          <Bars
            label={say`Sensitivity`}
            bars={outcome.sensitivity.slice(0, 5).map(({ condition, share }) => ({
              words: conditionWords(condition),
              share,
              figure: percent(share),
            }))}
          />
          {outcome.missed.length > 0 && (
            <div className={styles['misses']}>
              <h2>{say`Runs that missed`}</h2>
              <p>
                {outcome.missed.slice(0, 12).map((run) => (
                  <button
                    key={run}
                    type="button"
                    aria-pressed={replayed === run}
                    onClick={() => onReplay(replayed === run ? null : run)}
                  >
                    {run + 1}
                  </button>
                ))}
              </p>
            </div>
          )}
          {replayed !== null && (
            <Button
              variant="quiet"
              onClick={() => onReplay(null)}
            >{say`Run ${replayed + 1} is shown; back to the plan`}</Button>
          )}
        </>
      )}
    </section>
  );
}

function percent(share: number | null): string {
  return share === null ? '–' : `${formatNumber(100 * share, 0)} %`;
}
