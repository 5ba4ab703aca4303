import { expect, it } from 'vitest';
import { killAgainAndAgain } from '../experiments/kills.ts';

it('nothing that was acknowledged is lost or doubled by kills, and it answers again within 10 s', async () => {
  // npm run trial:kills does forty.
  const report = await killAgainAndAgain(6, 3);
  expect(report).toMatchObject({ kills: 6, lost: 0, doubled: 0 });
  expect(report.acknowledged).toBeGreaterThan(50);
  expect(report.longest).toBeLessThan(10_000);
}, 180_000);
