import { z } from 'zod';
import { routeRevisionSchema } from '../../contracts/routes.ts';
import { setupRevisionSchema } from '../../contracts/robots.ts';
import type { Run } from '../../contracts/practices.ts';
import { useMemo } from 'react';
import { travelLogOf } from '../../core/benches/logs.ts';
import type { Divergence, RecordedRun } from '../../core/analysis/runs/divergence.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { titlesOf } from '../../core/route/titles.ts';
import { formatNumber, formatQuantity } from '../../core/mathematics/quantity.ts';
import { stepsOf } from '../../core/route/plan.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import type { Field } from '../../core/field/field.ts';
import { ask } from '../../ui/api.ts';
import { benchWorker, type BenchWorker } from '../../ui/benchWorker.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { loadRecording } from '../../ui/recordings.ts';
import { simulationWorker, type SimulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked, useWorker } from '../../ui/useWorker.ts';
import styles from './Practice.module.css';
import { say } from '../../core/language/say.ts';

interface RunTelemetryProps {
  telemetryId: string;
  run: Run;
  routeId: string;
  robotId: string;
  field: Field;
}

const SEED = 11;

interface Wanted {
  telemetryId: string;
  revisionId: string;
  setupId: string;
  routeId: string;
  robotId: string;
  field: Field;
}

/** A run laid over its forecast; throws with the sentence that says why it cannot be. */
async function laidOver(
  reading: BenchWorker,
  simulation: SimulationWorker,
  { telemetryId, revisionId, setupId, routeId, robotId, field }: Wanted,
): Promise<{ laid: RecordedRun; experiment: Experiment }> {
  const [revisions, setups, recording] = await Promise.all([
    ask(z.array(routeRevisionSchema), 'GET', `routes/${routeId}/revisions`),
    ask(z.array(setupRevisionSchema), 'GET', `robots/${robotId}/setups`),
    loadRecording(reading, telemetryId),
  ]);
  // The plan and the setup that were driven, not those of today.
  const revision = revisions.find(({ id }) => id === revisionId);
  const setup = setups.find(({ id }) => id === setupId)?.setup;
  if (revision === undefined || setup === undefined) {
    throw new Error(say`The revision or the setup of this run is not there any more.`);
  }
  const experiment = { plan: revision.plan, field, estimated: setup, trueParameters: setup };
  const log = travelLogOf(recording, setup.drive, setup.gyro.rightPositive);
  if (log === null) {
    throw new Error(
      say`What the link sent lacks time, one of the motors or the heading: the program has to send t_s, left_deg, right_deg and heading_deg.`,
    );
  }
  const laid = await simulation.ask((door) => door.recorded(experiment, log, SEED));
  if (laid === null)
    throw new Error(
      say`Nothing moves in what the link sent: it has to be connected before the run begins.`,
    );
  return { laid, experiment };
}

/** What the link sent of a run, laid over its forecast, with the moment where it left it. */
export function RunTelemetry({ telemetryId, run, routeId, robotId, field }: RunTelemetryProps) {
  const { revisionId, setupId } = run;
  const wanted = useMemo(
    () => ({ telemetryId, revisionId, setupId, routeId, robotId, field }),
    [telemetryId, revisionId, setupId, routeId, robotId, field],
  );
  const reading = useWorker(benchWorker);
  const { found, fault } = useWorked(simulationWorker, wanted, (simulation, at) =>
    laidOver(reading, simulation, at),
  );
  if (fault !== null) return <Notice tone="fault">{fault}</Notice>;
  if (found === null) return <p role="status">{say`Laying the run over its forecast …`}</p>;
  const { expected, measured, departure } = found.laid;
  const band = (of: 'heading' | 'travelled', side: -1 | 1, scale: number) =>
    expected.map((moment) => ({
      x: moment.time,
      y:
        scale *
        (moment[of] +
          side * 2 * (of === 'heading' ? moment.headingSpread : moment.travelledSpread)),
    }));
  const degree = -degrees(1);
  const left =
    departure === null
      ? []
      : [{ from: departure.time, to: departure.time + 0.4, word: say`leaves it here` }];
  return (
    <>
      <p role="status">{departureWords(departure, found.experiment)}</p>
      <div className={styles['plots']}>
        <Plot
          label={say`Heading over time: recorded and expected`}
          why={say`The heading that the hub sent, over the band in which 19 of 20 simulated runs lie. Where it leaves the band is where the run went another way.`}
          x={{ title: '' }}
          y={{ title: say`heading right, °` }}
          shaded={departure?.of === 'heading' ? left : []}
          series={[
            { label: say`expected, 19 of 20`, look: 'fit', points: band('heading', -1, degree) },
            { label: '', look: 'fit', points: band('heading', 1, degree) },
            {
              label: say`recorded`,
              look: 'trace',
              points: measured.map(({ time, heading }) => ({ x: time, y: degree * heading })),
            },
          ]}
        />
        <Plot
          label={say`Way driven over time: recorded and expected`}
          why={say`The way by the encoders that the hub sent, over the band in which 19 of 20 simulated runs lie.`}
          x={{ title: 's' }}
          y={{ title: say`driven`, kind: 'length' }}
          shaded={departure?.of === 'distance' ? left : []}
          series={[
            { label: '', look: 'fit', points: band('travelled', -1, 1) },
            { label: '', look: 'fit', points: band('travelled', 1, 1) },
            {
              label: '',
              look: 'trace',
              points: measured.map(({ time, travelled }) => ({ x: time, y: travelled })),
            },
          ]}
        />
      </div>
    </>
  );
}

function departureWords(departure: Divergence | null, { plan, estimated }: Experiment): string {
  if (departure === null) return say`The run stays within what was expected, to its end.`;
  const step = stepsOf(plan.moves)[departure.step]!;
  const { title } = titlesOf(plan.moves, estimated)[step.position]!;
  const by =
    departure.of === 'heading'
      ? say`${formatNumber(Math.abs(degrees(departure.by)), 1)}° too far ${departure.by > 0 ? say`left` : say`right`}`
      : say`${formatQuantity(Math.abs(departure.by), 'length', 0)} too ${departure.by > 0 ? say`far` : say`short`}`;
  return say`It leaves what was expected ${formatNumber(departure.time, 1)} s after the start, in move ${step.position + 1}, ${title}: soon ${by}.`;
}
