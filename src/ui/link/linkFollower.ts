import type { Link } from '../../contracts/link.ts';
import type { TelemetryLine } from '../../core/telemetry/lines.ts';
import type { Acknowledgement } from '../../core/telemetry/acknowledgement.ts';
import { followLink } from '../live/follow.ts';
import type { LinkStatus } from '../live/streamHub.ts';

/** What a sheet shows of a link. */
export interface LinkState {
  status: LinkStatus;
  receipt: Acknowledgement;
  /** Lines that arrived within the last second. */
  perSecond: number;
}

type LinesListener = (lines: readonly TelemetryLine[]) => void;

/** Follows a link for a sheet, and sums up what comes. */
export class LinkFollower {
  private readonly leave: () => void;
  private readonly lineListeners = new Set<LinesListener>();
  private readonly stateListeners = new Set<() => void>();
  private readonly clock: ReturnType<typeof setInterval>;
  private arrived = 0;
  private state: LinkState;

  constructor(readonly link: Link) {
    this.state = { status: 'opening', receipt: link.receipt, perSecond: 0 };
    this.leave = followLink(link.id, (news) => {
      if ('status' in news) {
        this.change({ status: news.status });
        return;
      }
      const { receipt, lines } = news.event;
      if (receipt !== undefined) this.change({ status: 'open', receipt });
      if (lines === undefined) return;
      this.arrived += lines.length;
      const read = lines.map(lineOf);
      for (const listen of this.lineListeners) listen(read);
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
    this.leave();
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
