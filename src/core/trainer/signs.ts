import { recommendedGain } from '../analysis/tuning/stabilityMap.ts';
import { spreadOf } from '../robot/knowledge.ts';
import { setupValue } from '../robot/parameters.ts';
import type { BenchOutcome } from './benchTrials.ts';
import type { DrivenRuns } from './drivenRuns.ts';
import type { DrillBench, Look, World } from './world.ts';
import { APPROACH, SOURCES } from './yard.ts';

/** A number of a bench is off when it lies beyond so many standard deviations of both. */
const OFF = 3.5;
/** Ruler and eye: a sensor that sits farther off, mm; dust that one sees; a gain that is high, over what is recommended. */
const RULER = 5;
const SEEN_DUST = 2;
const HIGH = 2.5;

/** All that the sheets say of a drill so far. */
export class Signs {
  constructor(
    private readonly world: World,
    readonly driven: DrivenRuns,
    readonly benches: ReadonlyMap<DrillBench, BenchOutcome | null>,
    private readonly looks: ReadonlySet<Look>,
  ) {}

  get unitIsOdd(): boolean {
    return this.benches.get('range')?.unitIsOdd ?? false;
  }

  /** Whether a place was looked at. */
  looked(at: Look): boolean {
    return this.looks.has(at);
  }

  /** What one sees there, whoever looks. */
  get isDusty(): boolean {
    return this.world.truth.ground.slip > SEEN_DUST * this.world.believed.ground.slip;
  }

  get sitsElsewhere(): boolean {
    const { truth, believed } = this.world;
    return Math.abs(truth.light.firstX - believed.light.firstX) > RULER;
  }

  get gainIsHigh(): boolean {
    const { believed } = this.world;
    const recommended = recommendedGain(believed, 'gyro', APPROACH.speed);
    return believed.program.headingGain > HIGH * recommended;
  }

  get asksForEquality(): boolean {
    return this.world.asksForEquality;
  }

  /** Whether a bench was done, and found another number than the setup has. */
  isOff(bench: DrillBench, path: string): boolean {
    const outcome = this.benches.get(bench);
    const finding = outcome?.findings[path];
    if (finding === undefined) return false;
    const { believed } = this.world;
    const value = setupValue(believed, path);
    if (path === 'light.threshold') return !this.thresholdFits;
    if (typeof value !== 'number' || typeof finding.value !== 'number')
      return finding.value !== value;
    const spread = Math.hypot(finding.spread ?? 0, spreadOf(believed, path, SOURCES[path]));
    return Math.abs(finding.value - value) > OFF * spread;
  }

  /** A threshold is good for as long as it lies well between dark and light. */
  private get thresholdFits(): boolean {
    const { dark, light } = this.levels;
    const { threshold } = this.world.believed.light;
    const margin = 0.2 * (light - dark);
    return threshold > dark + margin && threshold < light - margin;
  }

  private get levels(): { dark: number; light: number } {
    const { findings } = this.benches.get('light')!;
    return {
      dark: findings['light.dark']!.value as number,
      light: findings['light.light']!.value as number,
    };
  }
}
