import { useShallow } from 'zustand/react/shallow';
import type { GyroCheck } from '../../contracts/robots.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { formatFixed, formatNumber } from '../../core/mathematics/quantity.ts';
import { Button } from '../../ui/Button.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { START_ITEMS, startItemWords, voltsOf, type StartItem } from './startItems.ts';
import styles from './TableView.module.css';
import { useTableState, useTableWork } from './tableWork.ts';
import { useLowWarning } from './useLowWarning.ts';
import { formatAgo } from '../../core/language/dates.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

/** The start list, with the battery; all of it is ticked with one press when all is well. */
export function StartList() {
  const { gyro, log, store, route, robot, field } = useTableWork();
  const { ticked, battery, zeroedAt } = useTableState(
    useShallow(({ ticked, battery, zeroedAt }) => ({ ticked, battery, zeroedAt })),
  );
  const low = useLowWarning(route, robot, field);
  const volts = voltsOf(battery);
  // Against the first run of the session, to tell a sag.
  const firstBattery = log.runs.find((run) => run.battery !== null)?.battery ?? null;
  const sag = volts !== null && firstBattery !== null ? firstBattery - volts : 0;
  const toggle = (item: StartItem) => {
    const next = new Set(ticked);
    if (!next.delete(item)) next.add(item);
    store.tick(next);
  };
  return (
    <section className={styles['list']}>
      <h2>{sayWith`Before it starts${(
        <span>
          <Button variant="quiet" onClick={() => print()}>{say`Print`}</Button>{' '}
          <Button variant="quiet" onClick={() => store.tickAll()}>{say`All well (G)`}</Button>
        </span>
      )}`}</h2>
      <div className={styles['items']}>
        {START_ITEMS.map((item) => (
          <label key={item} className={styles['check']}>
            <input type="checkbox" checked={ticked.has(item)} onChange={() => toggle(item)} />
            {startItemWords(item)}
            {item === 'gyro' && gyro !== null && (
              <span className={styles['gyro']} data-fitness={gyro.fitness}>
                {formatNumber(degrees(gyro.drift), 2)}°/s
              </span>
            )}
          </label>
        ))}
        <label className={styles['check']}>
          {say`Battery, V`}
          <input
            className={styles['battery']}
            value={battery}
            inputMode="decimal"
            aria-invalid={battery !== '' && volts === null}
            onChange={(event) => store.giveBattery(event.target.value)}
          />
        </label>
      </div>
      <GyroWords gyro={gyro} />
      <p className={styles['zeroed']}>
        <span>
          {zeroedAt === null
            ? say`Nobody noted when the gyro was zeroed.`
            : say`Zeroed or checked ${formatAgo(zeroedAt, Date.now())}.`}
        </span>
        <Button onClick={store.zeroed}>{say`Zeroed now (Z)`}</Button>
      </p>
      {sag >= 0.2 && (
        <p
          className={styles['says']}
          data-fault="true"
        >{say`${formatFixed(sag, 1)} V lower than at the first run: the robot is slower and turns less far.`}</p>
      )}
      {low !== null && (
        <p className={styles['says']} data-fault={volts !== null && volts < low.voltage}>
          {low.sentence}
        </p>
      )}
      {battery !== '' && volts === null && (
        <p
          className={styles['says']}
          data-fault="true"
        >{say`The battery needs a number of volts, such as 7.9.`}</p>
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
      <p
        className={styles['says']}
      >{sayWith`The gyro has not been checked yet. ${(<a href={sheetAddress('/bench#rest')}>{say`Check it`}</a>)}`}</p>
    );
  }
  const age = say`checked ${formatAgo(gyro.at, Date.now())}`;
  const old = Date.now() - Date.parse(gyro.at) > OLD_AFTER;
  return (
    <p className={styles['says']} data-fault={gyro.fitness !== 'fit'}>
      {gyro.fitness === 'fit'
        ? say`Go: the gyro was fit, ${age}.`
        : gyro.fitness === 'not fit'
          ? say`No go, ${age}. ${gyro.sentence}`
          : say`Unclear, ${age}. ${gyro.sentence}`}{' '}
      {(old || gyro.fitness !== 'fit') && (
        <a href={sheetAddress('/bench#rest')}>{say`Check it again`}</a>
      )}
    </p>
  );
}
