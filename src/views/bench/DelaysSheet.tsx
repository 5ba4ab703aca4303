import { useEffect, useMemo, useState } from 'react';
import { recordsOf, type BenchRecord } from '../../contracts/bench.ts';
import type { Robot } from '../../contracts/records.ts';
import type { DelaysResult } from '../../core/benches/delays/delays.ts';
import { formatEstimate } from '../../core/mathematics/estimateText.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { Recording } from '../../core/telemetry/recording.ts';
import { sentenceOf } from '../../ui/api.ts';
import { benchWorker } from '../../ui/benchWorker.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { LinkPanel } from '../../ui/link/LinkPanel.tsx';
import type { LiveLink } from '../../ui/link/useLink.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { keepRecording, loadRecording } from '../../ui/recordings.ts';
import { useMountEffect } from '../../ui/useMountEffect.ts';
import styles from './BenchView.module.css';
import { Conditions } from './Conditions.tsx';
import { History } from './History.tsx';
import { RecordingSource } from '../../ui/RecordingSource.tsx';
import { SetupChanges } from './SetupChanges.tsx';
import { Steps } from './Steps.tsx';
import type { Keeping } from './useKeeping.ts';
import { Stopped, useRecorder } from '../../ui/link/useRecorder.ts';

interface DelaysSheetProps {
  robot: Robot;
  records: readonly BenchRecord[];
  live: LiveLink;
  keeping: Keeping;
}

/** How long the robot turns to and fro, s of its clock. */
const LASTS = 20;
const NOTHING_FOUND =
  'The lines need t_s, left_deg, right_deg and heading_deg, and the robot must turn to and fro. Nothing was kept.';

/** Loop period, jitter and latency from what the hub says while the robot turns to and fro. */
export function DelaysSheet({ robot, records, live, keeping }: DelaysSheetProps) {
  const { setup } = robot.setup;
  const worker = useMemo(() => benchWorker(), []);
  useEffect(() => () => worker.end(), [worker]);
  const kept = useMemo(() => recordsOf(records, 'delays'), [records]);
  const [result, setResult] = useState<DelaysResult | null>(null);
  const [number, setNumber] = useState<number | null>(null);
  const [conditions, setConditions] = useState(
    kept[0]?.bench.conditions ?? { battery: null, surface: '', unit: '' },
  );
  const recorder = useRecorder(live.follower, 'heading');
  const analyse = (recording: Recording, rightPositive: boolean) =>
    worker.ask((door) => door.delays(recording, setup.drive, rightPositive));
  const take = async (recording: Recording) => {
    const { rightPositive } = setup.gyro;
    const found = await analyse(recording, rightPositive);
    if (found === null) {
      keeping.say(null, NOTHING_FOUND);
      return;
    }
    setResult(found);
    const telemetry = await keepRecording(worker, robot.id, recording);
    const { period, jitter, longestGap, latency, samples } = found;
    const record = await keeping.keep({
      kind: 'delays',
      conditions,
      telemetry,
      rightPositive,
      found: { period, jitter, longestGap, latency, samples },
    });
    setNumber(record?.number ?? null);
  };
  const record = async () => {
    if (live.link === null) {
      keeping.say(null, 'Connect a hub or the practice robot first, or open a file.');
      return;
    }
    const recording = recorder.record(LASTS);
    if (live.link.practice) await live.command([{ do: 'wiggle', seconds: LASTS + 1 }]);
    await take((await recording).recording);
  };
  const attempt = (work: Promise<void>) =>
    void work.catch((error: unknown) => {
      if (!(error instanceof Stopped)) keeping.say(null, sentenceOf(error));
    });
  const show = async (wanted: number) => {
    const chosen = kept.find((one) => one.number === wanted);
    if (chosen === undefined) return;
    const recording = await loadRecording(worker, chosen.bench.telemetry);
    setResult(await analyse(recording, chosen.bench.rightPositive));
    setNumber(wanted);
  };
  // The newest record is shown when the sheet opens.
  useMountEffect(() => {
    if (kept[0] !== undefined) attempt(show(kept[0].number));
  });

  const recording = recorder.seconds !== null;
  const values =
    result === null
      ? {}
      : {
          'program.loopPeriod': result.period.value,
          ...(result.latency === null ? {} : { 'gyro.latency': Math.max(0, result.latency.value) }),
        };
  const use = async () => {
    const chosen = kept.find((one) => one.number === number);
    if (chosen !== undefined) await keeping.use(chosen, 'Delays', values);
  };
  return (
    <div className={styles['bench-sheet']}>
      <div className={styles['head']}>
        <h1>
          {recording
            ? `Turning to and fro: ${formatNumber(recorder.seconds ?? 0, 0)} of ${LASTS} s.`
            : result === null
              ? 'Let the robot turn to and fro while it tells what it sees.'
              : result.latency === null
                ? `It looks every ${formatNumber(1000 * result.period.value, 1)} ms. It did not turn enough to tell how late the gyro is.`
                : `It looks every ${formatNumber(1000 * result.period.value, 1)} ms, and the gyro is ${formatNumber(1000 * result.latency.value, 1)} ms late.`}
        </h1>
      </div>
      <div className={styles['turn']}>
        <div className={styles['column']}>
          <Steps
            need="A free spot, and a program that sends motor positions and heading in every loop."
            steps={[
              'Turn to and fro on the spot, about once a second, for 20 s.',
              'The wheels know the turn at once; how much later the gyro tells the same is its latency.',
            ]}
            caution="Keep fingers away from the wheels while it turns."
            open={kept.length === 0}
          />
          <LinkPanel live={live} offers={[]} />
          <div className={styles['buttons']}>
            {recording ? (
              <Button onClick={recorder.stop}>Stop</Button>
            ) : (
              <Button variant="main" onClick={() => attempt(record())}>
                Record {LASTS} s
              </Button>
            )}
          </div>
          <RecordingSource
            worker={worker}
            example={'t_s,left_deg,right_deg,heading_deg\n0,0,0,0\n0.01,-2,2,0.3'}
            onFault={(sentence) => keeping.say(null, sentence)}
            onRecording={(made) => attempt(take(made))}
          />
          <Conditions value={conditions} onChange={setConditions} />
        </div>
        <div className={styles['column']}>
          <Plot
            label={
              recording
                ? 'Heading while it turns to and fro'
                : 'How alike wheels and gyro are, by how much later the gyro is taken'
            }
            x={{ title: recording ? 's' : 'gyro taken later by, ms', from: 0 }}
            y={{ title: recording ? 'heading, °' : 'correlation' }}
            series={[
              {
                label: recording ? 'heading' : 'wheels and gyro',
                look: 'trace',
                points: recording
                  ? recorder.trace.map(({ x, y }) => ({ x, y: (y * 180) / Math.PI }))
                  : (result?.correlation ?? []).map(({ lag, value }) => ({
                      x: 1000 * lag,
                      y: value,
                    })),
              },
            ]}
          />
          {result !== null && (
            <>
              <Figures
                figures={[
                  {
                    label: 'Loop period',
                    value: formatEstimate(result.period, 'time', 5),
                    strong: true,
                    why: 'Mean time between two lines; gaps of three periods and more are lines that went missing and do not count.',
                  },
                  {
                    label: 'Jitter',
                    value: `± ${formatNumber(1000 * result.jitter, 2)} ms`,
                    why: 'Standard deviation of the time between two lines.',
                  },
                  {
                    label: 'Longest gap',
                    value: `${formatNumber(1000 * result.longestGap, 1)} ms`,
                  },
                  {
                    label: 'Gyro is late by',
                    value:
                      result.latency === null ? '–' : formatEstimate(result.latency, 'time', 4),
                    strong: true,
                    why: 'The lag at which the rates of wheels and gyro agree best (cross-correlation), then a fit between the samples in eight blocks; their spread gives the 95 % interval.',
                  },
                  { label: 'Lines', value: String(result.samples) },
                ]}
              />
              {number !== null && (
                <>
                  <SetupChanges setup={setup} values={values} />
                  <div className={styles['buttons']}>
                    <Button variant="main" disabled={keeping.busy} onClick={() => attempt(use())}>
                      Use in the setup
                    </Button>
                    <a
                      className={buttonClass()}
                      href={`/api/v1/telemetry/${kept.find((one) => one.number === number)!.bench.telemetry}?format=csv`}
                    >
                      Raw readings
                    </a>
                  </div>
                </>
              )}
            </>
          )}
          {keeping.done !== null && <Notice tone="good">{keeping.done}</Notice>}
          {keeping.fault !== null && <Notice tone="fault">{keeping.fault}</Notice>}
          <History
            shown={number}
            onShow={(wanted) => attempt(show(wanted))}
            entries={kept.map(({ number: its, createdAt, bench }) => ({
              number: its,
              createdAt,
              conditions: bench.conditions,
              trend:
                bench.found.latency === null
                  ? null
                  : { label: 'Latency', kind: 'time', digits: 4, estimate: bench.found.latency },
            }))}
          />
        </div>
      </div>
    </div>
  );
}
