import { isRightPositive } from '../../core/language/conventions.ts';
import { driftSentence } from '../../core/analysis/checks/driftVerdict.ts';
import { restFindings } from '../../core/benches/rest/gyroRest.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { Picker } from '../../ui/TextField.tsx';
import styles from './BenchView.module.css';
import type { BenchSheetProps } from './benchView.ts';
import { RecordingSheet } from './RecordingSheet.tsx';
import { RemedyLadder, REMEDY_WORDS } from './RemedyLadder.tsx';
import restStyles from './RestSheet.module.css';
import { restFigures, restUnderline } from './restFigures.ts';
import { allanPlot, restPlot, tracePlot } from './restPlots.ts';
import { DURATIONS, useRestCheck } from './useRestCheck.ts';
import { may } from '../../ui/role.ts';
import { say } from '../../core/language/say.ts';

/** From this length on the Allan deviation says something, s. */
const LONG_ENOUGH = 60;

const IF_YOU_MUST = {
  get title() {
    return say`If you must run now`;
  },
  get note() {
    return say`With this drift in the setup the forecast shows what it costs, move by move. Zero the gyro as late before the start as you can.`;
  },
};
const IN_SETUP = {
  get title() {
    return say`In the setup`;
  },
  get note() {
    return say`Forecasts then use the drift and the noise that were measured.`;
  },
};

/** The gyro at rest: does it drift, does that matter on this route, and what helps. */
export function RestSheet(props: BenchSheetProps) {
  const { robot, routes, live, keeping } = props;
  const { setup } = robot.setup;
  const restCheck = useRestCheck(props);
  const { asked, ask, bench, sheet, fitness, recording, ladder, chosen, check, note, takeFile } =
    restCheck;
  return (
    <RecordingSheet
      {...{ robot, live, keeping, bench }}
      kind="rest"
      headline={
        recording
          ? say`Hands off: ${formatNumber(bench.recorder.seconds ?? 0, 0)} of ${asked.duration} s.`
          : sheet === null
            ? say`Let the robot stand still and watch its heading.`
            : driftSentence(sheet.rest.bias, sheet.verdict)
      }
      {...(sheet !== null && !recording ? { underline: restUnderline(sheet) } : {})}
      plot={
        recording
          ? tracePlot(bench.recorder.trace, Number(asked.duration))
          : restPlot(sheet, isRightPositive(setup.gyro.rightPositive) ? -1 : 1)
      }
      figures={sheet === null || recording ? [] : restFigures(sheet, bench.conditions.battery)}
      below={
        sheet !== null &&
        !recording &&
        sheet.rest.lasted >= LONG_ENOUGH && <Plot {...allanPlot(sheet)} />
      }
      example={'t_s,heading_deg\n0,0.0\n5,0.4\n10,0.9'}
      onRecording={takeFile}
      actions={<RestActions check={restCheck} />}
      beside={<RestAdvice routes={routes} check={restCheck} />}
      offers={[
        { label: say`Boot, hands off`, commands: [{ do: 'boot', touched: false }] },
        { label: say`Boot while touched`, commands: [{ do: 'boot', touched: true }] },
        { label: say`Lean on the table`, commands: [{ do: 'nudge' }] },
      ]}
      findings={sheet === null ? {} : restFindings(sheet.rest, setup.gyro.biasSpread)}
      inSetup={fitness === 'not fit' ? IF_YOU_MUST : IN_SETUP}
      trend={({ found }) => ({ label: say`Drift`, kind: 'rate', digits: 3, estimate: found.bias })}
    >
      <KeyHelp
        keys={
          !may('table')
            ? []
            : [
                { keys: 'C', says: say`Check the gyro`, act: () => bench.attempt(check(null)) },
                {
                  keys: 'D',
                  says: say`Done, check again`,
                  act: () => bench.attempt(check(chosen)),
                },
                { keys: 'N', says: say`Note what was tried`, act: note },
                ...ladder.map(({ remedy }, i) => ({
                  keys: String(i + 1),
                  says: REMEDY_WORDS[remedy],
                  act: () => ask({ picked: remedy }),
                })),
              ]
        }
      />
    </RecordingSheet>
  );
}

type RestCheck = ReturnType<typeof useRestCheck>;

/** How long to hold still, and go. */
function RestActions({
  check: { asked, ask, bench, recording, fitness, check },
}: {
  check: RestCheck;
}) {
  return (
    <div className={restStyles['ask']}>
      <Choice
        label={say`Hold still, s`}
        value={asked.duration}
        options={DURATIONS.map((value) => ({ value, label: value }))}
        onChange={(to) => ask({ duration: to })}
      />
      {recording ? (
        <Button onClick={bench.recorder.stop}>{say`Stop`}</Button>
      ) : (
        <Button
          data-needs="table"
          variant={fitness === 'not fit' ? 'plain' : 'main'}
          onClick={() => bench.attempt(check(null))}
        >{say`Check the gyro (C)`}</Button>
      )}
    </div>
  );
}

/** Against which route it is judged, and what to try when it is not fit. */
function RestAdvice({
  routes,
  check: own,
}: {
  routes: BenchSheetProps['routes'];
  check: RestCheck;
}) {
  const { asked, ask, bench, fitness, recording, chosen, check, note } = own;
  return (
    <>
      {routes.length > 0 && (
        <Picker
          label={say`Against route`}
          value={asked.routeId}
          options={[
            ...routes.map(({ id, name }) => ({ value: id, label: name })),
            { value: '', label: say`no route` },
          ]}
          onChange={(to) => ask({ routeId: to })}
        />
      )}
      {fitness !== null && fitness !== 'fit' && !recording && (
        <>
          <RemedyLadder
            records={bench.kept}
            chosen={chosen}
            onChoose={(remedy) => ask({ picked: remedy })}
          />
          <div className={styles['buttons']}>
            <Button
              data-needs="table"
              variant="main"
              disabled={chosen === null}
              onClick={() => bench.attempt(check(chosen))}
            >{say`Done, check again (D)`}</Button>
            <Button
              data-needs="table"
              disabled={chosen === null}
              onClick={note}
            >{say`Note it only (N)`}</Button>
          </div>
          <Notice tone="fault">{say`Hands off the table while it checks: a touched boot teaches the sensor a wrong zero.`}</Notice>
        </>
      )}
    </>
  );
}
