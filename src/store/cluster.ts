import type { Sequelize } from 'sequelize';
import { connectionsOf, type Connection, type Destination } from './connections.ts';

/** Other nodes of the cluster that CORVAT_DATABASE_URL names one of: `host:port`, with commas between them. */
const NODES_VARIABLE = 'CORVAT_DATABASE_NODES';
/** What a node answers that lost sight of the others, or has not caught up with them. */
const NOT_READY = 'ER_UNKNOWN_COM_ERROR';
/** After these answers another node is asked. */
const LOST = new Set<unknown>([NOT_READY, 'ER_ERROR_DURING_COMMIT']);

/** The nodes that serve the database of an address, that of the address first. */
export function nodesFor(url: string): Destination[] {
  const { hostname, port } = new URL(url);
  const own = { host: hostname, port: port === '' ? 3306 : Number(port) };
  const others = (process.env[NODES_VARIABLE] ?? '').split(',').flatMap((text) => {
    const [, host, number] = /^\s*(.+?)(?::(\d+))?\s*$/.exec(text) ?? [];
    return host === undefined ? [] : [{ host, port: Number(number ?? 3306) }];
  });
  return [own, ...others.filter(({ host, port: at }) => host !== own.host || at !== own.port)];
}

/**
 * Lets a pool go on with another node when one is away. New connections go to the first node in the list that is ready:
 * writes that meet on one node wait for each other, and on several one of them would have to begin again.
 */
export function onCluster(database: Sequelize, nodes: readonly Destination[]): Sequelize {
  const manager = connectionsOf(database);
  const open = manager.connect.bind(manager);
  manager.connect = async (to) => {
    let fault: unknown;
    for (const node of nodes) {
      try {
        return await ready(await open({ ...to, ...node }));
      } catch (error) {
        fault = error;
      }
    }
    throw fault;
  };
  return database;
}

/** A connection to a node that takes questions and sees what was answered on the others; it is closed when it stops doing so. */
async function ready(connection: Connection): Promise<Connection> {
  const ask = connection.query.bind(connection);
  try {
    await ask('SET SESSION wsrep_sync_wait = 1');
    const [state] = (await ask("SHOW STATUS LIKE 'wsrep_ready'")) as { Value: string }[];
    if (state?.Value !== 'ON') {
      throw Object.assign(new Error('A node that is not ready.'), { code: NOT_READY });
    }
  } catch (error) {
    connection.destroy();
    throw error;
  }
  connection.query = async (statement, ...values: []) => {
    try {
      return await ask(statement, ...values);
    } catch (error) {
      if (LOST.has((error as { code?: unknown }).code)) connection.destroy();
      throw error;
    }
  };
  return connection;
}
