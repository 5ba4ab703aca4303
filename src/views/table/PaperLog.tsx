import { unitOf } from '../../core/mathematics/quantity.ts';
import { TitleBlock } from '../../ui/TitleBlock.tsx';
import { START_ITEMS, startItemWords } from './startItems.ts';
import styles from './PaperLog.module.css';
import { useMeasured, useTableWork } from './tableWork.ts';
import { say } from '../../core/language/say.ts';

/** Runs that fit on the page. */
const RUNS = 16;

/** The start list and a log to fill in by hand, for a table without power: only on paper. */
export function PaperLog() {
  const { route, field, titleBlock } = useTableWork();
  const start = field.field.starts.find(({ id }) => id === route.revision.plan.startId);
  const { checkpoint, model } = useMeasured();
  const columns = [
    ...START_ITEMS.map(startItemWords),
    say`battery, V`,
    say`past it, ${unitOf('length')}`,
    say`left, ${unitOf('length')}`,
    say`turned, °`,
    say`hit`,
    say`anything odd`,
  ];
  return (
    <section className={styles['paper']} aria-label={say`Start list on paper`}>
      <h1>{say`Start list: ${route.name}, revision ${route.revision.number}`}</h1>
      <p>{say`${start === undefined ? '' : say`From ${start.name}. `}Measured at ${checkpoint.name || model.name}: past the target and to its left are positive. Tick each before the run; write down each run before the next.`}</p>
      <table>
        <thead>
          <tr>
            <th>{say`run`}</th>
            {columns.map((column) => (
              <th key={column}>{column}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: RUNS }, (_, i) => (
            <tr key={i}>
              <td>{i + 1}</td>
              {columns.map((column, place) => (
                <td key={column} data-tick={place < START_ITEMS.length} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p>{say`No hands on the table while a run is armed; fingers and hair away from wheels and attachments. The event’s rules and the adult in charge come first.`}</p>
      <TitleBlock {...titleBlock} />
    </section>
  );
}
