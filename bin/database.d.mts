/** A running database server. */
export interface DatabaseServer {
  url: string;
  /** Process number of the server that runs now: another one after it was started again. */
  readonly pid: number;
  /** Ends it: in order, and after ten seconds without asking. */
  stop: () => Promise<void>;
}

export function startDatabase(data: string, wantedPort: number): Promise<DatabaseServer>;
export function isFree(port: number, host: string): Promise<boolean>;
