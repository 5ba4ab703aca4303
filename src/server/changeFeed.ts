import type { Change } from '../contracts/devices.ts';
import { changesAround, newestChange } from '../store/club/changes.ts';
import { clubDatabase } from '../store/database.ts';
import { log } from './log.ts';

/** How often the database is asked for changes while somebody listens, ms. */
const LOOK_EVERY = 150;
type Listener = (change: Change) => void;

/**
 * What is changed by whichever process, told to all streams of this one: one question for all of them, however many
 * devices there are. Nothing is kept here but which changes have been told.
 */
class ChangeFeed {
  private readonly listeners = new Map<string, Set<Listener>>();
  private told = new Set<number>();
  private newest = 0;
  private looking = false;

  /** Tells the listener what is changed in a team from now on, until the returned function is called. */
  async listen(teamId: string, listener: Listener): Promise<() => void> {
    if (!this.looking) await this.begin();
    const others = this.listeners.get(teamId) ?? new Set();
    others.add(listener);
    this.listeners.set(teamId, others);
    return () => {
      others.delete(listener);
      if (others.size === 0 && this.listeners.get(teamId) === others) {
        this.listeners.delete(teamId);
      }
    };
  }

  /** What was changed before anybody listened is no news. */
  private async begin(): Promise<void> {
    this.looking = true;
    try {
      this.newest = await newestChange(clubDatabase());
      this.told = new Set((await this.recent()).map(({ id }) => id));
    } catch (error) {
      this.looking = false;
      throw error;
    }
    void this.loop();
  }

  private async loop(): Promise<void> {
    for (;;) {
      await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY));
      if (this.listeners.size === 0) break;
      try {
        this.tell(await this.recent());
      } catch (error) {
        // The database comes back, and the next look reaches back to the newest that was told.
        log.warn({ err: error }, 'changes could not be looked up');
      }
    }
    this.looking = false;
  }

  private recent(): Promise<(Change & { teamId: string })[]> {
    return changesAround(clubDatabase(), this.newest);
  }

  private tell(recent: readonly (Change & { teamId: string })[]): void {
    for (const { teamId, ...change } of recent) {
      if (this.told.has(change.id)) continue;
      for (const listen of this.listeners.get(teamId) ?? []) listen(change);
    }
    this.newest = Math.max(this.newest, ...recent.map(({ id }) => id));
    // What is out of reach is not looked at again and need not be remembered.
    this.told = new Set(recent.map(({ id }) => id));
  }
}

export const changeFeed = new ChangeFeed();
