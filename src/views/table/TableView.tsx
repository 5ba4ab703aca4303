import { lazy, Suspense } from 'react';
import { island } from '../../ui/island.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { PaperLog } from './PaperLog.tsx';
import { RunCells } from './RunCells.tsx';
import { TableCard } from './TableCard.tsx';
import { TableSide } from './TableSide.tsx';
import styles from './TableView.module.css';
import { tableKeys } from './tableKeys.ts';
import {
  TableWorkProvider,
  useCreatedTableWork,
  type TableViewProps,
  useMeasured,
  useTableState,
  useTableWork,
} from './tableWork.ts';
import { say } from '../../core/language/say.ts';

// It is needed now and then only, and brings much with it.
const PhotoMeasure = lazy(async () => ({
  default: (await import('./PhotoMeasure.tsx')).PhotoMeasure,
}));

const CameraSheet = lazy(async () => ({
  default: (await import('./camera/CameraSheet.tsx')).CameraSheet,
}));

/** The table station: put the cross where the robot ended, say hit or miss, next run. */
function TableSheet(props: TableViewProps) {
  const work = useCreatedTableWork(props);
  return (
    <TableWorkProvider value={work}>
      <TableParts />
    </TableWorkProvider>
  );
}

export const TableView = island(TableSheet);

function TableParts() {
  const work = useTableWork();
  const { log, route, store } = work;
  const { entry, checkpoint } = useMeasured();
  const task = useTableState((state) => state.task);
  if (task === 'camera') return <CameraTask />;
  if (task === 'photo' && entry.photo !== null) return <PhotoTask photo={entry.photo} />;
  return (
    <>
      <PaperLog />
      <div className={styles['view']}>
        <TableCard />
        <TableSide />
        <RunCells
          runs={log.runs}
          waiting={new Set(log.waiting.flatMap(({ runId }) => runId ?? []))}
          checkpoint={checkpoint}
          revision={route.revision.number}
          editing={entry.editing}
          next={<KeyHelp keys={tableKeys(work)} />}
          onEdit={store.edit}
        />
      </div>
    </>
  );
}

/** A camera that logs runs by itself. */
function CameraTask() {
  return (
    <Suspense fallback={<p>{say`Opening the camera …`}</p>}>
      <CameraSheet />
    </Suspense>
  );
}

/** A photo in the whole of the sheet, to measure from. */
function PhotoTask({ photo }: { photo: File }) {
  const { field, robot, store } = useTableWork();
  const { model } = useMeasured();
  const height = useTableState((state) => state.markHeight);
  return (
    <div className={styles['photo']}>
      <Suspense fallback={<p>{say`Opening the photo …`}</p>}>
        <PhotoMeasure
          photo={photo}
          field={field.field}
          body={robot.setup.setup.body}
          zone={model.zone}
          height={height}
          onHeight={store.giveMarkHeight}
          onMeasured={store.takeMeasured}
          onClose={() => store.turnTo('runs')}
        />
      </Suspense>
    </div>
  );
}
