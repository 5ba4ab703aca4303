import { useState } from 'react';
import { restRecordOf } from '../../contracts/restRecord.ts';
import { driftSentence, driftWithoutRoute } from '../../core/analysis/checks/driftVerdict.ts';
import { remedyLadder, type Remedy } from '../../core/benches/rest/remedies.ts';
import type { Tried } from '../../core/benches/rest/bench.ts';
import type { BenchOf } from '../../core/benches/index.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { Recording } from '../../core/telemetry/recording.ts';
import type { RestAnalysis } from '../../ui/benchWorker.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Plot, type PlotProps } from '../../ui/Plot.tsx';
import { Picker } from '../../ui/TextField.tsx';
import { showInNavigation } from '../../ui/workflow.ts';
import styles from './BenchView.module.css';
import type { BenchSheetProps } from './benchView.ts';
import { RecordingSheet } from './RecordingSheet.tsx';
import { RemedyLadder, REMEDY_WORDS, triedInVain, triesOf } from './RemedyLadder.tsx';
import restStyles from './RestSheet.module.css';
import { restFigures, restTrace, restUnderline, type RestFigures } from './restFigures.ts';
import { useNoted } from './useNoted.ts';
import { useRecordingBench } from './useRecordingBench.ts';

const DURATIONS = ['15', '30', '60', '600'] as const;
/** From this length on the Allan deviation says something, s. */
const LONG_ENOUGH = 60;

/** The gyro at rest: does it drift, does that matter on this route, and what helps. */
export function RestSheet({ robot, records, routes, live, keeping }: BenchSheetProps) {
  const { setup } = robot.setup;
  const [routeId, setRouteId] = useState(routes[0]?.id ?? '');
  const [duration, setDuration] = useState<(typeof DURATIONS)[number]>('30');
  const [picked, setPicked] = useState<Remedy | null>(null);
  const [since, setSince] = useState<number | null>(null);
  const noted = useNoted(robot.id);
  const route = routes.find(({ id }) => id === routeId) ?? null;
  const bench = useRecordingBench<BenchOf<'rest'>, RestAnalysis, Tried>({
    kind: 'rest',
    robot,
    records,
    live,
    keeping,
    analyse: (worker, recording, rightPositive) => {
      const against = route === null ? null : { plan: route.plan, field: route.field, setup };
      return worker.ask((door) => door.rest(recording, rightPositive, against));
    },
    nothing:
      'That is no rest: it needs t_s and heading_deg, and at least 3 s in which nothing moved. Nothing was kept.',
    recordOf: ({ rest, verdict }, under, tried) =>
      restRecordOf({ rest, verdict, tried, route: route?.name ?? '', ...under }),
  });
  const { kept: checks, shown, recorder, attempt } = bench;
  const sheet: RestFigures | null = shown === null ? null : { ...shown.analysis, lost: shown.lost };

  const vain = triedInVain(checks);
  const ladder = remedyLadder(triesOf(checks));
  const chosen = picked ?? ladder.find(({ remedy }) => !vain.has(remedy))?.remedy ?? null;

  const take = async (recording: Recording, lost: number, tried: Tried | null) => {
    const record = await bench.take(recording, lost, tried);
    if (record === null) return;
    const { fitness: found } = record.bench;
    showInNavigation('Bench', `gyro ${found}, checked just now`, found === 'fit' ? 'good' : 'warn');
    noted.clear();
    setPicked(null);
    setSince(Date.now());
  };
  /** Checks the gyro from the link; with a remedy, what was done just before it. */
  const check = async (remedy: Remedy | null) => {
    const before = sheet?.to ?? null;
    const made = await bench.record(
      Number(duration),
      [
        ...(remedy === null ? [] : [{ do: 'remedy' as const, remedy }]),
        { do: 'rest', seconds: Number(duration) + 1 },
      ],
      remedy === null ? null : `done: ${remedy}`,
    );
    if (made === null) return;
    const { recording, lost, from } = made;
    await take(
      recording,
      lost,
      remedy === null ? noted.tried : { remedy, seconds: took(before, from) },
    );
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

  const recording = recorder.seconds !== null;
  const fitness =
    sheet === null
      ? null
      : sheet.verdict === null || sheet.verdict.worst === null
        ? driftWithoutRoute(sheet.rest.bias)
        : sheet.verdict.fitness;

  return (
    <RecordingSheet
      {...{ robot, live, keeping, bench }}
      kind="rest"
      headline={
        recording
          ? `Hands off: ${formatNumber(recorder.seconds ?? 0, 0)} of ${duration} s.`
          : sheet === null
            ? 'Let the robot stand still and watch its heading.'
            : driftSentence(sheet.rest.bias, sheet.verdict)
      }
      {...(sheet !== null && !recording ? { underline: restUnderline(sheet) } : {})}
      plot={
        recording
          ? tracePlot(recorder.trace, Number(duration))
          : restPlot(sheet, setup.gyro.rightPositive ? -1 : 1)
      }
      figures={sheet === null || recording ? [] : restFigures(sheet, bench.conditions.battery)}
      below={
        sheet !== null &&
        !recording &&
        sheet.rest.lasted >= LONG_ENOUGH && <Plot {...allanPlot(sheet)} />
      }
      need="A table that nobody leans on, and patience for half a minute."
      steps={[
        'Power the robot on and keep hands off until it has booted: it learns its own zero then.',
        'Let it stand still and check for 30 s; ten minutes show the slow walk too.',
        'If it drifts too much for the route, do what stands at the top of the list, and check again.',
      ]}
      caution="No hands on the table while it checks: a touched boot teaches the sensor a wrong zero."
      example={'t_s,heading_deg\n0,0.0\n5,0.4\n10,0.9'}
      onRecording={(made) => take(made, 0, noted.tried)}
      actions={
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
      }
      beside={
        <>
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
        </>
      }
      offers={[
        { label: 'Boot, hands off', commands: [{ do: 'boot', touched: false }] },
        { label: 'Boot while touched', commands: [{ do: 'boot', touched: true }] },
        { label: 'Lean on the table', commands: [{ do: 'nudge' }] },
      ]}
      values={
        sheet === null
          ? {}
          : {
              'gyro.bias': sheet.rest.bias.value,
              'gyro.noise': sheet.rest.noise,
              ...(sheet.rest.step > 0 ? { 'gyro.step': sheet.rest.step } : {}),
            }
      }
      inSetup={
        fitness === 'not fit'
          ? {
              title: 'If you must run now',
              note: 'With this drift in the setup the forecast shows what it costs, move by move. Zero the gyro as late before the start as you can.',
            }
          : {
              title: 'In the setup',
              note: 'Forecasts then use the drift and the noise that were measured.',
            }
      }
      trend={({ found }) => ({ label: 'Drift', kind: 'rate', digits: 3, estimate: found.bias })}
    >
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
    </RecordingSheet>
  );
}

const HEADING = { label: 'Heading of the robot at rest, over time', y: { title: 'heading, °' } };

function tracePlot(trace: readonly { x: number; y: number }[], lasts: number): PlotProps {
  return {
    ...HEADING,
    x: { title: 's', from: 0, to: lasts },
    series: [
      {
        label: 'heading, robot at rest',
        look: 'trace',
        points: trace.map(({ x, y }) => ({ x, y: degrees(y) })),
      },
    ],
  };
}

function restPlot(sheet: RestFigures | null, sign: number): PlotProps {
  return {
    ...HEADING,
    x: { title: 's', from: 0 },
    series: sheet === null ? [] : restTrace(sheet, sign),
    shaded:
      sheet === null
        ? []
        : sheet.rest.moved.map(({ from, to }) => ({
            from: from - sheet.from,
            to: to - sheet.from,
            word: 'moved',
          })),
  };
}

function allanPlot({ rest }: RestFigures): PlotProps {
  return {
    label: 'Allan deviation of the rate, by averaging time',
    x: { title: 'averaged over, s', logarithmic: true },
    y: { title: 'deviation, °/s', logarithmic: true },
    series: [
      {
        label: 'Allan deviation',
        look: 'trace',
        points: rest.allan.map(({ averaged, deviation }) => ({
          x: averaged,
          y: degrees(deviation),
        })),
      },
    ],
  };
}
