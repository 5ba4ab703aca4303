import { lazy, Suspense, useMemo, useState } from 'react';
import type {
  FieldRecord,
  Robot,
  Route,
  RouteRevision,
  Run,
  Session,
} from '../../contracts/records.ts';
import { USUAL_LIMITS, type AimOption, type AimTarget } from '../../core/analysis/aim/aim.ts';
import { measuredRuns } from '../../core/analysis/runs/measured.ts';
import { verdictWords } from '../../core/text/sentences.ts';
import { predictionEllipse, summarise } from '../../core/analysis/runs/summary.ts';
import { FEWEST_RUNS, verdictOf } from '../../core/analysis/runs/verdict.ts';
import type { Offset } from '../../core/field/field.ts';
import { checkpointsOf } from '../../core/route/plan.ts';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Tabs } from '../../ui/Tabs.tsx';
import { TargetCard, type ShownRun } from '../../ui/TargetCard.tsx';
import { Picker } from '../../ui/TextField.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { ChangePanel } from './ChangePanel.tsx';
import { ComparePanel } from './ComparePanel.tsx';
import { verdictFigures } from './figures.ts';
import { HonestyPanel } from './CalibrationPanel.tsx';
import { PointsPanel } from './PointsPanel.tsx';
import { useAdvice } from './useAdvice.ts';
import { pageData } from '../../ui/pageData.ts';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { island } from '../../ui/island.tsx';
import styles from './VerdictView.module.css';

// The charts bring a drawing library with them, which the sentence should not wait for.
const ChartPanel = lazy(async () => ({ default: (await import('./ChartPanel.tsx')).ChartPanel }));

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

type Panel = 'change' | 'figures' | 'time' | 'compare' | 'forecast' | 'points';

const PANELS: readonly { value: Panel; label: string }[] = [
  { value: 'change', label: 'Change' },
  { value: 'figures', label: 'Figures' },
  { value: 'time', label: 'Over time' },
  { value: 'compare', label: 'Compare' },
  { value: 'forecast', label: 'Forecast' },
  { value: 'points', label: 'Points' },
];

/** The verdict station: one sentence, and the evidence beneath it. */
function VerdictSheet(props: VerdictViewProps) {
  const { route, robot, field, revision, older, sessions, titleBlock } = props;
  const [runs] = useState(() => pageData<Run[]>('runs'));
  const { plan } = revision;
  const checkpoints = useMemo(() => checkpointsOf(plan), [plan]);
  const [checkpointId, setCheckpointId] = useState(checkpoints.at(-1)!.id);
  const [panel, setPanel] = useState<Panel>('change');
  const [shown, setShown] = useState<AimOption | null>(null);
  const [together, setTogether] = useState(false);
  const [limits, setLimits] = useState(USUAL_LIMITS);
  const [sets, setSets] = useState<{ first: readonly Run[]; second: readonly Run[] } | null>(null);
  const [cloud, setCloud] = useState<Offset[] | null>(null);
  const checkpoint = checkpoints.find(({ id }) => id === checkpointId)!;
  const model = field.field.models.find(({ id }) => id === checkpoint.modelId)!;
  const setup = robot.setup.setup;

  const measured = useMemo(
    () => measuredRuns(runs, checkpoint, model.zone),
    [runs, checkpoint, model],
  );
  const verdict = useMemo(
    () => verdictOf(measured.runs, measured.zone, route.goal),
    [measured, route.goal],
  );
  const experiment = useMemo(
    () => ({ plan, field: field.field, estimated: setup, trueParameters: setup }),
    [plan, field, setup],
  );
  const targets = useMemo(
    () =>
      (together ? checkpoints : [checkpoint]).flatMap((one): AimTarget[] => {
        const of = field.field.models.find(({ id }) => id === one.modelId)!;
        const at = measuredRuns(runs, one, of.zone);
        if (at.runs.length < FEWEST_RUNS) return [];
        const summary = summarise(at.runs.map(({ offset }) => offset));
        return [{ checkpoint: one, zone: at.zone, summary }];
      }),
    [together, checkpoints, checkpoint, field, runs],
  );
  const advice = useAdvice(experiment, checkpoint, model.zone, targets, limits);
  const best = verdict.kind === 'too early' ? null : (advice.aims[0] ?? null);
  const words = verdictWords(verdict, route.goal, plan, setup, best, advice.shares);
  const region = verdict.summary === null ? null : predictionEllipse(verdict.summary);
  const aside = runs.filter((run) => run.setAside !== null);
  const place = targets.findIndex((target) => target.checkpoint.id === checkpointId);
  const after = shown?.expected[place] ?? null;
  const counted = useMemo(
    () =>
      runs
        .map((run, i) => ({ run, number: i + 1 }))
        .filter(
          ({ run }) =>
            run.setAside === null &&
            run.measurements.some((one) => one.checkpointId === checkpointId),
        ),
    [runs, checkpointId],
  );
  const cards =
    sets === null
      ? cardRuns(runs, checkpointId, model.id)
      : [
          ...cardRuns(sets.first, checkpointId, model.id).map((run) => ({ ...run, earlier: true })),
          ...cardRuns(sets.second, checkpointId, model.id),
        ];

  return (
    <div className={styles['view']}>
      <div className={styles['head']}>
        <h1>{words.headline}</h1>
        <div className={styles['choose']}>
          <Picker
            label="Route"
            value={route.id}
            options={props.routes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => location.assign(sheetAddress('/verdict', { route: id }))}
          />
          <Picker
            label="Revision"
            value={String(revision.number)}
            options={props.driven.map((number) => ({
              value: String(number),
              label: `revision ${number}`,
            }))}
            onChange={(number) => location.assign(sheetAddress('/verdict', { revision: number }))}
          />
          {checkpoints.length > 1 && (
            <Picker
              label="Measured at"
              value={checkpointId}
              options={checkpoints.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={setCheckpointId}
            />
          )}
        </div>
        <p>{words.reason}</p>
      </div>
      <div className={styles['card']}>
        <TargetCard
          zone={model.zone}
          title={model.name}
          runs={cards}
          region={sets === null ? region : null}
          forecast={
            after === null || region === null
              ? null
              : { ...region, along: after.along, left: after.left }
          }
          cloud={panel === 'forecast' ? cloud : null}
          mean={sets === null ? (verdict.summary?.mean ?? null) : null}
          numbered={cards.length <= 40}
        />
        {sets !== null && <p className={styles['hint']}>Grey: the first set. Teal: the second.</p>}
        {older > 0 && (
          <Notice>
            The newest {runs.length} runs are judged; {older} older ones are kept.
          </Notice>
        )}
        {!measured.headingJudged && (
          <Notice>Some runs have no heading, so only the place is judged.</Notice>
        )}
        {aside.length > 0 && (
          <Notice tone="fault">
            {aside.length === 1 ? 'One run is' : `${aside.length} runs are`} set aside:{' '}
            {[...new Set(aside.map((run) => run.setAside))].join(', ')}.{' '}
            {withThem(runs, checkpoint, model.zone, route.goal)}
          </Notice>
        )}
      </div>
      <section className={styles['evidence']}>
        <Tabs label="Evidence" value={panel} tabs={PANELS} onChange={setPanel} />
        <div className={styles['panel']} role="tabpanel" aria-label={labelOf(panel)}>
          {panel === 'change' && (
            <ChangePanel
              route={route}
              revision={revision}
              experiment={experiment}
              verdict={verdict}
              checkpoint={checkpoint}
              targets={targets}
              together={together}
              onTogether={setTogether}
              limits={limits}
              onLimits={setLimits}
              advice={advice}
              shown={shown}
              onShow={setShown}
            />
          )}
          {panel === 'figures' && <Figures figures={verdictFigures(verdict, route.goal)} />}
          {panel === 'time' && (
            <Suspense fallback={<p>Drawing …</p>}>
              <ChartPanel counted={counted} measured={measured.runs} verdict={verdict} />
            </Suspense>
          )}
          {panel === 'compare' && (
            <ComparePanel
              routeId={route.id}
              robotId={robot.id}
              checkpoint={checkpoint}
              zone={model.zone}
              sessions={sessions}
              revision={revision.number}
              onSets={setSets}
            />
          )}
          {panel === 'forecast' && (
            <HonestyPanel
              robot={robot}
              experiment={experiment}
              checkpoint={checkpoint}
              zone={measured.zone}
              measured={measured.runs}
              onForecast={setCloud}
            />
          )}
          {panel === 'points' && (
            <PointsPanel
              models={field.field.models.filter(({ id }) =>
                checkpoints.some(({ modelId }) => modelId === id),
              )}
              runs={runs}
              goal={route.goal}
            />
          )}
        </div>
        <div className={styles['bottom']}>
          <a href={sheetAddress('/story', { route: route.id })}>
            The story of this route, to print
          </a>
          <TitleBlock {...titleBlock} revision={String(revision.number)} />
        </div>
      </section>
    </div>
  );
}

export const VerdictView = island(VerdictSheet);

function labelOf(panel: Panel): string {
  return PANELS.find(({ value }) => value === panel)!.label;
}

function cardRuns(runs: readonly Run[], checkpointId: string, modelId: string): ShownRun[] {
  return runs.flatMap((run, i) => {
    const found = run.measurements.find((one) => one.checkpointId === checkpointId);
    if (found === undefined) return [];
    const hit = run.outcomes.find((one) => one.modelId === modelId)?.hit ?? true;
    return [
      {
        id: run.id,
        number: i + 1,
        along: found.along,
        left: found.left,
        hit,
        setAside: run.setAside !== null,
      },
    ];
  });
}

/** The count and the verdict with the runs that were set aside, so that both results are at hand. */
function withThem(
  runs: readonly Run[],
  checkpoint: Parameters<typeof measuredRuns>[1],
  zone: Parameters<typeof measuredRuns>[2],
  goal: number,
): string {
  const all = measuredRuns(
    runs.map((run) => ({ ...run, setAside: null })),
    checkpoint,
    zone,
  );
  const { hits, kind } = verdictOf(all.runs, all.zone, goal);
  const them = all.runs.length === runs.length ? 'them' : 'those measured';
  return `With ${them}: ${hits} of ${all.runs.length}, verdict “${kind}”.`;
}
