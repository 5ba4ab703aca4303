import { ChevronDown, ChevronUp, Plus, X } from 'lucide-react';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import type { MatchEntry } from '../../core/match/matchPlan.ts';
import { MOST_ENTRIES } from '../../core/match/matchPlan.ts';
import { knownFrom } from '../../core/text/matchWords.ts';
import { rangeWords } from '../../core/text/sentences.ts';
import { Button } from '../../ui/Button.tsx';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { Picker, TextField } from '../../ui/TextField.tsx';
import styles from './RoutesOfMatch.module.css';
import { useMatchWork, withEntry, withMoved, without, withRoute } from './matchWork.ts';
import { say } from '../../core/language/say.ts';

/** The routes in the order in which the team runs them now, with what is known of each and what it needs. */
export function RoutesOfMatch({ chosen }: { chosen: string | null }) {
  const { plan, routes, history } = useMatchWork();
  const left = routes.filter(
    ({ evidence }) => !plan.entries.some(({ routeId }) => routeId === evidence.routeId),
  );
  return (
    <section aria-label={say`Your order`}>
      <h2 className={styles['title']}>{say`Your order`}</h2>
      <ol className={styles['routes']}>
        {plan.entries.map((entry, place) => (
          <Row key={entry.id} entry={entry} place={place} chosen={chosen === entry.id} />
        ))}
      </ol>
      <p className={styles['more']} data-needs="coach">
        {plan.entries.length < MOST_ENTRIES &&
          left.map(({ evidence }) => (
            <Button
              key={evidence.routeId}
              onClick={() => history.change(withRoute(plan, evidence.routeId))}
            >
              <Plus size={16} /> {evidence.name}
            </Button>
          ))}
      </p>
    </section>
  );
}

interface RowProps {
  entry: MatchEntry;
  place: number;
  chosen: boolean;
}

function Row({ entry, place, chosen }: RowProps) {
  const { plan, prospects, history, nameOf } = useMatchWork();
  const prospect = prospects?.[entry.routeId];
  const name = nameOf(entry.id);
  const carried = [...new Set(plan.entries.map(({ attachment }) => attachment))].filter(Boolean);
  const before = plan.entries.slice(0, place).filter(({ routeId }) => routeId !== entry.routeId);
  return (
    <li className={styles['row']} data-chosen={chosen} aria-label={name}>
      <span className={styles['moves']} data-needs="coach">
        <Button
          aria-label={say`${name} earlier`}
          disabled={withMoved(plan, entry.id, -1) === plan}
          onClick={() => history.change(withMoved(plan, entry.id, -1))}
        >
          <ChevronUp size={16} />
        </Button>
        <Button
          aria-label={say`${name} later`}
          disabled={withMoved(plan, entry.id, 1) === plan}
          onClick={() => history.change(withMoved(plan, entry.id, 1))}
        >
          <ChevronDown size={16} />
        </Button>
      </span>
      <a className={styles['name']} href={sheetAddress('/verdict', { route: entry.routeId })}>
        {name}
      </a>
      <dl className={styles['known']}>
        <div>
          <dt>{say`chance`}</dt>
          <dd>{prospect === undefined ? '–' : rangeWords(prospect.chance)}</dd>
          <dd>{prospect !== undefined && knownFrom(prospect.runs)}</dd>
        </div>
        <div>
          <dt>{say`time`}</dt>
          <dd>
            {prospect === undefined
              ? '–'
              : say`${formatNumber(prospect.time.mean, 0)} ± ${formatNumber(prospect.time.sd, 1)} s`}
          </dd>
          <dd>{prospect !== undefined && knownFrom(prospect.timed)}</dd>
        </div>
      </dl>
      <TextField
        label={say`carries`}
        value={entry.attachment}
        maxLength={40}
        placeholder={say`nothing`}
        suggestions={carried}
        onChange={(attachment) => history.change(withEntry(plan, { ...entry, attachment }))}
      />
      <Picker
        label={say`only after`}
        value={entry.after[0] ?? ''}
        options={[
          { value: '', label: say`anything` },
          ...before.map(({ id }) => ({ value: id, label: nameOf(id) })),
        ]}
        onChange={(id) =>
          history.change(withEntry(plan, { ...entry, after: id === '' ? [] : [id] }))
        }
      />
      {(plan.rescuePenalty > 0 || entry.rescued > 0) && (
        <div className={styles['rescued']}>
          <QuantityField
            label={say`has to be rescued in`}
            kind="share"
            digits={0}
            value={entry.rescued}
            refuse={(share) =>
              share < 0 || share > 1 ? say`It must lie between ${0} and ${100} %.` : null
            }
            onChange={(rescued) => history.change(withEntry(plan, { ...entry, rescued }))}
          />
        </div>
      )}
      <span className={styles['row-end']} data-needs="coach">
        {plan.entries.length < MOST_ENTRIES && (
          <Button
            onClick={() => history.change(withRoute(plan, entry.routeId))}
          >{say`Once more`}</Button>
        )}
        <Button
          aria-label={say`Take ${name} out`}
          onClick={() => history.change(without(plan, entry.id))}
        >
          <X size={16} />
        </Button>
      </span>
    </li>
  );
}
