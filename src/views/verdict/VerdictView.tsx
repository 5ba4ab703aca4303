import { checkpointsOf } from '../../core/route/moves.ts';
import { useMemo, useState } from 'react';
import type { FieldRecord, Robot, Route, RouteRevision, Run } from '../../contracts/records.ts';
import type { AimOption } from '../../core/consistency/aim.ts';
import { measuredRuns } from '../../core/consistency/measured.ts';
import {
  changeWords,
  percent,
  sourceWords,
  verdictWords,
} from '../../core/consistency/sentences.ts';
import { predictionEllipse } from '../../core/consistency/summary.ts';
import { verdictOf } from '../../core/consistency/verdict.ts';
import { formatNumber } from '../../core/quantities/quantity.ts';
import { shiftedPlan } from '../../core/route/moves.ts';
import { send, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { TargetCard, type CardRun } from '../../ui/TargetCard.tsx';
import { Picker } from '../../ui/TextField.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { verdictFigures } from './figures.ts';
import { useAdvice } from './useAdvice.ts';
import styles from './VerdictView.module.css';

export interface VerdictViewProps {
  route: Route;
  routes: Pick<Route, 'id' | 'name'>[];
  robot: Robot;
  field: FieldRecord;
  /** The revision that is judged, and the numbers of all that have runs. */
  revision: RouteRevision;
  judged: number[];
  runs: Run[];
  titleBlock: TitleBlockProps;
}

/** The verdict station: one sentence, and the evidence beneath it. */
export function VerdictView(props: VerdictViewProps) {
  const { route, robot, field, revision, runs, titleBlock } = props;
  const { plan } = revision;
  const checkpoints = useMemo(() => checkpointsOf(plan), [plan]);
  const [checkpointId, setCheckpointId] = useState(checkpoints.at(-1)!.id);
  const [shown, setShown] = useState<AimOption | null>(null);
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
    () => ({ plan, field: field.field, believed: setup, truth: setup }),
    [plan, field, setup],
  );
  const advice = useAdvice(experiment, checkpoint, measured.zone, verdict.summary);
  const offered = verdict.kind === 'too early' ? [] : advice.aims.slice(0, 2);
  const best = offered[0] ?? null;
  const words = verdictWords(verdict, route.goal, plan, setup, best, advice.shares);
  const region = verdict.summary === null ? null : predictionEllipse(verdict.summary);
  const aside = runs.filter((run) => run.setAside !== null);

  return (
    <div className={styles['view']}>
      <div className={styles['head']}>
        <h1>{words.headline}</h1>
        <div className={styles['choose']}>
          <Picker
            label="Route"
            value={route.id}
            options={props.routes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => location.assign(`/verdict?route=${id}`)}
          />
          <Picker
            label="Revision"
            value={String(revision.number)}
            options={props.judged.map((number) => ({
              value: String(number),
              label: `revision ${number}`,
            }))}
            onChange={(number) => location.assign(`/verdict?revision=${number}`)}
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
          runs={cardRuns(runs, checkpointId, model.id)}
          region={region}
          forecast={
            shown === null || region === null
              ? null
              : { ...region, along: shown.expected.along, left: shown.expected.left }
          }
          mean={verdict.summary?.mean ?? null}
          numbered
        />
      </div>
      <section className={styles['figures']}>
        <h2 className={styles['section']}>What the figures say</h2>
        <Figures figures={verdictFigures(verdict, route.goal)} />
        {!measured.headingJudged && (
          <Notice>Some runs have no heading, so only the place is judged.</Notice>
        )}
        {aside.length > 0 && (
          <Notice mood="fault">
            {aside.length === 1 ? 'One run is' : `${aside.length} runs are`} set aside:{' '}
            {[...new Set(aside.map((run) => run.setAside))].join(', ')}.{' '}
            {withThem(runs, checkpointId, model.id)}
          </Notice>
        )}
      </section>
      <section className={styles['change']}>
        <h2 className={styles['section']}>What to change</h2>
        {verdict.kind === 'too early' && <p>Nothing yet.</p>}
        {verdict.kind === 'leave it' && (
          <p>Nothing. The options below are for when you have a reason of your own.</p>
        )}
        {verdict.kind === 'tighten' && (
          <p>Work on the largest source below before any number; aiming helps afterwards.</p>
        )}
        {offered.map((option) => (
          <Option
            key={option.changes.map((change) => change.moveId).join()}
            option={option}
            best={option === best && verdict.kind === 'aim'}
            chanceNow={verdict.chanceNow}
            shown={option === shown}
            onShow={() => setShown(option === shown ? null : option)}
            words={option.changes.map((change) => changeWords(change, plan, setup))}
            route={route}
            revision={revision}
            reason={`Aim at ${checkpoint.name} after ${verdict.runs} runs of revision ${revision.number}`}
          />
        ))}
        {advice.working && verdict.kind !== 'too early' && (
          <p role="status">Working out what helps …</p>
        )}
        {advice.shares.length > 0 && (
          <>
            <h2 className={styles['section']}>Where the forecast’s spread comes from</h2>
            <div>
              {advice.shares.slice(0, 4).map(({ of: source, share }) => (
                <div key={source} className={styles['share']}>
                  <span>{sourceWords(source)}</span>
                  <span className={styles['bar']} style={{ width: `${100 * share}%` }} />
                  <output>{percent(share)}</output>
                </div>
              ))}
            </div>
          </>
        )}
        <div className={styles['bottom']}>
          <TitleBlock {...titleBlock} revision={String(revision.number)} />
        </div>
      </section>
    </div>
  );
}

interface OptionProps {
  option: AimOption;
  best: boolean;
  chanceNow: number | null;
  shown: boolean;
  onShow: () => void;
  words: string[];
  route: Route;
  revision: RouteRevision;
  reason: string;
}

function Option({
  option,
  best,
  chanceNow,
  shown,
  onShow,
  words,
  route,
  revision,
  reason,
}: OptionProps) {
  const [fault, setFault] = useState<string | null>(null);
  const next = route.revision.number + 1;
  const newest = revision.number === route.revision.number;
  const make = async () => {
    try {
      await send('POST', `routes/${route.id}/revisions`, {
        basedOn: revision.number,
        origin: 'aim',
        reason: `${reason}: ${words.join('; ')}`,
        plan: shiftedPlan(revision.plan, new Map(option.changes.map((c) => [c.moveId, c.change]))),
      });
      location.assign(`/route?route=${route.id}`);
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const { along, left } = option.expected;
  return (
    <article className={[styles['option'], best ? styles['best'] : ''].join(' ')}>
      <h3>{words.map((one) => one.charAt(0).toUpperCase() + one.slice(1)).join('; ')}</h3>
      <Figures
        figures={[
          { label: 'Left over', value: `${formatNumber(Math.hypot(along, left), 1)} mm` },
          { label: 'Chance to hit', value: `${percent(chanceNow)} → ${percent(option.chance)}` },
        ]}
      />
      <div className={styles['buttons']}>
        {newest && (
          <Button weight={best ? 'main' : 'plain'} onClick={() => void make()}>
            Make revision {next}
          </Button>
        )}
        <Button aria-pressed={shown} onClick={onShow}>
          {shown ? 'Hide' : 'Show'} on the card
        </Button>
      </div>
      {fault !== null && <Notice mood="fault">{fault}</Notice>}
    </article>
  );
}

function cardRuns(runs: readonly Run[], checkpointId: string, modelId: string): CardRun[] {
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

/** The count with the runs that were set aside, so that both results are at hand. */
function withThem(runs: readonly Run[], checkpointId: string, modelId: string): string {
  const all = cardRuns(runs, checkpointId, modelId);
  return `With ${all.length === runs.length ? 'them' : 'those measured'}: ${all.filter((run) => run.hit).length} of ${all.length}.`;
}
