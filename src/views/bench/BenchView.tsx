import { useState } from 'react';
import type { BenchRecord, Robot } from '../../contracts/records.ts';
import { formatQuantity } from '../../core/quantities/quantity.ts';
import { turnRunOn } from '../../core/route/turnModel.ts';
import { radians } from '../../core/geometry/angle.ts';
import { Picker } from '../../ui/TextField.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import styles from './BenchView.module.css';
import { SetupSheet } from './SetupSheet.tsx';
import { TurnSheet } from './TurnSheet.tsx';

export interface BenchViewProps {
  robot: Robot;
  robots: Pick<Robot, 'id' | 'name'>[];
  records: BenchRecord[];
  titleBlock: TitleBlockProps;
}

/** The bench station: what is measured of the robot, one sheet each. */
export function BenchView({ robot: first, robots, records: kept, titleBlock }: BenchViewProps) {
  const [robot, setRobot] = useState(first);
  const [records, setRecords] = useState(kept);
  const [bench, setBench] = useState<'setup' | 'turn'>('setup');
  const { setup, number } = robot.setup;
  const rate = radians(120);
  return (
    <div className={styles['view']}>
      <nav className={styles['benches']} aria-label="Benches">
        <Picker
          label="Robot"
          value={robot.id}
          options={[
            ...robots.map(({ id, name }) => ({ value: id, label: name })),
            { value: 'new', label: 'New robot …' },
          ]}
          onChange={(id) => location.assign(id === 'new' ? '/bench?new' : `/bench?robot=${id}`)}
        />
        <div>
          <button
            type="button"
            className={styles['bench']}
            aria-pressed={bench === 'setup'}
            onClick={() => setBench('setup')}
          >
            <span>
              <strong>Setup</strong> <span className="mono">{number}</span>
            </span>
            <small>every number of the robot</small>
          </button>
          <button
            type="button"
            className={styles['bench']}
            aria-pressed={bench === 'turn'}
            onClick={() => setBench('turn')}
          >
            <span>
              <strong>Turn</strong>{' '}
              <span className="mono">
                {formatQuantity(turnRunOn(setup, rate, 'spot'), 'angle')}
              </span>
            </span>
            <small>
              {records[0] === undefined
                ? 'not measured yet'
                : `turns on at 120°/s, record ${records[0].number}`}
            </small>
          </button>
        </div>
      </nav>
      <div className={styles['sheet']}>
        {bench === 'setup' ? (
          <SetupSheet robot={robot} onSaved={(saved) => setRobot({ ...robot, setup: saved })} />
        ) : (
          <TurnSheet
            robot={robot}
            records={records}
            onRecord={(record) => setRecords([record, ...records])}
            onSaved={(saved) => setRobot({ ...robot, setup: saved })}
          />
        )}
        <div className={styles['corner']}>
          <TitleBlock {...titleBlock} setup={number} />
        </div>
      </div>
    </div>
  );
}
