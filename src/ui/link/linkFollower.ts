import type { Link } from '../../contracts/link.ts';
import type { TelemetryLine } from '../../core/telemetry/lines.ts';
import type { Receipt } from '../../core/telemetry/receipt.ts';

/** What a sheet shows of a link. */
export interface LinkState {
  /** `cut` while the browser tries to reach the server again. */
  status: 'opening' | 'open' | 'cut';
  receipt: Receipt;
  /** Lines that arrived within the last second. */
  perSecond: number;
}

type LinesListener = (lines: readonly TelemetryLine[]) => void;

/**
 * Follows a link by server-sent events. The browser itself comes back after a cut and says which
 * batch it saw last, so no line is shown twice or missed.
 */
export class LinkFollower {
  private readonly source: EventSource;
  private readonly lineListeners = new Set<LinesListener>();
  private readonly stateListeners = new Set<() => void>();
  private readonly clock: ReturnType<typeof setInterval>;
  private arrived = 0;
  private state: LinkState;

  constructor(readonly link: Link) {
    this.state = { status: 'opening', receipt: link.receipt, perSecond: 0 };
    this.source = new EventSource(`/api/v1/link/${link.token}/lines`);
    this.source.onopen = () => this.change({ status: 'open' });
    this.source.onerror = () => this.change({ status: 'cut' });
    this.source.addEventListener('lines', ({ data }: MessageEvent<string>) => {
      const lines = (JSON.parse(data) as Record<string, number | string>[]).map(lineOf);
      this.arrived += lines.length;
      for (const listen of this.lineListeners) listen(lines);
    });
    this.source.addEventListener('receipt', ({ data }: MessageEvent<string>) => {
      this.change({ status: 'open', receipt: JSON.parse(data) as Receipt });
    });
    this.clock = setInterval(() => {
      if (this.arrived !== this.state.perSecond) this.change({ perSecond: this.arrived });
      this.arrived = 0;
    }, 1000);
  }

  /** The present state; the same object until something changes. */
  readonly snapshot = (): LinkState => this.state;

  readonly onState = (listen: () => void): (() => void) => {
    this.stateListeners.add(listen);
    return () => this.stateListeners.delete(listen);
  };

  onLines(listen: LinesListener): () => void {
    this.lineListeners.add(listen);
    return () => this.lineListeners.delete(listen);
  }

  end(): void {
    this.source.close();
    clearInterval(this.clock);
  }

  private change(part: Partial<LinkState>): void {
    this.state = { ...this.state, ...part };
    for (const listen of this.stateListeners) listen();
  }
}

/** A line as the server passes it on: it was read and written there, so it is as it should be. */
function lineOf({ n, event, ...values }: Record<string, number | string>): TelemetryLine {
  return {
    n: typeof n === 'number' ? n : null,
    event: typeof event === 'string' ? event : null,
    values: values as Record<string, number>,
  };
}
