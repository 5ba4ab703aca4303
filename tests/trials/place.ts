import { randomUUID } from 'node:crypto';
import type { Session } from '../../src/contracts/practices.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { caller } from '../api/client.ts';

/** Where runs are logged: the demo's first route, in a session of its own. */
export async function placeOf(call: ReturnType<typeof caller>): Promise<object> {
  const [route] = (await call<Route[]>('GET', 'routes')).body;
  const robot = (await call<Robot>('GET', `robots/${route!.robotId}`)).body;
  const session = await call<Session>('POST', 'sessions', {
    id: randomUUID(),
    title: 'Trial',
    startedAt: new Date().toISOString(),
  });
  return {
    sessionId: session.body.id,
    revisionId: route!.revision.id,
    setupId: robot.setup.id,
    measurements: [],
    outcomes: [],
  };
}
