import { randomUUID } from 'node:crypto';
import { readFileSync, rmSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Route } from '../../src/contracts/routes.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Session } from '../../src/contracts/practices.ts';
import { startApplication } from '../application.ts';

const DATA = '.test/killed';

describe('a run that was answered with success', () => {
  it('survives kill -9 of the application and of the database at that moment', async () => {
    rmSync(DATA, { recursive: true, force: true });
    const saved: string[] = [];
    // Twice: first both are killed, then only the application, whose database is taken over.
    for (const victims of ['both', 'application'] as const) {
      const application = await startApplication(DATA);
      const get = async <T>(path: string) =>
        (await (await fetch(`${application.address}/api/v1/${path}`)).json()) as T;
      const [[route], [robot], [session]] = await Promise.all([
        get<Route[]>('routes'),
        get<Robot[]>('robots'),
        get<Session[]>('sessions'),
      ]);
      for (let i = 0; i < 5; i++) {
        const id = randomUUID();
        const answer = await fetch(`${application.address}/api/v1/runs/${id}`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({
            sessionId: session!.id,
            revisionId: route!.revision.id,
            setupId: robot!.setup.id,
            happenedAt: new Date().toISOString(),
            measurements: [],
            outcomes: [],
          }),
        });
        expect(answer.status).toBe(201);
        saved.push(id);
      }
      const database = Number(readFileSync(`${DATA}/database/corvat.pid`, 'utf8'));
      if (victims === 'both') process.kill(database, 'SIGKILL');
      await application.stop('SIGKILL');
    }
    const application = await startApplication(DATA);
    for (const id of saved) {
      expect((await fetch(`${application.address}/api/v1/runs/${id}`)).status).toBe(200);
    }
    await application.stop();
  });
});
