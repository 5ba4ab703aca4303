import { Button } from '../../ui/Button.tsx';
import styles from './TableView.module.css';

/** What is looked at before every run. */
export const START_LIST = [
  'Robot against the jig',
  'Wheels wiped',
  'Hands off, gyro rate zero',
] as const;

interface StartListProps {
  ticked: ReadonlySet<string>;
  onTick: (ticked: ReadonlySet<string>) => void;
  battery: string;
  onBattery: (battery: string) => void;
  /** Voltage of the first run of the session, to tell a sag. */
  firstBattery: number | null;
}

/** The start list, with the battery; all of it is ticked with one press when all is well. */
export function StartList({ ticked, onTick, battery, onBattery, firstBattery }: StartListProps) {
  const volts = voltsOf(battery);
  const sag = volts !== null && firstBattery !== null ? firstBattery - volts : 0;
  const toggle = (item: string) => {
    const next = new Set(ticked);
    if (!next.delete(item)) next.add(item);
    onTick(next);
  };
  return (
    <section className={styles['list']}>
      <h2>
        Before it starts
        <Button weight="quiet" onClick={() => onTick(new Set(START_LIST))}>
          All well (G)
        </Button>
      </h2>
      <div className={styles['items']}>
        {START_LIST.map((item) => (
          <label key={item} className={styles['check']}>
            <input type="checkbox" checked={ticked.has(item)} onChange={() => toggle(item)} />
            {item}
          </label>
        ))}
        <label className={styles['check']}>
          Battery, V
          <input
            className={styles['battery']}
            value={battery}
            inputMode="decimal"
            aria-invalid={battery !== '' && volts === null}
            onChange={(event) => onBattery(event.target.value)}
          />
        </label>
      </div>
      {sag >= 0.2 && (
        <p className={styles['says']} data-fault="true">
          {sag.toFixed(1)} V lower than at the first run: the robot is slower and turns less far.
        </p>
      )}
      {battery !== '' && volts === null && (
        <p className={styles['says']} data-fault="true">
          The battery needs a number of volts, such as 7.9.
        </p>
      )}
    </section>
  );
}

/** Volts that were typed, or null when it is no voltage. */
export function voltsOf(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && value > 0 && value < 100 ? value : null;
}
