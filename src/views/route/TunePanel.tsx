import { useState } from 'react';
import {
  loopResponse,
  responseMetrics,
  type LoopKind,
  type LoopResponse,
  type LoopSetting,
} from '../../core/analysis/tuning/response.ts';
import { gainUnit, recommendedGain, shownGain } from '../../core/analysis/tuning/stabilityMap.ts';
import { remedyFor, SYMPTOMS, type Symptom } from '../../core/analysis/tuning/symptoms.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { powerPerRate } from '../../core/program/power.ts';
import { definitionOf, type Move } from '../../core/moves/index.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import { Button } from '../../ui/Button.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { Explanation } from '../../ui/Explanation.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { LogPanel } from './LogPanel.tsx';
import styles from './Panels.module.css';
import { TuningMap } from './TuningMap.tsx';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface TunePanelProps {
  move: Move | null;
  setup: RobotParameters;
  onChange: (move: Move) => void;
}

/** s that a response is shown for. */
const SHOWN_FOR: Record<LoopKind, number> = { gyro: 1.5, encoders: 1.5, wall: 4, line: 3 };

/** Tuning of the loop that keeps the chosen move straight: its answer, the map, and what helps. */
export default function TunePanel({ move, setup, onChange }: TunePanelProps) {
  const [symptom, setSymptom] = useState<Symptom | null>(null);
  const setting = move === null ? null : settingOf(move, setup);
  const remedy = setting === null || symptom === null ? null : remedyFor(symptom, setup, setting);
  if (move === null || setting === null) {
    return (
      <p
        className={styles['hint']}
      >{say`Choose a straight that is held by the gyro or the encoders, or a move that follows a wall or a line. Its steering is tuned here.`}</p>
    );
  }
  const { kind, speed, gain } = setting;
  const unit = gainUnit(kind);
  const shown = (value: number) =>
    formatNumber(shownGain(setup, kind, value, powerPerRate(setup)), 2);
  const best = recommendedGain(setup, kind, speed);
  const response = loopResponse(setup, setting, SHOWN_FOR[kind]);
  const metrics = responseMetrics(loopResponse(setup, setting, 2 * SHOWN_FOR[kind]));
  const take = (next: LoopSetting) => onChange(withSetting(move, next));
  return (
    <section className={styles['panel']} aria-label={say`Tuning`}>
      <p>{sayWith`Steering ${(<b className="mono">{shown(gain)}</b>)} ${unit} at ${(<b className="mono">{formatNumber(speed, 0)}</b>)} mm/s.`}</p>
      <div className={styles['plot']}>
        <Plot
          label={say`Answer to an error`}
          why={say`The robot starts a little off, without noise, and the loop brings it back. Good is a curve that comes to zero soon and hardly crosses it; one that swings on and on, or grows, means too much gain for the delays of this robot.`}
          x={{ title: 's' }}
          y={
            kind === 'gyro' || kind === 'encoders'
              ? { title: say`error, °` }
              : { title: say`error`, kind: 'length' }
          }
          series={[
            { label: say`now`, look: 'fit', points: pointsOf(response, kind) },
            ...(remedy?.setting
              ? [
                  {
                    label: say`after`,
                    look: 'trace' as const,
                    points: pointsOf(loopResponse(setup, remedy.setting, SHOWN_FOR[kind]), kind),
                  },
                ]
              : []),
          ]}
        />
      </div>
      <Figures
        figures={[
          {
            label: say`Back within a twentieth after`,
            value:
              metrics.settling === null ? say`never` : `${formatNumber(metrics.settling, 2)} s`,
          },
          { label: say`Overshoots by`, value: `${formatNumber(100 * metrics.overshoot, 0)} %` },
          {
            label: say`A tenth is left after`,
            value: metrics.rise === null ? say`never` : `${formatNumber(metrics.rise, 2)} s`,
          },
          {
            label: say`Error summed up`,
            value: `${formatNumber(metrics.absoluteError, 2)} s`,
            why: say`The integral of the error without its sign, over the first error (IAE). Smaller is better.`,
          },
          {
            label: say`Steers by`,
            value: `${formatNumber(100 * metrics.effort, 1)} %`,
            why: say`Half the difference of the wheels over their mean, on average.`,
          },
        ]}
      />
      {Math.abs(best / gain - 1) > 0.02 && (
        <Button
          onClick={() => take({ ...setting, gain: best })}
        >{say`Take the recommended ${shown(best)} ${unit}`}</Button>
      )}
      <TuningMap setup={setup} setting={setting} onPick={take} />
      <Explanation
        of={say`Each field is one setting, tried on a simulated robot of this setup that starts a little off: whether the loop comes to rest, swings for long, or never stops. A press takes the setting.`}
      />
      <h2>{say`What does the robot do?`}</h2>
      <div className={styles['symptoms']}>
        {SYMPTOMS.filter(({ loops }) => loops.includes(kind)).map((one) => (
          <button
            key={one.symptom}
            type="button"
            aria-pressed={symptom === one.symptom}
            onClick={() => setSymptom(symptom === one.symptom ? null : one.symptom)}
          >
            {one.words}
          </button>
        ))}
      </div>
      {remedy !== null && (
        <>
          <p className={styles['advice']}>{remedy.advice}</p>
          <p>{remedy.why}</p>
          {remedy.setting !== null && (
            <Button
              onClick={() => {
                take(remedy.setting!);
                setSymptom(null);
              }}
            >{say`Take it over`}</Button>
          )}
        </>
      )}
      <LogPanel setup={setup} />
    </section>
  );
}

/** The loop of a move; null when it has none. */
function settingOf(move: Move, setup: RobotParameters): LoopSetting | null {
  const kind = definitionOf(move.kind).loop?.(move) ?? null;
  if (kind === null || !('gain' in move)) return null;
  const { speed } = move;
  return { kind, speed, gain: move.gain ?? usualGain(setup, kind, speed) };
}

/** The gain of a move that has none of its own. */
function usualGain(setup: RobotParameters, kind: LoopKind, speed: number): number {
  switch (kind) {
    case 'gyro':
      return setup.program.headingGain;
    case 'encoders':
      return setup.program.encoderGain;
    default:
      return recommendedGain(setup, kind, speed);
  }
}

/** The move with the gain and speed of a loop. */
function withSetting(move: Move, { gain, speed }: LoopSetting): Move {
  return 'gain' in move ? { ...move, gain, speed } : move;
}

function pointsOf({ times, errors }: LoopResponse, kind: LoopKind): { x: number; y: number }[] {
  const angle = kind === 'gyro' || kind === 'encoders';
  return times.map((x, i) => ({ x, y: angle ? degrees(errors[i]!) : errors[i]! }));
}
