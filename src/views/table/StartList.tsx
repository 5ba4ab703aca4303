import { formatDistanceToNowStrict } from 'date-fns';
import type { GyroCheck } from '../../contracts/records.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { Button } from '../../ui/Button.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import styles from './TableView.module.css';

const GYRO_ITEM = 'Hands off, gyro rate zero';

export const JIG_ITEM = 'Robot against the jig';

/** What is looked at before every run. */
export const START_LIST = [JIG_ITEM, 'Wheels wiped', GYRO_ITEM] as const;

interface StartListProps {
  ticked: ReadonlySet<string>;
  onTick: (ticked: ReadonlySet<string>) => void;
  battery: string;
  onBattery: (battery: string) => void;
  /** Voltage of the first run of the session, to tell a sag. */
  firstBattery: number | null;
  /** The newest check of the gyro; null before the first. */
  gyro: GyroCheck | null;
  /** When the gyro was zeroed or checked last; null when nobody knows. */
  zeroedAt: string | null;
  onZeroed: () => void;
  /** Below which voltage the route fails, in a sentence, and where; null when it does not, or nobody knows yet. */
  low: { voltage: number; sentence: string } | null;
}

/** The start list, with the battery; all of it is ticked with one press when all is well. */
export function StartList(props: StartListProps) {
  const { ticked, onTick, battery, onBattery, firstBattery, gyro, zeroedAt, onZeroed, low } = props;
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
        <Button variant="quiet" onClick={() => onTick(new Set(START_LIST))}>
          All well (G)
        </Button>
      </h2>
      <div className={styles['items']}>
        {START_LIST.map((item) => (
          <label key={item} className={styles['check']}>
            <input type="checkbox" checked={ticked.has(item)} onChange={() => toggle(item)} />
            {item}
            {item === GYRO_ITEM && gyro !== null && (
              <span className={styles['gyro']} data-fitness={gyro.fitness}>
                {formatNumber(degrees(gyro.drift), 2)}°/s
              </span>
            )}
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
      <GyroWords gyro={gyro} />
      <p className={styles['zeroed']}>
        <span>
          {zeroedAt === null
            ? 'Nobody noted when the gyro was zeroed.'
            : `Zeroed or checked ${formatDistanceToNowStrict(zeroedAt)} ago.`}
        </span>
        <Button onClick={onZeroed}>Zeroed now (Z)</Button>
      </p>
      {sag >= 0.2 && (
        <p className={styles['says']} data-fault="true">
          {sag.toFixed(1)} V lower than at the first run: the robot is slower and turns less far.
        </p>
      )}
      {low !== null && (
        <p className={styles['says']} data-fault={volts !== null && volts < low.voltage}>
          {low.sentence}
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

/** A check is old after this, ms: boots and bumps may have come between. */
const OLD_AFTER = 60 * 60 * 1000;

/** Go or no-go of the gyro, with the age of its check. */
function GyroWords({ gyro }: { gyro: GyroCheck | null }) {
  if (gyro === null) {
    return (
      <p className={styles['says']}>
        The gyro has not been checked yet. <a href={sheetAddress('/bench#rest')}>Check it</a>
      </p>
    );
  }
  const age = `checked ${formatDistanceToNowStrict(gyro.at)} ago`;
  const old = Date.now() - Date.parse(gyro.at) > OLD_AFTER;
  return (
    <p className={styles['says']} data-fault={gyro.fitness !== 'fit'}>
      {gyro.fitness === 'fit'
        ? `Go: the gyro was fit, ${age}.`
        : gyro.fitness === 'not fit'
          ? `No go, ${age}. ${gyro.sentence}`
          : `Unclear, ${age}. ${gyro.sentence}`}{' '}
      {(old || gyro.fitness !== 'fit') && <a href={sheetAddress('/bench#rest')}>Check it again</a>}
    </p>
  );
}

/** Volts that were typed, or null when it is no voltage. */
export function voltsOf(text: string): number | null {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && value > 0 && value < 100 ? value : null;
}
