import type { Step } from '../../core/route/plan.ts';
import { runThrough, type RunRecord } from '../../core/simulation/run.ts';

/** Where a step stands on the strip. */
export interface Span {
  /** s on the strip, which is longer than the run where a way that is not taken lasts longer. */
  from: number;
  to: number;
  /** A step of a way shares the height with the other way: the yes above, the no below. */
  lane: 'whole' | 'yes' | 'no';
  /** Whether a robot without noise goes the other way. */
  astray: boolean;
}

/** The two ways of a choice on the strip, s. */
export interface Fork {
  look: number;
  from: number;
  to: number;
}

/** The steps of a run side by side on the strip; the ways of a choice one above the other, both from where it looked. */
export class StripLayout {
  readonly spans: Span[] = [];
  readonly forks: Fork[] = [];
  /** s of the whole strip. */
  readonly duration: number;

  constructor(
    steps: readonly Step[],
    private readonly nominal: RunRecord,
    others: ReadonlyMap<string, RunRecord>,
  ) {
    let at = 0;
    let fork: { look: number; from: number; yes: number; no: number } | null = null;
    const close = () => {
      if (fork === null) return;
      at = Math.max(fork.yes, fork.no);
      if (at > fork.from) this.forks.push({ look: fork.look, from: fork.from, to: at });
      fork = null;
    };
    steps.forEach(({ when }, i) => {
      const record = runThrough(i, nominal, others).moves[i];
      const lasts = record === undefined ? 0 : record.to - record.from;
      const astray = nominal.moves[i]?.ended === 'passed over';
      if (when === null || fork?.look !== when.look) close();
      if (when === null) {
        this.spans.push({ from: at, to: at + lasts, lane: 'whole', astray });
        at += lasts;
        return;
      }
      fork ??= { look: when.look, from: at, yes: at, no: at };
      const lane = when.answer ? 'yes' : 'no';
      this.spans.push({ from: fork[lane], to: fork[lane] + lasts, lane, astray });
      fork[lane] += lasts;
    });
    close();
    this.duration = Math.max(at, 0.001);
  }

  /** Where a moment of the run stands on the strip, within a step of it. */
  placeIn(step: number, time: number): number {
    const span = this.spans[step];
    const record = this.nominal.moves[step];
    return span === undefined || record === undefined ? time : span.from + time - record.from;
  }

  /** Where a moment of the run stands on the strip. */
  placeOf(time: number): number {
    const step = this.nominal.moves.findIndex(
      ({ ended, to }) => ended !== 'passed over' && time <= to,
    );
    return step < 0 ? this.duration : this.placeIn(step, time);
  }

  /** The moment of the run at a place of the strip; beside a way that lasts longer, the end of the one that is taken. */
  timeAt(place: number): number {
    const step = this.spans.findLastIndex(({ from, astray }) => !astray && from <= place);
    const record = this.nominal.moves[step];
    if (record === undefined) return 0;
    return Math.min(record.to, record.from + place - this.spans[step]!.from);
  }
}
