import { useEffect, useEffectEvent } from 'react';
import { followChanges } from './follow.ts';
import { THIS_PAGE } from './thisPage.ts';
import type { ChangeNews, LinkStatus } from './streamHub.ts';
import type { Change } from '../../contracts/devices.ts';

/**
 * Calls back with what others of the team change while the component is there, and not with what this page did.
 *
 * @param atTable whether the page is the Table, which others are told
 * @param onStatus called when the stream opens, where something may have been missed before, and when it is cut
 */
export function useChanges(
  atTable: boolean,
  onChange: (change: Change) => void,
  onStatus: (status: LinkStatus) => void = () => {},
): void {
  const tell = useEffectEvent((news: ChangeNews) => {
    if ('status' in news) onStatus(news.status);
    else if (news.change.page !== THIS_PAGE) onChange(news.change);
  });
  useEffect(() => followChanges(atTable, (news) => tell(news)), [atTable]);
}
