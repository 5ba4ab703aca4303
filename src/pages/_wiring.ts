import type { Sequelize } from 'sequelize';
import { wiringOf, type Wiring } from '../core/benches/ports/wiring.ts';
import { newestBenchRecord } from '../store/benchRecords.ts';

/** What hangs where on a robot by its newest wiring sheet; null when there is none. */
export async function wiringOfRobot(database: Sequelize, robotId: string): Promise<Wiring | null> {
  const bench = (await newestBenchRecord(database, robotId, 'ports'))?.bench;
  return bench?.kind === 'ports' ? wiringOf(bench.devices) : null;
}
