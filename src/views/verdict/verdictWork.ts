import { createContext, useContext, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { FieldRecord } from '../../contracts/fields.ts';
import type { Robot } from '../../contracts/robots.ts';
import type { Route, RouteRevision } from '../../contracts/routes.ts';
import type { Run, Session } from '../../contracts/practices.ts';
import type { JudgedTarget } from '../../core/analysis/aim/aim.ts';
import { measuredRuns } from '../../core/analysis/runs/measured.ts';
import { verdictOf, type Verdict } from '../../core/analysis/runs/verdict.ts';
import type { FieldModel } from '../../core/field/field.ts';
import { knowledgeOf } from '../../core/robot/knowledge.ts';
import { checkpointsOf, type Checkpoint } from '../../core/route/checkpoints.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { pageData } from '../../ui/pageData.ts';
import type { TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { useLearning, type Learning } from './useLearning.ts';
import { useAdvice, type Advice } from './useAdvice.ts';
import { createVerdictStore, type VerdictState, type VerdictStore } from './verdictStore.ts';

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

/** All that the parts of the verdict sheet work with: what is chosen, and what follows from the runs. */
export interface VerdictWork extends VerdictViewProps {
  store: VerdictStore;
  /** Runs of the revision, set aside ones too, oldest first. */
  runs: Run[];
  checkpoints: Checkpoint[];
  checkpoint: Checkpoint;
  model: FieldModel;
  /** The runs that count at the checkpoint. */
  measured: ReturnType<typeof measuredRuns>;
  verdict: Verdict;
  experiment: Experiment;
  /** What an aim is for: the checkpoint, or all of them, where there are runs enough. */
  targets: JudgedTarget[];
  advice: Advice;
  /** What all runs with the robot's setup tell of its numbers. */
  learning: Learning;
}

/** Judges the runs of a revision, and works out what would help. */
export function useCreatedVerdictWork(props: VerdictViewProps): VerdictWork {
  const { route, robot, field, revision } = props;
  const { plan } = revision;
  const { setup } = robot.setup;
  const [runs] = useState(() => pageData<Run[]>('runs'));
  const checkpoints = useMemo(() => checkpointsOf(plan), [plan]);
  const [store] = useState(() => createVerdictStore(checkpoints.at(-1)!.id));
  const { checkpointId, together, limits } = useStore(
    store.state,
    useShallow(({ checkpointId, together, limits }) => ({ checkpointId, together, limits })),
  );
  const checkpoint = checkpoints.find(({ id }) => id === checkpointId)!;
  const model = field.field.models.find(({ id }) => id === checkpoint.modelId)!;

  const measured = useMemo(
    () => measuredRuns(runs, checkpoint, model.zone),
    [runs, checkpoint, model],
  );
  const verdict = useMemo(
    () => verdictOf(measured.runs, measured.zone, route.goal, measured.ticks),
    [measured, route.goal],
  );
  const experiment = useMemo(
    () => ({
      plan,
      field: field.field,
      estimated: setup,
      trueParameters: setup,
      knowledge: knowledgeOf(setup, robot.setup.sources),
    }),
    [plan, field, setup, robot],
  );
  const targets = useMemo(
    () =>
      (together ? checkpoints : [checkpoint]).flatMap((one): JudgedTarget[] => {
        const { zone } = field.field.models.find(({ id }) => id === one.modelId)!;
        const at = one === checkpoint ? measured : measuredRuns(runs, one, zone);
        const judged =
          one === checkpoint ? verdict : verdictOf(at.runs, at.zone, route.goal, at.ticks);
        const { summary, posterior, now } = judged;
        if (judged.kind === 'too early' || summary === null || posterior === null || now === null) {
          return [];
        }
        return [{ checkpoint: one, zone: at.zone, summary, posterior, now }];
      }),
    [together, checkpoints, checkpoint, field, runs, route.goal, measured, verdict],
  );
  const advice = useAdvice(experiment, checkpoint, model.zone, targets, limits);
  const learning = useLearning(robot, experiment, checkpoint, model.zone);
  return {
    ...props,
    store,
    runs,
    checkpoints,
    checkpoint,
    model,
    measured,
    verdict,
    experiment,
    targets,
    advice,
    learning,
  };
}

const Context = createContext<VerdictWork | null>(null);
export const VerdictWorkProvider = Context.Provider;

/** What the part of the verdict sheet that asks works with. */
export function useVerdictWork(): VerdictWork {
  const work = useContext(Context);
  if (work === null) throw new Error('This stands on no verdict sheet.');
  return work;
}

/** A part of the sheet's state; the component is drawn again only when that part changes. */
export function useVerdictState<T>(select: (state: VerdictState) => T): T {
  return useStore(useVerdictWork().store.state, select);
}
