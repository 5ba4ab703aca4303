import type { Slip } from '../../core/benches/slips.ts';
import type { ReactNode } from 'react';
import type { Bench } from '../../core/benches/index.ts';
import type { ReadingColumn } from '../../core/formats/readingsTable.ts';
import type { PracticeCommand } from '../../core/practice/commands.ts';
import type { Findings } from '../../core/robot/finding.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
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
  need: string;
  steps: readonly string[];
  caution?: string;
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
  /** Questions that the result answers. */
  More?: (props: Shown<B, R> & { earlier: readonly B[] }) => ReactNode;
  /** Numbers of a setup that the result gives; empty when it gives none. */
  findings: (shown: Shown<B, R>) => Findings;
  trend: (shown: Shown<B, R>) => Trend;
  /** A few words for the list of benches. */
  state: (shown: Shown<B, R>) => string;
  practice: (bench: B, setup: RobotParameters) => PracticeOffer[];
}

/** The same thing several times. */
export function times<T>(count: number, thing: T): T[] {
  return Array.from({ length: count }, () => thing);
}
