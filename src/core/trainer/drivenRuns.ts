import { learn, type Learned } from '../analysis/learning/learn.ts';
import { measuredSources, type MeasuredSource } from '../analysis/moves/measuredSources.ts';
import {
  bySureness,
  moveDeviations,
  type MoveDeviation,
} from '../analysis/moves/moveDeviations.ts';
import { verdictOf, type Verdict } from '../analysis/runs/verdict.ts';
import { mean } from '../mathematics/sample.ts';
import { knowledgeOf } from '../robot/knowledge.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import type { Experiment } from '../simulation/run.ts';
import type { DrillRun } from './drive.ts';
import { BELL, GOAL, ROUTE, SOURCES, YARD, ZONE } from './yard.ts';

/** A straight by the gyro that goes to and fro by more snakes, rad. */
const SNAKES = 0.2;
/** A pack that loses so much over the runs falls, V. */
const FALLS = 0.4;
/** A source of spread is named when it is surely by so much more than assumed. */
const SPREADS_MORE = 1.5;

/**
 * What the sheets say of the runs of a drill. Each is worked out when it is first asked for, because some take a while:
 * so this is a class.
 */
export class DrivenRuns {
  private readonly known = new Map<string, unknown>();
  private readonly view: Experiment;

  constructor(
    readonly believed: RobotParameters,
    readonly runs: readonly DrillRun[],
  ) {
    this.view = {
      plan: ROUTE,
      field: YARD,
      estimated: believed,
      trueParameters: believed,
      knowledge: knowledgeOf(believed, SOURCES),
    };
  }
  /** What to change, by where the runs ended. */
  get verdict(): Verdict {
    return this.once('verdict', () =>
      verdictOf(
        this.runs.map(({ offset, battery }) => ({ offset, hit: null, battery })),
        ZONE,
        GOAL,
      ),
    );
  }

  /** Moves that err in every run, or nearly, most surely first. */
  get erring(): MoveDeviation[] {
    return this.once('erring', () =>
      moveDeviations(this.view, this.seen)
        .filter(({ errs }) => errs)
        .sort(bySureness),
    );
  }

  /** What all runs together say of the numbers of the robot. */
  get learned(): Learned | null {
    return this.once('learned', () => {
      const runs = this.runs.map(({ offset, seen }) => ({
        session: 'drill',
        measurements: [{ checkpointId: BELL.id, ...offset }],
        seen,
      }));
      const { estimated, knowledge } = this.view;
      return learn([{ plan: ROUTE, field: YARD, runs }], estimated, knowledge!);
    });
  }

  /** The source that surely spreads more than was assumed, by most; null when none does. */
  get spreadsMore(): MeasuredSource['source'] | null {
    const [most] = this.sources;
    return most === undefined || most.factor.low < SPREADS_MORE ? null : most.source;
  }

  /** Each source of spread as the camera saw it, over what was assumed, the surest first. */
  get sources(): MeasuredSource[] {
    return this.once('sources', () =>
      measuredSources(this.view, this.seen).sort((a, b) => b.factor.low - a.factor.low),
    );
  }

  /** The move that gave up in most runs or in some, with the share of them; null when none did. */
  get givesUp(): { moveId: string; share: number } | null {
    const shares = ROUTE.moves.map(({ id }) => ({
      moveId: id,
      share: mean(this.runs.map(({ gaveUp }) => Number(gaveUp.includes(id)))),
    }));
    // What gives up first is what is wrong; the moves after it are lost.
    return shares.find(({ share }) => share > 0) ?? null;
  }

  /** Whether it snakes in straights that the gyro holds. */
  get snakes(): boolean {
    return mean(this.runs.map(({ swing }) => swing)) > SNAKES;
  }

  /** Whether the battery lost much over the runs. */
  get batteryFalls(): boolean {
    const volts = this.runs.map(({ battery }) => battery);
    return volts.length > 1 && volts[0]! - volts.at(-1)! > FALLS;
  }

  private get seen() {
    return this.runs.map(({ seen }) => seen);
  }

  private once<T>(name: string, work: () => T): T {
    if (!this.known.has(name)) this.known.set(name, work());
    return this.known.get(name) as T;
  }
}
