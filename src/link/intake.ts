import { TelemetryReader, type ReadLine } from '../core/telemetry/lines.ts';
import type { Acknowledgement } from '../core/telemetry/acknowledgement.ts';

/** How long lines of a long request may wait before they are stored, ms. */
const STORE_EVERY = 100;
/** Lines that are stored at once at the most. */
const LINES_AT_ONCE = 5000;

type Piece = Awaited<ReturnType<ReadableStreamDefaultReader<Uint8Array>['read']>>;

/**
 * Reads the body of a sender's request while it arrives, and stores what came every tenth of a
 * second. A line that was cut off with its connection is left alone: the sender has no receipt for
 * it and sends it again.
 */
export class LineIntake {
  private readonly reader = new TelemetryReader();
  private readonly decoder = new TextDecoder();
  private waiting: ReadLine[] = [];

  /**
   * @param receipt what the link had received before
   * @param store writes lines to disk and gives the receipt that counts them
   */
  constructor(
    private receipt: Acknowledgement,
    private readonly store: (lines: readonly ReadLine[]) => Promise<Acknowledgement>,
  ) {}

  /**
   * Reads to the end of the body; the receipt covers exactly what is stored.
   *
   * @param cut fires when the connection breaks
   */
  async read(body: ReadableStream<Uint8Array> | null, cut: AbortSignal): Promise<Acknowledgement> {
    if (body === null) return this.receipt;
    const pieces = body.getReader();
    const broken = new Promise<null>((resolve) => {
      if (cut.aborted) resolve(null);
      cut.addEventListener('abort', () => resolve(null), { once: true });
    });
    let next: Promise<Piece | null> = pieces.read().catch(() => null);
    let storedAt = performance.now();
    for (;;) {
      const piece = await Promise.race([next, broken, this.storeTime(storedAt)]);
      if (piece === null) break;
      if (piece !== 'time' && piece.done) {
        this.waiting.push(...this.reader.push(this.decoder.decode()), ...this.reader.end());
        break;
      }
      if (piece !== 'time') {
        this.waiting.push(...this.reader.push(this.decoder.decode(piece.value, { stream: true })));
        next = pieces.read().catch(() => null);
      }
      if (piece === 'time' || this.waiting.length >= LINES_AT_ONCE) {
        await this.storeWaiting();
        storedAt = performance.now();
      }
    }
    await this.storeWaiting();
    return this.receipt;
  }

  /** Settles when lines that wait have waited long enough; never while none waits. */
  private storeTime(storedAt: number): Promise<'time'> {
    if (this.waiting.length === 0) return new Promise(() => {});
    const left = Math.max(0, STORE_EVERY - (performance.now() - storedAt));
    return new Promise((resolve) => setTimeout(() => resolve('time'), left));
  }

  private async storeWaiting(): Promise<void> {
    const lines = this.waiting;
    this.waiting = [];
    if (lines.length > 0) this.receipt = await this.store(lines);
  }
}
