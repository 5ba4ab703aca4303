import { island } from '../../ui/island.tsx';
import { VerdictCard } from './VerdictCard.tsx';
import { VerdictEvidence } from './VerdictEvidence.tsx';
import { VerdictHead } from './VerdictHead.tsx';
import styles from './VerdictView.module.css';
import {
  useCreatedVerdictWork,
  VerdictWorkProvider,
  type VerdictViewProps,
} from './verdictWork.ts';

/** The verdict station: one sentence, and the evidence beneath it. */
function VerdictSheet(props: VerdictViewProps) {
  const work = useCreatedVerdictWork(props);
  return (
    <VerdictWorkProvider value={work}>
      <div className={styles['view']}>
        <VerdictHead />
        <VerdictCard />
        <VerdictEvidence />
      </div>
    </VerdictWorkProvider>
  );
}

export const VerdictView = island(VerdictSheet);
