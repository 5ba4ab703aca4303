import type { ReactNode } from 'react';
import { benchOf } from '../../core/benches/index.ts';
import type { Findings } from '../../core/robot/finding.ts';
import type { Recording } from '../../core/telemetry/recording.ts';
import type { PracticeCommand } from '../../core/practice/commands.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import { Figures, type Figure } from '../../ui/Figures.tsx';
import { LinkPanel } from '../../ui/link/LinkPanel.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Plot, type PlotProps } from '../../ui/Plot.tsx';
import { RecordingSource } from '../../ui/RecordingSource.tsx';
import styles from './BenchView.module.css';
import type { BenchSheetProps } from './benchView.ts';
import { Conditions } from './Conditions.tsx';
import { History } from './History.tsx';
import sheet from './RecordingSheet.module.css';
import { SetupChanges } from './SetupChanges.tsx';
import { StepWalk } from './StepWalk.tsx';
import type { Trend } from './trialBench.ts';
import type { RecordingBench, RecordedBench } from './useRecordingBench.ts';
import { say } from '../../core/language/say.ts';

interface RecordingSheetProps<B extends RecordedBench, A, S> extends Pick<
  BenchSheetProps,
  'robot' | 'live' | 'keeping'
> {
  kind: B['kind'];
  bench: RecordingBench<B, A, S>;
  headline: string;
  underline?: string;
  plot: PlotProps;
  /** Nothing while it records, or before anything was found. */
  figures: readonly Figure[];
  /** Lines as they may be typed. */
  example: string;
  onRecording: (recording: Recording) => Promise<unknown>;
  /** How it is recorded. */
  actions: ReactNode;
  /** What the practice robot can be made to do besides. */
  offers?: readonly { label: string; commands: PracticeCommand[] }[];
  /** More to see of what was found, and what helps. */
  below?: ReactNode;
  beside?: ReactNode;
  /** Numbers of the setup that were found, and what their use means. */
  findings: Findings;
  inSetup?: { title: string; note: string };
  trend: (bench: B) => Trend | null;
  children?: ReactNode;
}

/** The sheet of a bench whose readings are a recording: what is seen on the left, what is done on the right. */
export function RecordingSheet<B extends RecordedBench, A, S>(props: RecordingSheetProps<B, A, S>) {
  const { kind, robot, live, keeping, bench, findings, inSetup } = props;
  const { shown, kept, recorder, attempt } = bench;
  const recording = recorder.seconds !== null;
  const record = recording ? null : (shown?.record ?? null);
  return (
    <div className={styles['bench-sheet']}>
      <div className={styles['head']}>
        <h1>{props.headline}</h1>
        {props.underline !== undefined && <p>{props.underline}</p>}
      </div>
      <div className={sheet['columns']}>
        <div className={styles['column']}>
          <Plot {...props.plot} />
          {props.figures.length > 0 && <Figures figures={props.figures} />}
          {props.below}
          <RecordingSource
            worker={bench.worker}
            example={props.example}
            onFault={(sentence) => keeping.say(null, sentence)}
            onRecording={(made) => attempt(props.onRecording(made))}
          />
        </div>
        <div className={styles['column']}>
          <StepWalk kind={kind} live={live} known={kept.length > 0} action={props.actions} />
          {props.beside}
          <LinkPanel live={live} offers={props.offers ?? []} />
          {record !== null && (
            <section className={styles['section']}>
              <h2>{inSetup?.title ?? say`In the setup`}</h2>
              {inSetup !== undefined && <p className={styles['note']}>{inSetup.note}</p>}
              <SetupChanges stored={robot.setup} findings={findings} />
              <div className={styles['buttons']}>
                <Button
                  data-needs="coach"
                  disabled={keeping.busy}
                  onClick={() => attempt(keeping.use(record, benchOf(kind).name, findings))}
                >{say`Use in the setup`}</Button>
                <a
                  className={buttonClass()}
                  href={`/api/v1/telemetry/${record.bench.telemetry}?format=csv`}
                >{say`Raw readings`}</a>
              </div>
            </section>
          )}
          {keeping.done !== null && <Notice tone="good">{keeping.done}</Notice>}
          {keeping.fault !== null && <Notice tone="fault">{keeping.fault}</Notice>}
          <Conditions value={bench.conditions} onChange={bench.setConditions} />
          <History
            shown={shown?.record?.number ?? null}
            onShow={(number) => attempt(bench.show(number))}
            entries={kept.map(({ number, createdAt, bench: its }) => ({
              number,
              createdAt,
              conditions: its.conditions,
              trend: props.trend(its),
            }))}
          />
          {props.children}
        </div>
      </div>
    </div>
  );
}
