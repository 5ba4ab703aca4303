/** A browser as the trial of engines drives it. */
export interface Engine {
  name: string;
  version: string;
  /** What its console said of errors; empty in an engine whose protocol does not tell. */
  faults: readonly string[];
  resize(width: number, height: number): Promise<void>;
  open(address: string): Promise<void>;
  /** The value of an expression on the page. */
  ask(expression: string): Promise<unknown>;
  /** Presses a key, such as `Alt+ArrowLeft`. */
  press(keys: string): Promise<void>;
  /** Writes into a field and presses Enter. */
  type(selector: string, text: string): Promise<void>;
  close(): Promise<void>;
}
