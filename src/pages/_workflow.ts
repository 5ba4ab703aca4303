import type { Session } from '../contracts/practices.ts';
import type { GyroCheck, Robot } from '../contracts/robots.ts';
import type { WorkflowState } from '../contracts/workflow.ts';
import { formatAgo } from '../core/language/dates.ts';
import { plural, say } from '../core/language/say.ts';
import { verdictAtEnd, type KnownVerdict } from '../server/verdicts.ts';
import type { Catalogue } from '../store/catalogue.ts';
import { addressWith } from '../ui/sheetAddress.ts';
import type { Work } from './_work.ts';

/** What the loop bar says of every station, in the words of whoever asks. */
export function workflowStates(
  work: Work,
  { matches }: Pick<Catalogue, 'matches'>,
): WorkflowState[] {
  const { robot, gyro, route, field, session, runs } = work;
  const driven = runs[0]?.revisionNumber ?? null;
  const verdict = route && field && driven !== null ? verdictAtEnd(route, field, runs) : null;
  const identity = new URLSearchParams();
  if (robot !== null) identity.set('robot', robot.id);
  if (route !== null) identity.set('route', route.id);
  if (session !== null) identity.set('session', session.id);
  const to = (path: string) => addressWith(path, identity, {});
  return [
    { name: 'Today', href: to('/'), ...todayState(session) },
    { name: 'Bench', href: to('/bench'), ...benchState(robot, gyro) },
    {
      name: 'Route',
      href: to('/route'),
      state: route === null ? say`no route yet` : say`${route.name}, rev ${route.revision.number}`,
      tone: 'plain',
    },
    {
      name: 'Table',
      href: to('/table'),
      state:
        verdict === null
          ? say`no runs yet`
          : say`${verdict.runs} runs of rev ${driven!}, ${verdict.hits} hits`,
      tone: 'plain',
    },
    { name: 'Verdict', href: to('/verdict'), ...verdictState(verdict) },
    { name: 'Match', href: to('/match'), ...matchState(robot, matches) },
  ];
}

function todayState(session: Session | null): Pick<WorkflowState, 'state' | 'tone'> {
  return {
    state:
      session === null
        ? say`where to begin`
        : `${session.title}, ${formatAgo(session.startedAt, Date.now())}`,
    tone: 'plain',
  };
}

function benchState(
  robot: Robot | null,
  gyro: GyroCheck | null,
): Pick<WorkflowState, 'state' | 'tone'> {
  if (robot === null) return { state: say`no robot yet`, tone: 'plain' };
  if (gyro === null) {
    return { state: say`setup ${robot.setup.number}, gyro not checked`, tone: 'warn' };
  }
  const age = formatAgo(gyro.at, Date.now());
  switch (gyro.fitness) {
    case 'fit':
      return { state: say`gyro fit, checked ${age}`, tone: 'good' };
    case 'not fit':
      return { state: say`gyro not fit, ${age}`, tone: 'warn' };
    case 'cannot tell':
      return { state: say`gyro unclear, ${age}`, tone: 'warn' };
  }
}

function matchState(
  robot: Robot | null,
  matches: Catalogue['matches'],
): Pick<WorkflowState, 'state' | 'tone'> {
  const own = matches.filter(({ robotId }) => robotId === robot?.id);
  const [only] = own;
  if (only === undefined) return { state: say`no plan yet`, tone: 'plain' };
  return {
    state: own.length === 1 ? only.name : say`${plural(own.length, '# plan', '# plans')}`,
    tone: 'plain',
  };
}

function verdictState(verdict: KnownVerdict | null): Pick<WorkflowState, 'state' | 'tone'> {
  if (verdict === null) return { state: say`nothing to judge yet`, tone: 'plain' };
  switch (verdict.kind) {
    case 'too early':
      return { state: say`too early: ${verdict.runs} runs`, tone: 'plain' };
    case 'leave it':
      return { state: say`leave it`, tone: 'good' };
    case 'unstable':
      return { state: say`unstable: find the cause`, tone: 'warn' };
    case 'aim':
      return { state: say`aim: change a number`, tone: 'warn' };
    case 'tighten':
      return { state: say`tighten the spread`, tone: 'warn' };
    case 'cannot tell':
      return { state: say`cannot tell yet`, tone: 'plain' };
  }
}
