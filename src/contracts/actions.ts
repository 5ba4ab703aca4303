import { say } from '../core/language/say.ts';

/** A change as it is written down: the method and the place in the API, without what all have. */
export function actionOf(method: string, routePattern: string): string {
  return `${method} ${routePattern.replace(/^\/api\/v1\//, '')}`;
}

/** What was done, in words; null for what the API does not know (any more). */
export function actionWords(action: string): string | null {
  return WORDS.get(action)?.() ?? null;
}

/** That a device was sent away, which is the thing. */
export const SENT_AWAY = 'DELETE devices/[id]';
/** That a device came in by its word. */
export const PAIRED = 'POST pair';

/** That somebody opened the Table, or went from it: told to the others, and not written in any list. */
export const [CAME_TO_TABLE, LEFT_TABLE] = ['CAME table', 'LEFT table'] as const;

const WORDS = new Map<string, () => string>([
  ['PUT camera', () => say`noted where tags are, or a lens`],
  ['POST copies', () => say`took a copy of everything`],
  ['POST demo', () => say`loaded the demo`],
  ['POST devices/words', () => say`asked for a word for a device`],
  ['PATCH devices/[id]', () => say`changed a device`],
  [SENT_AWAY, () => say`sent a device away`],
  ['PUT devices/sharing', () => say`opened or shut the door to the network`],
  ['PUT drills', () => say`did a drill`],
  ['DELETE drills', () => say`forgot the drills of somebody`],
  ['POST fields', () => say`made a field`],
  ['PUT fields/[id]', () => say`drew on a field`],
  ['PUT fields/[id]/picture', () => say`put a picture under a field`],
  ['POST fields/offered/[id]', () => say`took a field that another team offers`],
  ['PUT fields/[id]/offer', () => say`offered a field to all teams, or took it back`],
  ['POST imports', () => say`took in a file`],
  ['DELETE imports/[id]', () => say`took an import back`],
  ['PATCH kept/[thing]/[id]', () => say`put something away, or took it out again`],
  ['DELETE kept/[thing]/[id]', () => say`deleted something`],
  ['POST links', () => say`opened a link to a robot`],
  ['POST links/[id]/commands', () => say`gave the practice robot something to do`],
  ['DELETE links/[id]/commands', () => say`stopped the practice robot`],
  [PAIRED, () => say`was let in`],
  ['POST matches', () => say`made a match plan`],
  ['PATCH matches/[id]', () => say`changed a match plan`],
  ['PUT rehearsals/[id]', () => say`began a rehearsal`],
  ['DELETE rehearsals/[id]', () => say`took a rehearsal back`],
  ['POST robots', () => say`made a robot`],
  ['PATCH robots/[id]', () => say`changed a robot’s name or ports`],
  ['POST robots/[id]/bench-records', () => say`kept a bench record`],
  ['POST robots/[id]/setups', () => say`made a setup`],
  ['POST robots/[id]/telemetry', () => say`kept a recording`],
  ['POST routes', () => say`made a route`],
  ['PATCH routes/[id]', () => say`changed a route’s name or goal`],
  ['POST routes/[id]/revisions', () => say`made a revision`],
  ['PUT runs/[id]', () => say`logged a run`],
  ['PATCH runs/[id]', () => say`changed a run`],
  ['DELETE runs/[id]', () => say`took a run back`],
  ['PUT runs/[id]/photo', () => say`put a photo to a run`],
  ['POST sessions', () => say`began a practice`],
  ['PATCH sessions/[id]', () => say`changed what is noted of a practice`],
  ['PUT photos', () => say`chose whether photos may go out in files`],
  ['PUT team', () => say`chose how the team counts`],
  ['POST teams', () => say`made a team`],
  ['PATCH teams/[id]', () => say`named a team`],
  ['DELETE teams/[id]', () => say`removed a team`],
]);

/** Every change that is written down; others are parts of one. */
export const ACTIONS: readonly string[] = [...WORDS.keys()];
