import type { AskedReading } from '../../core/benches/asked.ts';
import type { Slip } from '../../core/benches/slips.ts';
import type { ReactNode } from 'react';
import type { Bench } from '../../core/benches/index.ts';
import type { ReadingColumn } from '../../core/formats/readingsTable.ts';
import type { PracticeCommand } from '../../core/practice/commands.ts';
import type { Findings } from '../../core/robot/finding.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import type { Rgb } from '../../core/robot/colours.ts';
import type { Estimate } from '../../core/mathematics/leastSquares.ts';
import type { QuantityKind } from '../../core/mathematics/quantity.ts';
import type { Figure } from '../../ui/Figures.tsx';
import type { JudgingRoute } from './judgingRoute.ts';
import type { PlotProps } from '../../ui/Plot.tsx';

/** Benches whose readings are a table. */
export type AnyTrialBench = Extract<Bench, { trials: unknown }>;
export type Trial<B extends AnyTrialBench> = B['trials'][number];

/** A column as the table of readings shows it. */
export interface ShownColumn extends ReadingColumn {
  label: string;
  /** What stands in an empty row; its own last value when `keep`. */
  keep?: boolean;
  digits?: number;
  /** The quantity of telemetry that says it while the robot stands there. */
  live?: string;
}

/** Something that the practice robot can do for a bench. */
export interface PracticeOffer {
  label: string;
  commands: PracticeCommand[];
}

/** The one number by which records of a bench are compared over time. */
export interface Trend {
  label: string;
  kind: QuantityKind;
  digits: number;
  estimate: Estimate;
}

/** What a result is shown with. */
export interface Shown<B extends AnyTrialBench, R> {
  result: R;
  /** The bench with only the readings that count. */
  bench: B;
  setup: RobotParameters;
  /** Routes of the robot, on which it has its effect. */
  routes: readonly JudgingRoute[];
}

/** One bench with a table of readings: what it asks for, and how its result is said. */
export interface TrialBench<B extends AnyTrialBench, R> {
  kind: B['kind'];
  /** Headline while nothing is measured. */
  ask: string;
  /** An empty bench for this robot. */
  empty: (setup: RobotParameters) => B;
  columns: (bench: B) => readonly ShownColumn[];
  /** Choices that belong to the whole bench. */
  options?: (props: {
    bench: B;
    setup: RobotParameters;
    onChange: (part: Partial<B>) => void;
  }) => ReactNode;
  /** From the readings that count; null until there are enough. */
  result: (bench: B, setup: RobotParameters) => R | null;
  /** What is still missing while there is no result. */
  missing: (bench: B) => string;
  sentence: (shown: Shown<B, R>) => string;
  /** What to ask about readings that look like slips of the pen, of a bench with those that count. */
  slips?: (bench: B) => Slip[];
  /** Sentences about what is odd. */
  warnings?: (shown: Shown<B, R>) => string[];
  figures: (shown: Shown<B, R>) => Figure[];
  plot: (bench: B, result: R | null) => PlotProps;
  /** What the table says beside each reading that counts, such as its residual. */
  beside?: { label: string; value: (result: R, index: number, trial: Trial<B>) => string };
  /** The colour of a reading that is one. */
  colour?: (trial: Trial<B>) => Rgb;
  /** Questions that the result answers. */
  More?: (props: Shown<B, R> & { earlier: readonly B[] }) => ReactNode;
  /** Numbers of a setup that the result gives; empty when it gives none. */
  findings: (shown: Shown<B, R>) => Findings;
  trend: (shown: Shown<B, R>) => Trend;
  /** A few words for the list of benches. */
  state: (shown: Shown<B, R>) => string;
  practice: (bench: B, setup: RobotParameters) => PracticeOffer[];
  /** Its readings one at a time. */
  walk: Walk<B>;
}

/** A bench as it is gone through, one reading at a time. */
interface Walk<B extends AnyTrialBench> {
  /** What a whole bench asks for, in the order in which it is least work; one at least. */
  asked: (bench: B) => readonly AskedReading[];
  /** Half of a 95 % interval of its trend that is narrow enough, in core units; null where that is no question. */
  enough: ((bench: B) => number) | null;
  /** What the practice robot does for one reading; of the reading only what is known beforehand is there. */
  practice: (known: Trial<B>, bench: B) => PracticeCommand[];
}

/** The same thing several times. */
export function times<T>(count: number, thing: T): T[] {
  return Array.from({ length: count }, () => thing);
}
