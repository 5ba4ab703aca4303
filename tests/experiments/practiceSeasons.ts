import { tasksFromRuns } from '../../src/core/analysis/planning/today.ts';
import type { RouteEvidence } from '../../src/core/analysis/planning/tasks.ts';
import { wilsonInterval } from '../../src/core/mathematics/wilson.ts';
import { hitChance } from '../../src/core/analysis/runs/hitChance.ts';
import { normal, uniform, type Draw } from '../../src/core/mathematics/randomness.ts';
import { learnedHandovers } from '../../src/core/match/handovers.ts';
import { valueOf } from '../../src/core/match/improvements.ts';
import { matchPlanSchema, USUAL_TIMES } from '../../src/core/match/matchPlan.ts';
import type { MatchSources } from '../../src/core/match/plannedMatch.ts';
import { bestForAMinute, jobsOf } from '../../src/core/match/practicePlan.ts';
import type { RouteProspect } from '../../src/core/match/routeProspect.ts';

/** The zone of every model, mm, and how many runs a block of work takes. */
const RADIUS = 22;
const RUNS = 10;
/** How long an evening is, min. */
const EVENING = 90;

/** A route as it really is. */
interface TrueRoute {
  id: string;
  points: number;
  seconds: number;
  minutesPerRun: number;
  /** Where its runs end on average, mm from the middle, and how far they spread. */
  offset: { along: number; left: number };
  spread: number;
}

/** What is known of it by the last block of work; null before the first. */
type Known = { hits: number; offset: { along: number; left: number }; spread: number } | null;

interface Team {
  routes: TrueRoute[];
  seconds: number;
}

type Choose = (team: Team, known: ReadonlyMap<string, Known>, minutes: number) => TrueRoute | null;

/** Points of a match after some evenings, team by team, by three ways to choose what to work on next. */
export function seasons(
  teams: number,
  seed: number,
  evenings: number,
): Record<'planned' | 'weakest' | 'inTurn', number[]> {
  const play = (choose: Choose) =>
    Array.from({ length: teams }, (_, number) => season(seed, number, evenings, choose));
  return { planned: play(byPlan), weakest: play(weakestFirst), inTurn: play(inTurn()) };
}

function season(seed: number, number: number, evenings: number, choose: Choose): number {
  const team = randomTeam(uniform(seed, number, 1), normal(seed, number, 2));
  const known = new Map<string, Known>(team.routes.map(({ id }) => [id, null]));
  // Each route has its own luck, block by block, whoever chooses.
  const luck = new Map(
    team.routes.map(({ id }, r) => [
      id,
      { normal: normal(seed, number, 10 + r), uniform: uniform(seed, number, 30 + r) },
    ]),
  );
  for (let evening = 0; evening < evenings; evening++) {
    let minutes = EVENING;
    for (;;) {
      const route = choose(team, known, minutes);
      if (route === null || blockOf(route) > minutes) break;
      minutes -= blockOf(route);
      known.set(route.id, worked(route, known.get(route.id)!, luck.get(route.id)!));
    }
  }
  return valueOf(sourcesOf(team, ({ offset, spread }) => chanceAt(offset, spread)));
}

function randomTeam(draw: Draw, bell: Draw): Team {
  const between = (low: number, high: number) => low + (high - low) * draw();
  const routes = Array.from({ length: 5 }, (_, r): TrueRoute => ({
    id: `00000000-0000-4000-8000-00000000000${r}`,
    points: 5 * Math.round(between(1, 10)),
    seconds: between(10, 35),
    minutesPerRun: between(0.8, 1.6),
    offset: { along: 16 * bell(), left: 16 * bell() },
    spread: between(5, 16),
  }));
  return { routes, seconds: Math.round(between(70, 130)) };
}

function blockOf({ minutesPerRun }: TrueRoute): number {
  return 2 + RUNS * minutesPerRun;
}

function chanceAt(offset: TrueRoute['offset'], spread: number): number {
  return hitChance(
    {
      target: { x: 0, y: 0, heading: 0 },
      shape: { kind: 'circle', radius: RADIUS },
      headingTolerance: null,
    },
    {
      covariance: { along: spread ** 2, left: spread ** 2, cross: 0 },
      turnedSpread: 0.01,
      turnedWithAlong: 0,
      turnedWithLeft: 0,
    },
    { ...offset, turned: 0 },
  );
}

/** Whether the runs lie beside the middle beyond their luck: then the aim is changed, else the spread is worked on. */
function aims({ offset, spread }: NonNullable<Known>): boolean {
  return Math.hypot(offset.along, offset.left) > (2 * spread) / Math.sqrt(RUNS);
}

/** No robot spreads less, and so far does a change move the aim, mm. */
const TIGHTEST = 4;
const CHANGED = 4;

/** A block of work: what was found before is changed, then ten runs are driven. */
function worked(
  route: TrueRoute,
  known: Known,
  luck: { normal: Draw; uniform: Draw },
): NonNullable<Known> {
  if (known !== null) {
    if (aims(known)) {
      route.offset = {
        along: route.offset.along - known.offset.along,
        left: route.offset.left - known.offset.left,
      };
    }
    // What should make it tighter does so more or less, and moves the aim a little.
    else {
      route.spread = Math.max(TIGHTEST, route.spread * (1 - 0.35 * luck.uniform()));
      const moved = () => CHANGED * luck.normal();
      route.offset = { along: route.offset.along + moved(), left: route.offset.left + moved() };
    }
  }
  const { offset, spread } = route;
  const runs = Array.from({ length: RUNS }, () => ({
    along: offset.along + spread * luck.normal(),
    left: offset.left + spread * luck.normal(),
  }));
  const mean = (axis: 'along' | 'left') => runs.reduce((sum, run) => sum + run[axis], 0) / RUNS;
  const middle = { along: mean('along'), left: mean('left') };
  const squares = runs.reduce(
    (sum, run) => sum + (run.along - middle.along) ** 2 + (run.left - middle.left) ** 2,
    0,
  );
  return {
    hits: runs.filter(({ along, left }) => Math.hypot(along, left) < RADIUS).length,
    offset: middle,
    spread: Math.sqrt(squares / (2 * (RUNS - 1))),
  };
}

/** What a match follows from when its routes have certain chances. */
function sourcesOf(team: Team, chanceOf: (route: TrueRoute) => number): MatchSources {
  const plan = matchPlanSchema.parse({
    seconds: team.seconds,
    goal: 'mean',
    entries: team.routes.map(({ id }, i) => ({ id: `e${i}`, routeId: id })),
    ...USUAL_TIMES,
  });
  const prospects = new Map(
    team.routes.map((route): [string, RouteProspect] => {
      const chance = chanceOf(route);
      const gained = (hit: boolean) => [
        { modelId: route.id, hit, points: hit ? route.points : 0, full: route.points },
      ];
      return [
        route.id,
        {
          outcomes: [
            { chance, gained: gained(true) },
            { chance: 1 - chance, gained: gained(false) },
          ],
          chance: { expected: chance, low: chance, high: chance },
          runs: RUNS,
          newest: null,
          time: { mean: route.seconds, sd: 0.04 * route.seconds },
          timed: RUNS,
          full: route.points,
        },
      ];
    }),
  );
  return { plan, prospects, handover: learnedHandovers(plan, []), modelPoints: new Map() };
}

/** What the forecast says of a route that was never driven. */
const FORECAST = 0.5;
/** Ten runs do not know a spread well: a chance follows from one that is somewhat wider. */
const WIDER = 1.1;

function shownChance(known: Known): number {
  return known === null ? FORECAST : chanceAt(known.offset, WIDER * known.spread);
}

/** The evidence of a route as its verdict would have it. */
function evidenceOf(route: TrueRoute, known: Known): RouteEvidence {
  const now = shownChance(known);
  const aimed = known === null ? now : chanceAt({ along: 0, left: 0 }, WIDER * known.spread);
  const { low, high } = wilsonInterval(known?.hits ?? 0, RUNS);
  return {
    routeId: route.id,
    name: route.id,
    goal: 0.9,
    points: route.points,
    verdict: known === null ? null : aims(known) ? 'aim' : now < 0.9 ? 'tighten' : 'leave it',
    runs: known === null ? 0 : RUNS,
    hits: known?.hits ?? 0,
    now: { expected: now, low, high },
    aimed: { expected: Math.max(now, aimed), low, high },
    settledAfter: null,
    contradicts: false,
    minutesPerRun: route.minutesPerRun,
  };
}

const byPlan: Choose = (team, known, minutes) => {
  const sources = sourcesOf(team, ({ id }) => shownChance(known.get(id)!));
  const tasks = tasksFromRuns(team.routes.map((route) => evidenceOf(route, known.get(route.id)!)));
  const full = team.routes.reduce((total, { points }) => total + points, 0);
  // Hand-overs are as they are here: only work on routes is compared.
  const jobs = jobsOf(sources, tasks, full, new Set([false, true]));
  const task = bestForAMinute(jobs, minutes)?.task;
  return team.routes.find(({ id }) => id === task?.route.routeId) ?? null;
};

const weakestFirst: Choose = (team, known) =>
  team.routes.reduce((a, b) =>
    shownChance(known.get(b.id)!) < shownChance(known.get(a.id)!) ? b : a,
  );

function inTurn(): Choose {
  const turns = new WeakMap<Team, number>();
  return (team) => {
    const turn = turns.get(team) ?? 0;
    turns.set(team, turn + 1);
    return team.routes[turn % team.routes.length]!;
  };
}
