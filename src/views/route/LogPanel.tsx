import { useState } from 'react';
import { motionLogOf } from '../../core/benches/logs.ts';
import { fitLog, type LogFit } from '../../core/analysis/tuning/fitLog.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import { benchWorker } from '../../ui/benchWorker.ts';
import { useWorker } from '../../ui/useWorker.ts';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { RecordingSource } from '../../ui/RecordingSource.tsx';
import styles from './Panels.module.css';
import { say } from '../../core/language/say.ts';

/** A log of a turn laid over the simulation, with delay, lag and noise fitted to it. */
export function LogPanel({ setup }: { setup: RobotParameters }) {
  const worker = useWorker(benchWorker);
  const [fit, setFit] = useState<LogFit | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const points = (list: LogFit['measured']) =>
    list.map(({ time, gyro }) => ({ x: time, y: degrees(gyro) }));
  return (
    <>
      <h2>{say`Lay a log over it`}</h2>
      <p>{say`A log of one turn on the spot from rest, with time, both motors and heading: it shows how late this robot really is.`}</p>
      <RecordingSource
        worker={worker}
        example={'t_s,left_deg,right_deg,heading_deg\n0.00,0,0,0.1'}
        onRecording={(recording) => {
          const log = motionLogOf(recording, setup.drive, setup.gyro.rightPositive);
          const found = log === null ? null : fitLog(log, setup);
          setFit(found);
          setFault(
            log === null
              ? say`This log lacks time, one of the motors or the heading, so nothing was fitted. Send t_s, left_deg, right_deg and heading_deg.`
              : found === null
                ? say`No turn from rest of more than 23° is in this log, so nothing was fitted. Log one turn of 90° from standing still.`
                : null,
          );
        }}
        onFault={setFault}
      />
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
      {fit !== null && (
        <>
          <div className={styles['plot']}>
            <Plot
              label={say`The log over the simulation`}
              why={say`Crosses are the heading of your log; the thin line is what the robot of this setup would have done, the dashed one the robot that fits the log best.`}
              x={{ title: 's' }}
              y={{ title: say`heading, °` }}
              series={[
                { label: say`log`, look: 'measured', points: points(fit.measured) },
                { label: say`by the setup`, look: 'limit', points: points(fit.simulated) },
                { label: say`fitted`, look: 'fit', points: points(fit.fitted) },
              ]}
            />
          </div>
          <Figures
            figures={[
              {
                label: say`Motors lag by`,
                value: say`${milliseconds(fit.lag.value)}, setup ${milliseconds(setup.motor.lag)}`,
                why: say`95 % interval ${milliseconds(fit.lag.low)} to ${milliseconds(fit.lag.high)}. Fitted to the heading by the wheels.`,
              },
              {
                label: say`Gyro tells late by`,
                value: say`${milliseconds(fit.latency.value)}, setup ${milliseconds(setup.gyro.latency)}`,
                why: say`95 % interval ${milliseconds(fit.latency.low)} to ${milliseconds(fit.latency.high)}. How much later the gyro tells the turn than the wheels do.`,
              },
              {
                label: say`Noise of the heading`,
                value: `${formatNumber(degrees(fit.noise), 2)}°`,
              },
            ]}
          />
          <p
            className={styles['hint']}
          >{say`Where these differ from the setup, change the setup on the Bench; the steering that is recommended here follows.`}</p>
        </>
      )}
    </>
  );
}

function milliseconds(time: number): string {
  return say`${formatNumber(1000 * time, 0)} ms`;
}
