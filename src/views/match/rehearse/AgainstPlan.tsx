import { formatNumber } from '../../../core/mathematics/quantity.ts';
import table from '../../../ui/Table.module.css';
import styles from './Rehearse.module.css';
import { useRehearsing } from './rehearsing.ts';
import { say } from '../../../core/language/say.ts';

/** The rehearsal beside the plan: where the time went. */
export function AgainstPlan() {
  const { course, record, prospects, handover, nameOf } = useRehearsing();
  const { legs } = course!;
  const entryOf = (id: string) => record.plan.entries.find((entry) => entry.id === id);
  if (legs.length === 0) return null;
  return (
    <section aria-label={say`Beside the plan`}>
      <h2>{say`Beside the plan`}</h2>
      <table className={`${table['table']} ${styles['against']}`}>
        <thead>
          <tr>
            <th>{say`route`}</th>
            <th>{say`hand-over before it, s`}</th>
            <th>{say`usual`}</th>
            <th>{say`route, s`}</th>
            <th>{say`usual`}</th>
          </tr>
        </thead>
        <tbody>
          {legs.map((leg, i) => {
            const entry = entryOf(leg.entryId);
            const before = i === 0 ? undefined : legs[i - 1];
            const from = before === undefined ? undefined : entryOf(before.entryId);
            const usual = entry && from ? handover(from, entry) : null;
            const time = entry === undefined ? null : (prospects?.[entry.routeId]?.time ?? null);
            return (
              <tr key={leg.started}>
                <td>{nameOf(leg.entryId)}</td>
                <td>{before?.ended == null ? '–' : formatNumber(leg.started - before.ended, 1)}</td>
                <td>{usual === null ? '–' : formatNumber(usual.middle, 1)}</td>
                <td>{leg.ended === null ? '–' : formatNumber(leg.ended - leg.started, 1)}</td>
                <td>
                  {time === null
                    ? '–'
                    : say`${formatNumber(time.mean, 1)} ± ${formatNumber(time.sd, 1)}`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
