import { TelemetryReader, type ReadLine } from '../core/telemetry/lines.ts';
import type { Receipt } from '../core/telemetry/receipt.ts';

/** How long lines of a long request may wait before they are stored, ms. */
const STORE_EVERY = 100;
/** Lines that are stored at once at the most. */
const LINES_AT_ONCE = 5000;

/**
 * Reads the body of a sender's request while it arrives, and stores what came every tenth of a
 * second. A line that was cut off with its connection is left alone: the sender has no receipt for
 * it and sends it again.
 */
export class LineIntake {
  private readonly reader = new TelemetryReader();
  private waiting: ReadLine[] = [];
  private storedAt = performance.now();

  /**
   * @param receipt what the link had received before
   * @param store writes lines to disk and gives the receipt that counts them
   */
  constructor(
    private receipt: Receipt,
    private readonly store: (lines: readonly ReadLine[]) => Promise<Receipt>,
  ) {}

  /** Reads to the end of the body; the receipt covers exactly what is stored. */
  async read(body: ReadableStream<Uint8Array> | null): Promise<Receipt> {
    if (body === null) return this.receipt;
    const decoder = new TextDecoder();
    const pieces = body.getReader();
    for (;;) {
      const piece = await pieces.read().catch(() => null);
      if (piece === null) {
        // The connection broke: whole lines that came are kept, as the next receipt will tell.
        await this.storeWaiting();
        return this.receipt;
      }
      if (piece.done) break;
      this.waiting.push(...this.reader.push(decoder.decode(piece.value, { stream: true })));
      if (
        performance.now() - this.storedAt >= STORE_EVERY ||
        this.waiting.length >= LINES_AT_ONCE
      ) {
        await this.storeWaiting();
      }
    }
    this.waiting.push(...this.reader.push(decoder.decode()), ...this.reader.end());
    await this.storeWaiting();
    return this.receipt;
  }

  private async storeWaiting(): Promise<void> {
    const lines = this.waiting;
    this.waiting = [];
    this.storedAt = performance.now();
    if (lines.length > 0) this.receipt = await this.store(lines);
  }
}
