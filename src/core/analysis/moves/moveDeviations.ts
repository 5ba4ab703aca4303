import { radians, wrapAngle } from '../../mathematics/angle.ts';
import { mean, meanEstimate, standardDeviation } from '../../mathematics/sample.ts';
import { pValue, type Estimate } from '../../mathematics/leastSquares.ts';
import { aimableNumber, shiftedPlan, stepsOf, type RoutePlan } from '../../route/plan.ts';
import { instructionsOf } from '../../route/instructions.ts';
import { nominalRun, randomRun, type Experiment, type RunRecord } from '../../simulation/run.ts';
import type { MoveReading, SeenRunMoves } from '../../telemetry/seenRun.ts';
import { sensesField } from '../budget/stepModel.ts';

/**
 * What of a move is looked at: how far it turned; to which heading, counted from the start; how far it went; or, for one
 * that the table ends, where it stood.
 */
export type JudgedBy = 'turn' | 'heading' | 'length' | 'place';

/** How one move of a plan goes in all runs that were seen, against the plan: rad for turns and headings, mm for the others. */
export interface MoveDeviation {
  moveId: string;
  step: number;
  /** Position of the move in the plan. */
  position: number;
  by: JudgedBy;
  /** Too far is positive: one a run, in their order; null where nobody saw the move. */
  values: (number | null)[];
  /** The mean with its 95 % interval; null with one run. */
  offset: Estimate | null;
  /** From run to run: as it was seen, and as the forecast assumes it. */
  spread: number;
  assumed: number;
  /** Whether it errs, beyond what chance does among so many moves. */
  errs: boolean;
  /** Whether it errs in the same direction in every run, or nearly. */
  always: boolean;
}

/** A finding among all moves together is wrong in one route of a hundred. */
export const WRONG = 0.01;
/** Less than this nobody changes, mm and rad. */
export const WORTH = { length: 1, angle: 0.0035 };
/** A turn that goes less than this, mm for each rad, is judged by how far it turns. */
const TURNS_WITHIN = 60;
/** Simulated runs by which the spread of a move is assumed. */
export const SIMULATED = 80;
const SEED = 53;

/** What each move of a plan does, in all runs of it that were seen. In the order of the steps. */
export function moveDeviations(
  experiment: Experiment,
  seen: readonly SeenRunMoves[],
): MoveDeviation[] {
  const { plan, estimated } = experiment;
  const steps = stepsOf(plan.moves);
  const instructions = instructionsOf(plan.moves, estimated);
  const nominal = seenOf(nominalRun(experiment));
  const simulated = Array.from({ length: SIMULATED }, (_, run) =>
    seenOf(randomRun(experiment, SEED, run)),
  );
  const judged = nominal.moves.flatMap((planned): MoveDeviation[] => {
    const { move, position } = steps[planned.step]!;
    const by = judgedBy(
      planned,
      sensesField(instructions[planned.step]!),
      aimableNumber(move)?.name === 'heading',
    );
    if (by === null) return [];
    const valuesOf = (runs: readonly SeenRunMoves[]) =>
      runs.map((run) => {
        const reading = run.moves.find(({ step }) => step === planned.step);
        return reading === undefined ? null : deviation(by, run, reading, nominal, planned);
      });
    const values = valuesOf(seen);
    const known = knownOf(values);
    return [
      {
        moveId: planned.moveId,
        step: planned.step,
        position,
        by,
        values,
        offset: meanEstimate(known),
        spread: standardDeviation(known),
        assumed: standardDeviation(knownOf(valuesOf(simulated))),
        errs: false,
        always: known.length > 1 && Math.abs(mean(known)) > 2 * standardDeviation(known),
      },
    ];
  });
  return judged.map((one) => ({
    ...one,
    errs:
      one.offset !== null &&
      one.offset.standardError > 0 &&
      Math.abs(one.offset.value) > (isAngle(one.by) ? WORTH.angle : WORTH.length) &&
      pValue(one.offset, 0, knownOf(one.values).length - 1) < WRONG / judged.length,
  }));
}

/** The move that errs most surely comes first: by its offset in standard errors. */
export function bySureness(a: MoveDeviation, b: MoveDeviation): number {
  const sureness = ({ offset }: MoveDeviation) =>
    offset === null ? 0 : Math.abs(offset.value) / offset.standardError;
  return sureness(b) - sureness(a);
}

/** What was seen of a move, without the runs in which it was not. */
export function knownOf(values: MoveDeviation['values']): number[] {
  return values.filter((value) => value !== null);
}

/** Whether a move is judged in rad. */
export function isAngle(by: JudgedBy): boolean {
  return by === 'turn' || by === 'heading';
}

/** Whether a move turned rather than went somewhere. */
export function isTurn({ length, turn }: Pick<MoveReading, 'length' | 'turn'>): boolean {
  return Math.abs(length) < TURNS_WITHIN * Math.abs(turn);
}

function judgedBy(planned: MoveReading, endsOnTable: boolean, toHeading: boolean): JudgedBy | null {
  if (isTurn(planned)) return toHeading ? 'heading' : 'turn';
  if (Math.abs(planned.length) < 1) return null;
  return endsOnTable ? 'place' : 'length';
}

/** How a move of a run differs from the plan; too far is positive. */
function deviation(
  by: JudgedBy,
  run: SeenRunMoves,
  reading: MoveReading,
  nominal: SeenRunMoves,
  planned: MoveReading,
): number {
  switch (by) {
    case 'turn':
      return Math.sign(planned.turn) * (reading.turn - planned.turn);
    case 'heading': {
      const here = reading.end.heading - run.start.heading;
      const there = planned.end.heading - nominal.start.heading;
      return Math.sign(planned.turn) * wrapAngle(here - there);
    }
    case 'length':
      return Math.sign(planned.length) * (reading.length - planned.length);
    case 'place': {
      const [dx, dy] = [reading.end.x - planned.end.x, reading.end.y - planned.end.y];
      const { heading } = planned.end;
      return Math.sign(planned.length) * (Math.cos(heading) * dx + Math.sin(heading) * dy);
    }
  }
}

/** A simulated run as it would be seen by who sees everything. */
export function seenOf({ moves, trace, end }: RunRecord): SeenRunMoves {
  let at = 0;
  return {
    start: moves[0]!.start,
    end,
    moves: moves.flatMap(({ moveId, from, to, start, end: stood, ended }, step): MoveReading[] => {
      let length = 0;
      while (at + 1 < trace.length && trace[at + 1]!.time <= to + 1e-9) {
        const [a, b] = [trace[at]!, trace[at + 1]!];
        const heading = (a.heading + b.heading) / 2;
        length += Math.cos(heading) * (b.x - a.x) + Math.sin(heading) * (b.y - a.y);
        at++;
      }
      if (ended === 'passed over' || to === from) return [];
      return [{ moveId, step, from, to, length, turn: stood.heading - start.heading, end: stood }];
    }),
  };
}

/** How much a number is changed to see what it does, rad and mm. */
const PROBE = { angle: 0.02, length: 3 };

/** To which a team can type a number. */
const GRID = { angle: radians(0.1), length: 0.5 };

/** The number of a move by which it would end where it was planned to end. */
export interface MoveCorrection {
  moveId: string;
  from: number;
  to: number;
  plan: RoutePlan;
}

/** By how much a move’s own number has to change so that its mean goes as planned; null where it has none that does it. */
export function correctionOf(
  experiment: Experiment,
  { moveId, step, by, offset }: MoveDeviation,
): MoveCorrection | null {
  const { plan } = experiment;
  const move = plan.moves.find(({ id }) => id === moveId);
  const aim = move === undefined ? null : aimableNumber(move);
  if (aim === null || offset === null) return null;
  const probe = aim.name === 'distance' ? PROBE.length : PROBE.angle;
  const shifted = (change: number) => shiftedPlan(plan, new Map([[moveId, change]]));
  const nominal = seenOf(nominalRun(experiment));
  const planned = nominal.moves.find((one) => one.step === step);
  const other = seenOf(nominalRun({ ...experiment, plan: shifted(probe) }));
  const reading = other.moves.find((one) => one.step === step);
  if (planned === undefined || reading === undefined) return null;
  const effect = deviation(by, other, reading, nominal, planned) / probe;
  if (Math.abs(effect) < 0.3) return null;
  const grid = aim.name === 'distance' ? GRID.length : GRID.angle;
  const to = grid * Math.round((aim.value - offset.value / effect) / grid);
  return { moveId, from: aim.value, to, plan: shifted(to - aim.value) };
}
