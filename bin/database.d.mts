/** A running database server. */
export interface DatabaseServer {
  url: string;
  pid: number;
  died: Promise<void>;
  stop: () => Promise<void>;
}

export function startDatabase(data: string, wantedPort: number): Promise<DatabaseServer>;
export function freePort(wanted: number): Promise<number>;
export function isFree(port: number, host: string): Promise<boolean>;
