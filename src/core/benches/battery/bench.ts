import { z } from 'zod';
import { mean } from '../../mathematics/sample.ts';
import { conditionsSchema, defineBench, readings } from '../definition.ts';
import { lastOf, valueOf, valuesOf } from '../episodes.ts';
import { motionOf } from './motion.ts';
import { isStraight, isTurn } from '../seenDrive.ts';
import { say } from '../../language/say.ts';

/** The same straight, or the same turn, at several voltages. */
export const batteryBench = defineBench({
  kind: 'battery',
  get name() {
    return say`Battery`;
  },
  get measures() {
    return say`Battery: the same move at several voltages`;
  },
  members: {
    conditions: conditionsSchema,
    move: z.enum(['straight', 'turn']),
    /** What was asked for each time: mm of a straight, rad of a turn, without sign. */
    told: z.number().positive().max(20000),
    trials: readings({
      voltage: z.number().positive().max(100),
      /** What came of it by tape or protractor, in the same unit. */
      measured: z.number().nonnegative().max(20000),
      /** How far it went on after it began to stop, in the same unit. */
      stopping: z.number().nonnegative().max(20000).nullable(),
      /** Top speed, mm/s or rad/s. */
      top: z.number().positive().max(20000).nullable(),
      /** Share of the lines on which a sensor of the bus did not answer. */
      faults: z.number().min(0).max(1).nullable(),
    }),
  },
  /** A straight that somebody measured, or a turn, with what the motors said meanwhile. */
  fromTelemetry(segment, { drive }, bench) {
    const event = segment.at(-1)?.event;
    const straight = event === 'driven';
    const measured = lastOf(segment, straight ? 'ahead' : 'turned');
    const volts = valuesOf(segment, 'battery');
    if ((!straight && event !== 'turned') || measured === null || volts.length === 0) return [];
    if (bench !== undefined && (bench.move === 'straight') !== straight) return [];
    const motion = motionOf(segment, drive, straight ? 'straight' : 'turn');
    const silent = segment.filter((line) => valueOf(line, 'heading') === null).length;
    return [
      {
        voltage: rounded(mean(volts)),
        measured: Math.abs(measured),
        stopping: motion === null ? null : rounded(motion.stopping),
        top: motion === null ? null : rounded(motion.top),
        faults: rounded(silent / segment.length),
      },
    ];
  },
  /** Only motors say when it began to stop. */
  byCamera: {
    event: ({ move }) => (move === 'straight' ? 'driven' : 'turned'),
    needs: ['voltage'],
    read: (drive, { voltage }, { move, told }) => {
      const straight = move === 'straight';
      const fits = straight ? isStraight(drive, told) : isTurn(drive, told);
      if (typeof voltage !== 'number' || !fits) return null;
      return {
        voltage,
        measured: straight ? drive.ahead : Math.abs(drive.turned),
        stopping: null,
        top: rounded(straight ? drive.top.speed : drive.top.rate),
        faults: null,
      };
    },
  },
});

/** No voltmeter and no motor is read finer than to the third place. */
function rounded(value: number): number {
  return Number(value.toFixed(3));
}
