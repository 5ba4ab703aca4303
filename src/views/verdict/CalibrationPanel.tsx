import { useEffect, useMemo, useState } from 'react';
import type { Robot } from '../../contracts/records.ts';
import type { Coverage } from '../../core/analysis/runs/calibration.ts';
import { percent, sourceWords } from '../../core/text/sentences.ts';
import type { MeasuredRun } from '../../core/analysis/runs/verdict.ts';
import type { Offset, Zone } from '../../core/field/field.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { Checkpoint } from '../../core/route/plan.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { send, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';
import table from '../../ui/Table.module.css';
import styles from './VerdictView.module.css';

interface HonestyPanelProps {
  robot: Robot;
  experiment: Experiment;
  checkpoint: Checkpoint;
  zone: Zone;
  measured: readonly MeasuredRun[];
  onForecast: (forecast: Offset[] | null) => void;
}

const SEED = 23;
const FEWEST = 5;

/** Whether the forecast keeps what it says, and the noise levels that would fit the runs. */
export function HonestyPanel(props: HonestyPanelProps) {
  const { robot, experiment, checkpoint, zone, measured, onForecast } = props;
  const [fault, setFault] = useState<string | null>(null);
  const [made, setMade] = useState<number | null>(null);
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
    onForecast(found?.forecast ?? null);
    return () => onForecast(null);
  }, [found, onForecast]);
  const wrong = fault ?? calibrated.fault;
  if (wrong !== null) return <Notice tone="fault">{wrong}</Notice>;
  if (measured.length < FEWEST) return <p>Five runs are needed to hold the forecast against.</p>;
  if (found === null) return <p role="status">Simulating 1,500 runs …</p>;
  const { asForecast, spreadAlone, refit } = found;
  const changes = Object.keys(refit.values);
  const make = async () => {
    try {
      const source = { kind: 'runs' as const, runs: measured.length };
      await send('POST', `robots/${robot.id}/setups`, {
        basedOn: robot.setup.number,
        reason: `Noise levels fitted to ${measured.length} runs at ${checkpoint.name}`,
        setup: refit.setup,
        sources: {
          ...robot.setup.sources,
          ...Object.fromEntries(changes.map((path) => [path, source])),
        },
      });
      setMade(robot.setup.number + 1);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <>
      <p>{honestyWords(asForecast, spreadAlone)}</p>
      <table className={`${table['table']} ${styles['table']}`}>
        <thead>
          <tr>
            <th>should hold</th>
            <th>holds as forecast</th>
            <th>offset laid aside</th>
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
      <h2 className={styles['section']}>The budget, fitted to the log</h2>
      <table className={`${table['table']} ${styles['table']}`}>
        <thead>
          <tr>
            <th>source</th>
            <th>by the setup</th>
            <th>fitted</th>
          </tr>
        </thead>
        <tbody>
          {refit.sources.slice(0, 6).map(({ source, before, after }) => (
            <tr key={source}>
              <td>{sourceWords(source)}</td>
              <td>{formatNumber(before, 1)} mm</td>
              <td>{formatNumber(after, 1)} mm</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={styles['hint']}>
        What each source alone gives the place, as a standard deviation. Few runs move the setup
        little: sources that the runs cannot tell apart stay near what the setup says.
      </p>
      {made !== null ? (
        <Notice tone="good">
          Setup {made} is here, with {changes.length} noise levels from these runs.{' '}
          <a href={location.href}>Look at the forecast by it</a>
        </Notice>
      ) : changes.length === 0 ? (
        <p>The setup’s noise levels fit these runs.</p>
      ) : (
        <div className={styles['buttons']}>
          <Button onClick={() => void make()}>
            Make setup {robot.setup.number + 1} with these
          </Button>
        </div>
      )}
    </>
  );
}

function CoverageCell({ coverage: { inside, runs, interval, honest } }: { coverage: Coverage }) {
  return (
    <td data-fault={!honest}>
      {inside} of {runs} ({formatNumber(100 * interval.low, 0)} to{' '}
      {formatNumber(100 * interval.high, 0)} %){honest ? '' : ' ✗'}
    </td>
  );
}

function honestyWords(asForecast: Coverage[], spreadAlone: Coverage[]): string {
  if (asForecast.every(({ honest }) => honest)) return 'The forecast keeps what it says.';
  if (spreadAlone.every(({ honest }) => honest)) {
    return 'The spread is as forecast, but the runs lie beside where the forecast puts them: an aim, or a number of the setup, is off.';
  }
  const widest = spreadAlone.at(-1)!;
  return widest.inside / widest.runs < widest.level
    ? 'The runs spread more than the forecast says: its noise levels are too small.'
    : 'The runs spread less than the forecast says: its noise levels are too large.';
}
