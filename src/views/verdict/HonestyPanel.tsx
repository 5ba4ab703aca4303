import { useMutation } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { Coverage } from '../../core/analysis/runs/calibration.ts';
import { percent, sourceWords } from '../../core/text/sentences.ts';
import { formatNumber, formatQuantity } from '../../core/mathematics/quantity.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import { send, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';
import table from '../../ui/Table.module.css';
import styles from './VerdictView.module.css';
import { useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

const SEED = 23;
const FEWEST = 5;

/** Whether the forecast keeps what it says, and the noise levels that would fit the runs. */
export function HonestyPanel() {
  const { robot, experiment, checkpoint, measured: at, store } = useVerdictWork();
  const { runs: measured, zone } = at;
  const wanted = useMemo(
    () =>
      measured.length < FEWEST
        ? null
        : { experiment, checkpoint, zone, offsets: measured.map(({ offset }) => offset) },
    [experiment, checkpoint, zone, measured],
  );
  const calibrated = useWorked(simulationWorker, wanted, (worker, at) =>
    worker.ask((door) => door.honesty(at.experiment, at.checkpoint, at.zone, at.offsets, SEED)),
  );
  const { found } = calibrated;
  useEffect(() => {
    store.drawCloud(found?.forecast ?? null);
    return () => store.drawCloud(null);
  }, [found, store]);
  const refitted = useMutation({
    mutationFn: ({ setup, values }: { setup: RobotParameters; values: object }) => {
      const source = { kind: 'runs' as const, runs: measured.length };
      return send('POST', `robots/${robot.id}/setups`, {
        basedOn: robot.setup.number,
        reason: say`Noise levels fitted to ${measured.length} runs at ${checkpoint.name}`,
        setup,
        sources: {
          ...robot.setup.sources,
          ...Object.fromEntries(Object.keys(values).map((path) => [path, source])),
        },
      });
    },
  });
  const wrong = refitted.error === null ? calibrated.fault : sentenceOf(refitted.error);
  if (wrong !== null) return <Notice tone="fault">{wrong}</Notice>;
  if (measured.length < FEWEST)
    return <p>{say`Five runs are needed to hold the forecast against.`}</p>;
  if (found === null) return <p role="status">{say`Simulating 1,500 runs …`}</p>;
  const { asForecast, spreadAlone, refit } = found;
  const changes = Object.keys(refit.values);
  return (
    <>
      <p>{honestyWords(asForecast, spreadAlone)}</p>
      <table className={`${table['table']} ${styles['table']}`}>
        <thead>
          <tr>
            <th>{say`should lie inside`}</th>
            <th>{say`do lie inside`}</th>
            <th>{say`do, moved onto their middle`}</th>
          </tr>
        </thead>
        <tbody>
          {asForecast.map((one, i) => (
            <tr key={one.level}>
              <td>{percent(one.level)}</td>
              <CoverageCell coverage={one} />
              <CoverageCell coverage={spreadAlone[i]!} />
            </tr>
          ))}
        </tbody>
      </table>
      <h2 className={styles['section']}>{say`The budget, fitted to the log`}</h2>
      <table className={`${table['table']} ${styles['table']}`}>
        <thead>
          <tr>
            <th>{say`source`}</th>
            <th>{say`by the setup`}</th>
            <th>{say`fitted`}</th>
          </tr>
        </thead>
        <tbody>
          {refit.sources.slice(0, 6).map(({ source, before, after }) => (
            <tr key={source}>
              <td>{sourceWords(source)}</td>
              <td>{formatQuantity(before, 'length', 1)}</td>
              <td>{formatQuantity(after, 'length', 1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p
        className={styles['hint']}
      >{say`What each source alone gives the place, as a standard deviation. Few runs move the setup little: sources that the runs cannot tell apart stay near what the setup says.`}</p>
      {refitted.isSuccess ? (
        <Notice tone="good">{sayWith`Setup ${robot.setup.number + 1} is here, with ${changes.length} noise levels from these runs. ${(<a href={location.href}>{say`Look at the forecast by it`}</a>)}`}</Notice>
      ) : changes.length === 0 ? (
        <p>{say`The setup’s noise levels fit these runs.`}</p>
      ) : (
        <div className={styles['buttons']}>
          <Button
            data-needs="coach"
            onClick={() => refitted.mutate(refit)}
          >{say`Make setup ${robot.setup.number + 1} with these`}</Button>
        </div>
      )}
    </>
  );
}

function CoverageCell({ coverage: { inside, runs, interval, honest } }: { coverage: Coverage }) {
  return (
    <td
      data-fault={!honest}
    >{say`${inside} of ${runs} (${formatNumber(100 * interval.low, 0)} to ${formatNumber(100 * interval.high, 0)} %)${honest ? '' : ' ✗'}`}</td>
  );
}

function honestyWords(asForecast: Coverage[], spreadAlone: Coverage[]): string {
  if (asForecast.every(({ honest }) => honest)) return say`The forecast keeps what it says.`;
  if (spreadAlone.every(({ honest }) => honest)) {
    return say`The spread is as forecast, but the runs lie beside where the forecast puts them: an aim, or a number of the setup, is off.`;
  }
  const widest = spreadAlone.at(-1)!;
  return widest.inside / widest.runs < widest.level
    ? say`The runs spread more than the forecast says: its noise levels are too small.`
    : say`The runs spread less than the forecast says: its noise levels are too large.`;
}
