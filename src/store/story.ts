import type { Sequelize } from 'sequelize';
import type { Run } from '../contracts/practices.ts';
import type { SeenRunMoves } from '../core/telemetry/seenRun.ts';
import type { StorySource } from '../core/text/story.ts';
import { listBenchRecords } from './benchRecords.ts';
import { getRobot, listSetups } from './robots.ts';
import { getRouteOnField, listRevisions } from './routes.ts';
import { listRuns } from './runs.ts';
import { listSessions } from './sessions.ts';
import { seenByCamera } from './telemetry.ts';
import { benchOf } from '../core/benches/index.ts';

/** As many runs as a story looks back on. */
const NEWEST = 1000;

/** What a route's story is told from, and its runs. */
export async function loadStory(
  database: Sequelize,
  routeId: string,
): Promise<{ source: StorySource; runs: Run[] }> {
  const { route, field } = await getRouteOnField(database, routeId);
  const [robot, revisions, setups, benches, sessions, runs] = await Promise.all([
    getRobot(database, route.robotId),
    listRevisions(database, routeId),
    listSetups(database, route.robotId),
    listBenchRecords(database, route.robotId),
    listSessions(database, NEWEST),
    listRuns(database, { routeId, limit: NEWEST }),
  ]);
  const seen = await seenByCamera(
    database,
    runs.flatMap(({ id, setAside }) => (setAside === null ? id : [])),
  );
  const seenBy = new Map<number, SeenRunMoves[]>();
  for (const { id, revisionNumber } of runs) {
    const moves = seen.get(id);
    if (moves !== undefined)
      seenBy.set(revisionNumber, [...(seenBy.get(revisionNumber) ?? []), moves]);
  }
  const source: StorySource = {
    route: route.name,
    robot: robot.name,
    field: field.name,
    goal: route.goal,
    setup: robot.setup.setup,
    drawing: field.field,
    revisions: revisions.toReversed(),
    setups,
    benches: benches.map(({ number, createdAt, bench }) => ({
      number,
      createdAt,
      kind: bench.kind,
      words: bench.kind === 'rest' ? bench.sentence : benchOf(bench.kind).measures,
    })),
    sessions,
    runs,
    seen: seenBy,
  };
  return { source, runs };
}
