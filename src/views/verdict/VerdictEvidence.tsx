import { lazy, Suspense, type ComponentType } from 'react';
import { Figures } from '../../ui/Figures.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { Tabs } from '../../ui/Tabs.tsx';
import { TitleBlock } from '../../ui/TitleBlock.tsx';
import { HonestyPanel } from './HonestyPanel.tsx';
import { LearnPanel } from './LearnPanel.tsx';
import { ChangePanel } from './ChangePanel.tsx';
import { ComparePanel } from './ComparePanel.tsx';
import { verdictFigures } from './figures.ts';
import { PointsPanel } from './PointsPanel.tsx';
import { EVIDENCE_PANELS, type EvidencePanel } from './verdictStore.ts';
import styles from './VerdictView.module.css';
import { useVerdictState, useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';

// The charts bring a drawing library with them, which the sentence should not wait for.
const ChartPanel = lazy(async () => ({ default: (await import('./ChartPanel.tsx')).ChartPanel }));

const MovesPanel = lazy(async () => ({ default: (await import('./MovesPanel.tsx')).MovesPanel }));

const PANELS: Record<EvidencePanel, ComponentType> = {
  change: ChangePanel,
  figures: FiguresPanel,
  moves: MovesPanel,
  time: ChartPanel,
  compare: ComparePanel,
  learn: LearnPanel,
  forecast: HonestyPanel,
  points: PointsPanel,
};

/** The evidence beneath the sentence. */
export function VerdictEvidence() {
  const { route, revision, titleBlock, store } = useVerdictWork();
  const panel = useVerdictState((state) => state.panel);
  const tabs = EVIDENCE_PANELS.map(({ value, label }) => ({ value, label: label() }));
  const { label } = tabs.find(({ value }) => value === panel)!;
  const Panel = PANELS[panel];
  return (
    <section className={styles['evidence']}>
      <Tabs label={say`Evidence`} value={panel} tabs={tabs} onChange={store.show} />
      <div className={styles['panel']} role="tabpanel" aria-label={label}>
        <Suspense fallback={<p>{say`Drawing …`}</p>}>
          <Panel />
        </Suspense>
      </div>
      <div className={styles['bottom']}>
        <KeyHelp
          keys={tabs.map(({ value, label: says }, i) => ({
            keys: String(i + 1),
            says,
            act: () => store.show(value),
          }))}
        />
        <a
          href={sheetAddress('/story', { route: route.id })}
        >{say`The story of this route, to print`}</a>
        <TitleBlock {...titleBlock} revision={String(revision.number)} />
      </div>
    </section>
  );
}

function FiguresPanel() {
  const { verdict, route } = useVerdictWork();
  return <Figures figures={verdictFigures(verdict, route.goal)} />;
}
