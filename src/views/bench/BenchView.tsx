import { useEffect, useState } from 'react';
import type { BenchRecord } from '../../contracts/bench.ts';
import type { Link } from '../../contracts/link.ts';
import type { Robot } from '../../contracts/robots.ts';
import type { BeforeCamera } from '../../ui/camera/cameraNotes.ts';
import { useLink } from '../../ui/link/useLink.ts';
import { Picker } from '../../ui/TextField.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { BENCHES, type BenchKind } from '../../core/benches/index.ts';
import { BenchEntry } from './BenchEntry.tsx';
import { BENCH_VIEWS } from './benches/index.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { island } from '../../ui/island.tsx';
import styles from './BenchView.module.css';
import type { JudgingRoute } from './judgingRoute.ts';
import { SetupSheet } from './SetupSheet.tsx';
import { useKeeping } from './useKeeping.ts';
import { say } from '../../core/language/say.ts';

export interface BenchViewProps {
  robot: Robot;
  robots: Pick<Robot, 'id' | 'name'>[];
  records: BenchRecord[];
  /** Routes of this robot with their fields: the gyro is judged against one of them. */
  routes: JudgingRoute[];
  /** The table on which people work, with its tags; null before there is one. */
  table: BeforeCamera['field'] | null;
  /** The newest link of the robot. */
  link: Link | null;
  titleBlock: TitleBlockProps;
}

/** What lies on the bench: the robot as it is known now, its records, and what was typed and not kept yet. */
interface Desk {
  robot: Robot;
  records: BenchRecord[];
  /** By sheet; they stay while people look at other sheets. */
  drafts: Readonly<Record<string, unknown>>;
}

type SheetName = 'setup' | BenchKind;

const SHEETS: readonly SheetName[] = ['setup', ...BENCHES.map(({ kind }) => kind)];

/** The bench station: what is measured of the robot, one sheet each. */
function BenchSheet(props: BenchViewProps) {
  const { robots, routes, table, titleBlock } = props;
  const [desk, setDesk] = useState<Desk>(() => ({
    robot: props.robot,
    records: props.records,
    drafts: {},
  }));
  const { robot, records, drafts } = desk;
  const takeSetup = (setup: Robot['setup']) =>
    setDesk((now) => ({ ...now, robot: { ...now.robot, setup } }));
  const [name, setName] = useSheetName();
  const live = useLink(robot.id, props.link);
  const keeping = useKeeping(
    robot,
    (record) => setDesk((now) => ({ ...now, records: [record, ...now.records] })),
    takeSetup,
  );
  const go = (next: SheetName) => {
    keeping.say(null);
    setName(next);
  };
  const entry = (sheet: SheetName) => ({
    chosen: name === sheet,
    onChoose: () => go(sheet),
  });
  const Sheet = name === 'setup' ? null : BENCH_VIEWS[name].Sheet;

  return (
    <div className={styles['view']}>
      <nav className={styles['benches']} data-benches aria-label={say`Benches`}>
        <Picker
          label={say`Robot`}
          value={robot.id}
          options={[
            ...robots.map(({ id, name: its }) => ({ value: id, label: its })),
            { value: 'new', label: say`New robot …` },
          ]}
          onChange={(id) =>
            location.assign(id === 'new' ? '/bench?new' : sheetAddress('/bench', { robot: id }))
          }
        />
        <div>
          <BenchEntry
            title={say`Setup`}
            figure={String(robot.setup.number)}
            state={say`every number of the robot`}
            {...entry('setup')}
          />
          {BENCHES.map(({ kind, name: title }) => (
            <BenchEntry
              key={kind}
              title={title}
              {...BENCH_VIEWS[kind].state(records, robot.setup.setup)}
              {...entry(kind)}
            />
          ))}
        </div>
      </nav>
      <div className={styles['sheet']}>
        {Sheet === null ? (
          <SetupSheet robot={robot} route={routes[0] ?? null} onSaved={takeSetup} />
        ) : (
          <Sheet
            key={name}
            {...{ robot, records, routes, table, live, keeping }}
            draft={drafts[name] ?? null}
            onDraft={(draft) =>
              setDesk((now) => ({ ...now, drafts: { ...now.drafts, [name]: draft } }))
            }
          />
        )}
        <div className={styles['corner']}>
          <TitleBlock {...titleBlock} setup={robot.setup.number} />
        </div>
      </div>
    </div>
  );
}

export const BenchView = island(BenchSheet);

/** The sheet that is shown stands in the address, so that it survives a reload and can be linked to. */
function useSheetName(): [SheetName, (name: SheetName) => void] {
  const [name, setName] = useState(nameInAddress);
  useEffect(() => {
    const follow = () => setName(nameInAddress());
    addEventListener('hashchange', follow);
    return () => removeEventListener('hashchange', follow);
  }, []);
  return [
    name,
    (next) => {
      history.replaceState(null, '', `#${next}`);
      setName(next);
    },
  ];
}

function nameInAddress(): SheetName {
  return SHEETS.find((sheet) => `#${sheet}` === location.hash) ?? 'setup';
}
