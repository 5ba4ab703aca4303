import * as Comlink from 'comlink';
import { say } from '../core/language/say.ts';

/** Work that was given up before it was done. */
export class Cancelled extends Error {}

/** A worker that is started when first needed and can be stopped in mid-work. */
export class CancellableWorker<Door> {
  private worker: Worker | null = null;
  /** Kept as long as the worker: Comlink closes the line when its last proxy is collected. */
  private door: Comlink.Remote<Door> | null = null;
  private giveUp: (() => void) | null = null;

  constructor(private readonly start: () => Worker) {}

  /** Asks the worker for something; cancels what it was doing before. */
  async ask<T>(question: (door: Comlink.Remote<Door>) => Promise<T>): Promise<T> {
    this.cancel();
    const door = this.open();
    let giveUp = () => {};
    const cancelled = new Promise<never>((_, reject) => {
      giveUp = () => reject(new Cancelled(say`Cancelled.`));
    });
    this.giveUp = giveUp;
    try {
      return await Promise.race([question(door), cancelled]);
    } finally {
      // A later question may have its own already.
      if (this.giveUp === giveUp) this.giveUp = null;
    }
  }

  private open(): Comlink.Remote<Door> {
    if (this.door === null) {
      this.worker = this.start();
      this.door = Comlink.wrap<Door>(this.worker);
    }
    return this.door;
  }

  /** Stops the work at once. What it had done is thrown away. */
  cancel(): void {
    if (this.giveUp === null) return;
    const giveUp = this.giveUp;
    this.close();
    giveUp();
  }

  /** Ends the worker for good. */
  end(): void {
    this.cancel();
    this.close();
  }

  private close(): void {
    this.worker?.terminate();
    this.worker = null;
    this.door = null;
    this.giveUp = null;
  }
}
