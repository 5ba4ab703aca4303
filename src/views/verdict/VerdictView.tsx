import type { FieldRecord, Robot, Route, RouteRevision, Session } from '../../contracts/records.ts';
import { island } from '../../ui/island.tsx';
import type { TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { VerdictCard } from './VerdictCard.tsx';
import { VerdictEvidence } from './VerdictEvidence.tsx';
import { VerdictHead } from './VerdictHead.tsx';
import styles from './VerdictView.module.css';
import { useCreatedVerdictWork, VerdictWorkProvider } from './verdictWork.ts';

export interface VerdictViewProps {
  route: Route;
  routes: Pick<Route, 'id' | 'name'>[];
  robot: Robot;
  field: FieldRecord;
  /** The revision that is judged, and the numbers of all that have runs. */
  revision: RouteRevision;
  driven: number[];
  /** Runs of the revision that are too old to be judged with the others. */
  older: number;
  sessions: Session[];
  titleBlock: TitleBlockProps;
}

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
