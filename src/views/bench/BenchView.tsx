import { useEffect, useState } from 'react';
import type { BenchKind, BenchRecord } from '../../contracts/bench.ts';
import { recordsOf } from '../../contracts/bench.ts';
import type { Link } from '../../contracts/link.ts';
import type { Robot } from '../../contracts/records.ts';
import { degrees } from '../../core/mathematics/angle.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { useLink } from '../../ui/link/useLink.ts';
import { Picker } from '../../ui/TextField.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { BenchEntry, TrialEntry } from './BenchEntry.tsx';
import { colourBench } from './benches/colour.tsx';
import { lightBench } from './benches/light.tsx';
import { rangeBench } from './benches/range.tsx';
import { scaleBench } from './benches/scale.tsx';
import { squareBench } from './benches/square.tsx';
import { trackBench } from './benches/track.tsx';
import { turnBench } from './benches/turn.tsx';
import { wheelsBench } from './benches/wheels.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { island } from '../../ui/island.tsx';
import styles from './BenchView.module.css';
import { DelaysSheet } from './DelaysSheet.tsx';
import { PortsSheet, type PortsDraft } from './PortsSheet.tsx';
import { RestSheet, type JudgingRoute } from './RestSheet.tsx';
import { SetupSheet } from './SetupSheet.tsx';
import type { AnyTrialBench, TrialBench } from './trialBench.ts';
import { TrialSheet, type Draft } from './TrialSheet.tsx';
import { useKeeping } from './useKeeping.ts';

export interface BenchViewProps {
  robot: Robot;
  robots: Pick<Robot, 'id' | 'name'>[];
  records: BenchRecord[];
  /** Routes of this robot with their fields: the gyro is judged against one of them. */
  routes: JudgingRoute[];
  /** The newest link of the robot. */
  link: Link | null;
  titleBlock: TitleBlockProps;
}

type SheetName = 'setup' | BenchKind;

const SHEETS: readonly SheetName[] = [
  'setup',
  'ports',
  'wheels',
  'square',
  'track',
  'rest',
  'scale',
  'turn',
  'range',
  'light',
  'colour',
  'delays',
];

/** The bench station: what is measured of the robot, one sheet each. */
function BenchSheet(props: BenchViewProps) {
  const { robots, routes, titleBlock } = props;
  const [robot, setRobot] = useState(props.robot);
  const [records, setRecords] = useState(props.records);
  const [name, setName] = useSheetName();
  const [drafts, setDrafts] = useState<Record<string, unknown>>({});
  const live = useLink(robot.id, props.link);
  const keeping = useKeeping(
    robot,
    (record) => setRecords((now) => [record, ...now]),
    (setup) => setRobot((now) => ({ ...now, setup })),
  );
  const go = (next: SheetName) => {
    keeping.say(null);
    setName(next);
  };
  const entry = (sheet: SheetName) => ({
    chosen: name === sheet,
    onChoose: () => go(sheet),
  });
  const draftOf = <D,>(sheet: SheetName) => ({
    draft: (drafts[sheet] ?? null) as D | null,
    onDraft: (draft: D) => setDrafts((now) => ({ ...now, [sheet]: draft })),
  });
  const { setup } = robot.setup;
  const trialSheet = <B extends AnyTrialBench, R>(definition: TrialBench<B, R>) => (
    <TrialSheet
      key={definition.kind}
      definition={definition}
      {...{ robot, records, live, keeping }}
      {...draftOf<Draft<B>>(definition.kind)}
    />
  );
  const trialEntry = <B extends AnyTrialBench, R>(definition: TrialBench<B, R>) => (
    <TrialEntry {...{ definition, records, setup }} {...entry(definition.kind)} />
  );
  const ports = recordsOf(records, 'ports')[0]?.bench;
  const rest = recordsOf(records, 'rest')[0]?.bench;
  const delays = recordsOf(records, 'delays')[0]?.bench;

  return (
    <div className={styles['view']}>
      <nav className={styles['benches']} aria-label="Benches">
        <Picker
          label="Robot"
          value={robot.id}
          options={[
            ...robots.map(({ id, name: its }) => ({ value: id, label: its })),
            { value: 'new', label: 'New robot …' },
          ]}
          onChange={(id) =>
            location.assign(id === 'new' ? '/bench?new' : sheetAddress('/bench', { robot: id }))
          }
        />
        <div>
          <BenchEntry
            title="Setup"
            figure={String(robot.setup.number)}
            state="every number of the robot"
            {...entry('setup')}
          />
          <BenchEntry
            title="Ports and names"
            figure={ports === undefined ? '' : String(ports.devices.length)}
            state={ports === undefined ? 'not written down' : `names for ${ports.language}`}
            {...entry('ports')}
          />
          {trialEntry(wheelsBench)}
          {trialEntry(squareBench)}
          {trialEntry(trackBench)}
          <BenchEntry
            title="Gyro at rest"
            figure={
              rest === undefined ? '' : `${formatNumber(degrees(rest.found.bias.value), 2)}°/s`
            }
            state={rest === undefined ? 'not checked yet' : rest.fitness}
            warn={rest?.fitness === 'not fit'}
            {...entry('rest')}
          />
          {trialEntry(scaleBench)}
          {trialEntry(turnBench)}
          {trialEntry(rangeBench)}
          {trialEntry(lightBench)}
          {trialEntry(colourBench)}
          <BenchEntry
            title="Delays"
            figure={
              delays?.found.latency == null
                ? ''
                : `${formatNumber(1000 * delays.found.latency.value, 0)} ms`
            }
            state={delays === undefined ? 'not measured yet' : 'gyro is late by'}
            {...entry('delays')}
          />
        </div>
      </nav>
      <div className={styles['sheet']}>
        {name === 'setup' && (
          <SetupSheet robot={robot} onSaved={(saved) => setRobot({ ...robot, setup: saved })} />
        )}
        {name === 'ports' && (
          <PortsSheet {...{ robot, records, keeping }} {...draftOf<PortsDraft>('ports')} />
        )}
        {name === 'wheels' && trialSheet(wheelsBench)}
        {name === 'square' && trialSheet(squareBench)}
        {name === 'track' && trialSheet(trackBench)}
        {name === 'rest' && <RestSheet {...{ robot, records, routes, live, keeping }} />}
        {name === 'scale' && trialSheet(scaleBench)}
        {name === 'turn' && trialSheet(turnBench)}
        {name === 'range' && trialSheet(rangeBench)}
        {name === 'light' && trialSheet(lightBench)}
        {name === 'colour' && trialSheet(colourBench)}
        {name === 'delays' && <DelaysSheet {...{ robot, records, live, keeping }} />}
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
