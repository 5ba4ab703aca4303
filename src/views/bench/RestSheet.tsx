import { useEffect, useMemo, useState } from 'react';
import { recordsOf, type BenchRecord } from '../../contracts/bench.ts';
import { type BenchOf } from '../../core/benches/index.ts';
import { type Tried } from '../../core/benches/rest/bench.ts';
import type { Robot } from '../../contracts/records.ts';
import { restRecordOf } from '../../contracts/restRecord.ts';
import { driftSentence, driftWithoutRoute } from '../../core/analysis/checks/driftVerdict.ts';
import { remedyLadder, type Remedy } from '../../core/benches/rest/remedies.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { Recording } from '../../core/telemetry/recording.ts';
import { sentenceOf } from '../../ui/api.ts';
import { benchWorker } from '../../ui/benchWorker.ts';
import { Button, buttonClass } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { showInNavigation } from '../../ui/workflow.ts';
import { LinkPanel } from '../../ui/link/LinkPanel.tsx';
import type { LiveLink } from '../../ui/link/useLink.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { keepRecording, loadRecording } from '../../ui/recordings.ts';
import { Picker } from '../../ui/TextField.tsx';
import { useMountEffect } from '../../ui/useMountEffect.ts';
import styles from './BenchView.module.css';
import { Conditions } from './Conditions.tsx';
import { History } from './History.tsx';
import { RecordingSource } from '../../ui/RecordingSource.tsx';
import type { JudgingRoute } from './judgingRoute.ts';
import { RemedyLadder, REMEDY_WORDS, triedInVain, triesOf } from './RemedyLadder.tsx';
import restStyles from './RestSheet.module.css';
import { restFigures, restTrace, restUnderline, type RestFigures } from './restFigures.ts';
import { SetupChanges } from './SetupChanges.tsx';
import { Steps } from './Steps.tsx';
import type { Keeping } from './useKeeping.ts';
import { Stopped, useRecorder } from '../../ui/link/useRecorder.ts';

interface RestSheetProps {
  robot: Robot;
  records: readonly BenchRecord[];
  routes: readonly JudgingRoute[];
  live: LiveLink;
  keeping: Keeping;
}

type RestRecord = BenchRecord<BenchOf<'rest'>>;

/** What is on the sheet: an analysed recording, and the record that it became. */
interface Sheet extends RestFigures {
  record: RestRecord | null;
}

const DURATIONS = ['15', '30', '60', '600'] as const;
const DEGREE = Math.PI / 180;
/** From this length on the Allan deviation says something, s. */
const LONG_ENOUGH = 60;

/** The gyro at rest: does it drift, does that matter on this route, and what helps. */
export function RestSheet({ robot, records, routes, live, keeping }: RestSheetProps) {
  const { setup } = robot.setup;
  const worker = useMemo(() => benchWorker(), []);
  useEffect(() => () => worker.end(), [worker]);
  const checks = useMemo(() => recordsOf(records, 'rest'), [records]);
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [routeId, setRouteId] = useState(routes[0]?.id ?? '');
  const [duration, setDuration] = useState<(typeof DURATIONS)[number]>('30');
  const [conditions, setConditions] = useState(
    checks[0]?.bench.conditions ?? { battery: null, surface: '', unit: '' },
  );
  const [picked, setPicked] = useState<Remedy | null>(null);
  const [since, setSince] = useState<number | null>(null);
  const recorder = useRecorder(live.follower, 'heading');
  const noted = useNoted(robot.id);
  const route = routes.find(({ id }) => id === routeId) ?? null;
  const sign = setup.gyro.rightPositive ? -1 : 1;

  const vain = triedInVain(checks);
  const ladder = remedyLadder(triesOf(checks));
  const chosen = picked ?? ladder.find(({ remedy }) => !vain.has(remedy))?.remedy ?? null;

  const analyse = async (recording: Recording, rightPositive: boolean) => {
    const against = route === null ? null : { plan: route.plan, field: route.field, setup };
    const analysis = await worker.ask((door) => door.rest(recording, rightPositive, against));
    if (analysis === null) {
      keeping.say(
        null,
        'That is no rest: it needs t_s and heading_deg, and at least 3 s in which nothing moved. Nothing was kept.',
      );
    }
    return analysis;
  };
  const take = async (recording: Recording, lost: number, tried: Tried | null) => {
    const analysis = await analyse(recording, setup.gyro.rightPositive);
    if (analysis === null) return;
    const { rest, verdict } = analysis;
    setSheet({ ...analysis, lost, record: null });
    const telemetry = await keepRecording(worker, robot.id, recording);
    const record = await keeping.keep(
      restRecordOf({
        rest,
        verdict,
        lost,
        telemetry,
        tried,
        conditions,
        route: route?.name ?? '',
        rightPositive: setup.gyro.rightPositive,
      }),
    );
    setSheet({ ...analysis, lost, record });
    if (record !== null) {
      const { fitness: found } = record.bench;
      showInNavigation(
        'Bench',
        `gyro ${found}, checked just now`,
        found === 'fit' ? 'good' : 'warn',
      );
    }
    noted.clear();
    setPicked(null);
    setSince(Date.now());
  };
  const attempt = (work: Promise<void>) =>
    void work.catch((error: unknown) => {
      if (!(error instanceof Stopped)) keeping.say(null, sentenceOf(error));
    });
  /** Checks the gyro from the link; with a remedy, what was done just before it. */
  const check = async (remedy: Remedy | null) => {
    if (live.link === null) {
      keeping.say(null, 'Connect a hub or the practice robot first, or open a file.');
      return;
    }
    keeping.say(null);
    const practice = live.link.practice;
    const before = sheet?.to ?? null;
    const recording = recorder.record(
      Number(duration),
      practice && remedy !== null ? `done: ${remedy}` : null,
    );
    if (practice) {
      await live.command([
        ...(remedy === null ? [] : [{ do: 'remedy' as const, remedy }]),
        { do: 'rest', seconds: Number(duration) + 1 },
      ]);
    }
    const { recording: made, lost, from } = await recording;
    await take(made, lost, remedy === null ? noted.tried : { remedy, seconds: took(before, from) });
  };
  /** How long a remedy took: by the sender's clock when it went on, otherwise by ours. */
  const took = (before: number | null, from: number): number => {
    if (before !== null && from > before && from - before < 3600) return from - before;
    return since === null ? 0 : Math.min(3600, (Date.now() - since) / 1000);
  };
  const note = () => {
    if (chosen === null) return;
    noted.set({ remedy: chosen, seconds: took(null, 0) });
    keeping.say(`Noted: ${REMEDY_WORDS[chosen]}. The next check says whether it worked.`);
  };
  const show = async (number: number) => {
    const record = checks.find((one) => one.number === number);
    if (record === undefined) return;
    const recording = await loadRecording(worker, record.bench.telemetry);
    const analysis = await analyse(recording, record.bench.rightPositive);
    if (analysis !== null) setSheet({ ...analysis, lost: record.bench.found.lost, record });
  };
  // The newest record is shown when the sheet opens.
  useMountEffect(() => {
    if (checks[0] !== undefined) attempt(show(checks[0].number));
  });

  const recording = recorder.seconds !== null;
  const fitness =
    sheet === null
      ? null
      : sheet.verdict === null || sheet.verdict.worst === null
        ? driftWithoutRoute(sheet.rest.bias)
        : sheet.verdict.fitness;
  const values =
    sheet === null
      ? {}
      : {
          'gyro.bias': sheet.rest.bias.value,
          'gyro.noise': sheet.rest.noise,
          ...(sheet.rest.step > 0 ? { 'gyro.step': sheet.rest.step } : {}),
        };
  const use = async () => {
    if (sheet?.record != null) await keeping.use(sheet.record, 'Gyro at rest', values);
  };

  return (
    <div className={styles['bench-sheet']}>
      <div className={styles['head']}>
        <h1>
          {recording
            ? `Hands off: ${formatNumber(recorder.seconds ?? 0, 0)} of ${duration} s.`
            : sheet === null
              ? 'Let the robot stand still and watch its heading.'
              : driftSentence(sheet.rest.bias, sheet.verdict)}
        </h1>
        {sheet !== null && !recording && <p>{restUnderline(sheet)}</p>}
      </div>
      <div className={restStyles['columns']}>
        <div className={styles['column']}>
          <Plot
            label="Heading of the robot at rest, over time"
            x={{ title: 's', from: 0, to: recording ? Number(duration) : undefined }}
            y={{ title: 'heading, °' }}
            series={
              recording
                ? [
                    {
                      label: 'heading, robot at rest',
                      look: 'trace',
                      points: recorder.trace.map(({ x, y }) => ({ x, y: y / DEGREE })),
                    },
                  ]
                : sheet === null
                  ? []
                  : restTrace(sheet, sign)
            }
            shaded={
              recording || sheet === null
                ? []
                : sheet.rest.moved.map(({ from, to }) => ({
                    from: from - sheet.from,
                    to: to - sheet.from,
                    word: 'moved',
                  }))
            }
          />
          {sheet !== null && !recording && (
            <Figures figures={restFigures(sheet, conditions.battery)} />
          )}
          {sheet !== null && !recording && sheet.rest.lasted >= LONG_ENOUGH && (
            <Plot
              label="Allan deviation of the rate, by averaging time"
              x={{ title: 'averaged over, s', logarithmic: true }}
              y={{ title: 'deviation, °/s', logarithmic: true }}
              series={[
                {
                  label: 'Allan deviation',
                  look: 'trace',
                  points: sheet.rest.allan.map(({ averaged, deviation }) => ({
                    x: averaged,
                    y: degrees(deviation),
                  })),
                },
              ]}
            />
          )}
          <Steps
            need="A table that nobody leans on, and patience for half a minute."
            steps={[
              'Power the robot on and keep hands off until it has booted: it learns its own zero then.',
              'Let it stand still and check for 30 s; ten minutes show the slow walk too.',
              'If it drifts too much for the route, do what stands at the top of the list, and check again.',
            ]}
            caution="No hands on the table while it checks: a touched boot teaches the sensor a wrong zero."
            open={checks.length === 0}
          />
          <RecordingSource
            worker={worker}
            example={'t_s,heading_deg\n0,0.0\n5,0.4\n10,0.9'}
            onFault={(sentence) => keeping.say(null, sentence)}
            onRecording={(made) => attempt(take(made, 0, noted.tried))}
          />
        </div>
        <div className={styles['column']}>
          <div className={restStyles['ask']}>
            <Choice
              label="Hold still, s"
              value={duration}
              options={DURATIONS.map((value) => ({ value, label: value }))}
              onChange={setDuration}
            />
            {recording ? (
              <Button onClick={recorder.stop}>Stop</Button>
            ) : (
              <Button
                variant={fitness === 'not fit' ? 'plain' : 'main'}
                onClick={() => attempt(check(null))}
              >
                Check the gyro (C)
              </Button>
            )}
          </div>
          {routes.length > 0 && (
            <Picker
              label="Against route"
              value={routeId}
              options={[
                ...routes.map(({ id, name }) => ({ value: id, label: name })),
                { value: '', label: 'no route' },
              ]}
              onChange={setRouteId}
            />
          )}
          {fitness !== null && fitness !== 'fit' && !recording && (
            <>
              <RemedyLadder records={checks} chosen={chosen} onChoose={setPicked} />
              <div className={styles['buttons']}>
                <Button
                  variant="main"
                  disabled={chosen === null}
                  onClick={() => attempt(check(chosen))}
                >
                  Done, check again (D)
                </Button>
                <Button disabled={chosen === null} onClick={note}>
                  Note it only (N)
                </Button>
              </div>
              <Notice tone="fault">
                Hands off the table while it checks: a touched boot teaches the sensor a wrong zero.
              </Notice>
            </>
          )}
          <LinkPanel
            live={live}
            offers={[
              { label: 'Boot, hands off', commands: [{ do: 'boot', touched: false }] },
              { label: 'Boot while touched', commands: [{ do: 'boot', touched: true }] },
              { label: 'Lean on the table', commands: [{ do: 'nudge' }] },
            ]}
          />
          {sheet !== null && sheet.record !== null && !recording && (
            <section className={styles['section']}>
              <h2>{fitness === 'not fit' ? 'If you must run now' : 'In the setup'}</h2>
              <p className={styles['note']}>
                {fitness === 'not fit'
                  ? 'With this drift in the setup the forecast shows what it costs, move by move. Zero the gyro as late before the start as you can.'
                  : 'Forecasts then use the drift and the noise that were measured.'}
              </p>
              <SetupChanges setup={setup} values={values} />
              <div className={styles['buttons']}>
                <Button disabled={keeping.busy} onClick={() => attempt(use())}>
                  Use in the setup
                </Button>
                <a
                  className={buttonClass()}
                  href={`/api/v1/telemetry/${sheet.record.bench.telemetry}?format=csv`}
                >
                  Raw readings
                </a>
              </div>
            </section>
          )}
          {keeping.done !== null && <Notice tone="good">{keeping.done}</Notice>}
          {keeping.fault !== null && <Notice tone="fault">{keeping.fault}</Notice>}
          <Conditions value={conditions} onChange={setConditions} />
          <History
            shown={sheet?.record?.number ?? null}
            onShow={(number) => attempt(show(number))}
            entries={checks.map(({ number, createdAt, bench }) => ({
              number,
              createdAt,
              conditions: bench.conditions,
              trend: { label: 'Drift', kind: 'rate', digits: 3, estimate: bench.found.bias },
            }))}
          />
          <KeyHelp
            keys={[
              { keys: 'C', says: 'Check the gyro', act: () => attempt(check(null)) },
              { keys: 'D', says: 'Done, check again', act: () => attempt(check(chosen)) },
              { keys: 'N', says: 'Note what was tried', act: note },
              ...ladder.map(({ remedy }, i) => ({
                keys: String(i + 1),
                says: REMEDY_WORDS[remedy],
                act: () => setPicked(remedy),
              })),
            ]}
          />
        </div>
      </div>
    </div>
  );
}

/** What was tried and not checked yet; it survives a reload of the page. */
function useNoted(robotId: string) {
  const key = `corvat-tried-${robotId}`;
  const [tried, setTried] = useState<Tried | null>(() => {
    try {
      return JSON.parse(localStorage.getItem(key) ?? 'null') as Tried | null;
    } catch {
      return null;
    }
  });
  return {
    tried,
    set: (next: Tried) => {
      localStorage.setItem(key, JSON.stringify(next));
      setTried(next);
    },
    clear: () => {
      localStorage.removeItem(key);
      setTried(null);
    },
  };
}
