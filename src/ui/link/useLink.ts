import { openedLinkSchema, type Link } from '../../contracts/link.ts';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { PracticeCommand } from '../../core/practice/commands.ts';
import type { TelemetryLine } from '../../core/telemetry/lines.ts';
import { ask, send } from '../api.ts';
import { keepToken } from './tokens.ts';
import { LinkFollower, type LinkState } from './linkFollower.ts';
import { say } from '../../core/language/say.ts';

/** A robot's live link as sheets use it. */
export interface LiveLink {
  link: Link | null;
  follower: LinkFollower | null;
  /** Opens a new link and follows it. */
  open: (practice: boolean) => Promise<Link>;
  /** Gives the practice robot something to do, on a link that was just opened or the present one; rejects when it is none of its. */
  command: (commands: readonly PracticeCommand[], on?: Link) => Promise<void>;
  /** Takes back what it has not begun. */
  drop: () => Promise<void>;
  leave: () => void;
}

/** Follows the robot's link for as long as the view is there. */
export function useLink(robotId: string, first: Link | null): LiveLink {
  const [link, setLink] = useState(first);
  const [follower, setFollower] = useState<LinkFollower | null>(null);
  useEffect(() => {
    if (link === null) return;
    const started = new LinkFollower(link);
    setFollower(started);
    return () => {
      started.end();
      setFollower(null);
    };
  }, [link]);
  const open = useCallback(
    async (practice: boolean) => {
      const name = practice ? say`practice robot` : 'hub';
      const opened = await ask(openedLinkSchema, 'POST', 'links', { robotId, name, practice });
      keepToken(opened.id, opened.token);
      setLink(opened);
      return opened;
    },
    [robotId],
  );
  const command = useCallback(
    async (commands: readonly PracticeCommand[], on = link) => {
      if (on !== null) await send('POST', `links/${on.id}/commands`, { commands });
    },
    [link],
  );
  const drop = useCallback(async () => {
    if (link !== null) await send('DELETE', `links/${link.id}/commands`);
  }, [link]);
  const leave = useCallback(() => setLink(null), []);
  return { link, follower, open, command, drop, leave };
}

const NO_STATE = () => null;
const NO_CHANGE = () => () => {};

/** The state of a follower, or null without one. */
export function useLinkState(follower: LinkFollower | null): LinkState | null {
  return useSyncExternalStore<LinkState | null>(
    follower?.onState ?? NO_CHANGE,
    follower?.snapshot ?? NO_STATE,
  );
}

/** Calls back with every line that arrives while the component is there. */
export function useLinkLines(
  follower: LinkFollower | null,
  onLines: (lines: readonly TelemetryLine[]) => void,
): void {
  const latest = useRef(onLines);
  useEffect(() => {
    latest.current = onLines;
  });
  useEffect(() => follower?.onLines((lines) => latest.current(lines)), [follower]);
}
