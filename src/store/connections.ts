import type { Sequelize } from 'sequelize';

/** A connection of the pool, as far as it is used here. */
export interface Connection {
  query: (statement: string) => Promise<unknown>;
  destroy: () => void;
}

/** Where a connection leads to. */
export interface Destination {
  host?: string;
  port?: number | string;
}

/** The part of Sequelize's pool that its types leave out: connections are opened, taken and given back by it. */
export interface Connections {
  connect: (to: Destination) => Promise<Connection>;
  getConnection: (options?: object) => Promise<Connection>;
  releaseConnection: (connection: Connection) => void;
}

export function connectionsOf(database: Sequelize): Connections {
  return database.connectionManager as unknown as Connections;
}
