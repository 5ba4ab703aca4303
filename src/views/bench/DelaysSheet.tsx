import { delaysFindings, type DelaysResult } from '../../core/benches/delays/delays.ts';
import { formatEstimate } from '../../core/mathematics/estimateText.ts';
import type { BenchOf } from '../../core/benches/index.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { Button } from '../../ui/Button.tsx';
import type { Figure } from '../../ui/Figures.tsx';
import type { PlotProps } from '../../ui/Plot.tsx';
import styles from './BenchView.module.css';
import type { BenchSheetProps } from './benchView.ts';
import { RecordingSheet } from './RecordingSheet.tsx';
import { useRecordingBench } from './useRecordingBench.ts';
import { say } from '../../core/language/say.ts';

/** How long the robot turns to and fro, s of its clock. */
const LASTS = 20;

/** Loop period, jitter and latency from what the hub says while the robot turns to and fro. */
export function DelaysSheet({ robot, records, live, keeping }: BenchSheetProps) {
  const { drive } = robot.setup.setup;
  const bench = useRecordingBench<BenchOf<'delays'>, DelaysResult>({
    kind: 'delays',
    robot,
    records,
    live,
    keeping,
    analyse: (worker, recording, rightPositive) =>
      worker.ask((door) => door.delays(recording, drive, rightPositive)),
    nothing: say`The lines need t_s, left_deg, right_deg and heading_deg, and the robot must turn to and fro. Nothing was kept.`,
    recordOf: ({ period, jitter, longestGap, latency, samples }, under) => ({
      kind: 'delays',
      conditions: under.conditions,
      telemetry: under.telemetry,
      rightPositive: under.rightPositive,
      found: { period, jitter, longestGap, latency, samples },
    }),
  });
  const { recorder, attempt } = bench;
  const recording = recorder.seconds !== null;
  const result = bench.shown?.analysis ?? null;
  const record = async () => {
    const made = await bench.record(LASTS, [{ do: 'wiggle', seconds: LASTS + 1 }]);
    if (made !== null) await bench.take(made.recording, made.lost);
  };
  return (
    <RecordingSheet
      {...{ robot, live, keeping, bench }}
      kind="delays"
      headline={
        recording
          ? say`Turning to and fro: ${formatNumber(recorder.seconds ?? 0, 0)} of ${LASTS} s.`
          : headlineOf(result)
      }
      plot={recording ? tracePlot(recorder.trace) : lagPlot(result)}
      figures={result === null ? [] : figuresOf(result)}
      example={'t_s,left_deg,right_deg,heading_deg\n0,0,0,0\n0.01,-2,2,0.3'}
      onRecording={bench.take}
      actions={
        <div className={styles['buttons']}>
          {recording ? (
            <Button onClick={recorder.stop}>{say`Stop`}</Button>
          ) : (
            <Button
              data-needs="table"
              variant="main"
              onClick={() => attempt(record())}
            >{say`Record ${LASTS} s`}</Button>
          )}
        </div>
      }
      findings={result === null ? {} : delaysFindings(result)}
      trend={({ found: { latency } }) =>
        latency === null
          ? null
          : { label: say`Latency`, kind: 'time', digits: 4, estimate: latency }
      }
    />
  );
}

function headlineOf(result: DelaysResult | null): string {
  if (result === null) return say`Let the robot turn to and fro while it tells what it sees.`;
  const looks = say`It looks every ${formatNumber(1000 * result.period.value, 1)} ms`;
  return result.latency === null
    ? say`${looks}. It did not turn enough to tell how late the gyro is.`
    : say`${looks}, and the gyro is ${formatNumber(1000 * result.latency.value, 1)} ms late.`;
}

function tracePlot(trace: readonly { x: number; y: number }[]): PlotProps {
  return {
    label: say`Heading while it turns to and fro`,
    why: say`What the gyro says while the robot is turned to and fro by its motors: the turns by which gyro and wheels are laid over each other.`,
    x: { title: 's', from: 0 },
    y: { title: say`heading, °` },
    series: [
      {
        label: say`heading`,
        look: 'trace',
        points: trace.map(({ x, y }) => ({ x, y: degrees(y) })),
      },
    ],
  };
}

function lagPlot(result: DelaysResult | null): PlotProps {
  return {
    label: say`How alike wheels and gyro are, by how much later the gyro is taken`,
    why: say`How alike the turning of the wheels and that of the gyro are when the gyro is taken later by so much. The highest place is how late the gyro is.`,
    x: { title: say`gyro taken later by, ms`, from: 0 },
    y: { title: say`correlation` },
    series: [
      {
        label: say`wheels and gyro`,
        look: 'trace',
        points: (result?.correlation ?? []).map(({ lag, value }) => ({ x: 1000 * lag, y: value })),
      },
    ],
  };
}

function figuresOf(result: DelaysResult): Figure[] {
  return [
    {
      label: say`Loop period`,
      value: formatEstimate(result.period, 'time', 5),
      strong: true,
      why: say`Mean time between two lines; gaps of three periods and more are lines that went missing and do not count.`,
    },
    {
      label: say`Jitter`,
      value: say`± ${formatNumber(1000 * result.jitter, 2)} ms`,
      why: say`Standard deviation of the time between two lines.`,
    },
    { label: say`Longest gap`, value: say`${formatNumber(1000 * result.longestGap, 1)} ms` },
    {
      label: say`Gyro is late by`,
      value: result.latency === null ? '–' : formatEstimate(result.latency, 'time', 4),
      strong: true,
      why: say`The lag at which the rates of wheels and gyro agree best (cross-correlation), then a fit between the samples in eight blocks; their spread gives the 95 % interval.`,
    },
    { label: say`Lines`, value: String(result.samples) },
  ];
}
