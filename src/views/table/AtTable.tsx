import { useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { CAME_TO_TABLE, LEFT_TABLE } from '../../contracts/actions.ts';
import { whoName } from '../../contracts/devices.ts';
import { sessionRecordSchema } from '../../contracts/practices.ts';
import { ask } from '../../ui/api.ts';
import { useChanges } from '../../ui/live/useChanges.ts';
import styles from './TableView.module.css';
import { useTableState, useTableWork } from './tableWork.ts';
import { say } from '../../core/language/say.ts';

/** Those who went without a word are gone from the list after this, ms. */
const LOOK_EVERY = 20_000;
const PEOPLE = ['people at the table'];

/** Who else has the Table open, and what others note of the practice: both as they change. */
export function AtTable() {
  const client = useQueryClient();
  const { store } = useTableWork();
  const session = useTableState((state) => state.session);
  const { data: people = [] } = useQuery({
    queryKey: PEOPLE,
    queryFn: () => ask(z.array(z.string()), 'GET', 'table/people'),
    refetchInterval: LOOK_EVERY,
    retry: false,
  });
  const takeNotes = async (id: string) => {
    const stored = await ask(sessionRecordSchema, 'GET', `sessions/${id}`).catch(() => null);
    const now = store.state.getState().session;
    if (stored !== null && now?.id === id && stored.version > now.version) {
      store.takeSession(stored);
    }
  };
  useChanges(true, ({ action, thing }) => {
    if (action === CAME_TO_TABLE || action === LEFT_TABLE) {
      void client.invalidateQueries({ queryKey: PEOPLE });
    }
    if (action === 'PATCH sessions/[id]' && thing === session?.id) void takeNotes(thing);
  });
  if (people.length < 2) return null;
  return <p className={styles['people']}>{say`At the table: ${people.map(whoName).join(', ')}`}</p>;
}
