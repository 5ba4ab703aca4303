import { useState } from 'react';
import type { Route, RouteRevision } from '../../contracts/records.ts';
import {
  predictedEffectsOf,
  type AimLimits,
  type AimOption,
  type AimTarget,
} from '../../core/analysis/aim/aim.ts';
import { checkPredictedEffect } from '../../core/analysis/runs/predictedEffect.ts';
import { changeWords, percent, shownNumber, sourceWords } from '../../core/text/sentences.ts';
import type { OffsetSummary } from '../../core/analysis/runs/summary.ts';
import type { Verdict } from '../../core/analysis/runs/verdict.ts';
import { radians } from '../../core/mathematics/angle.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { definitionOf } from '../../core/moves/index.ts';
import { aimableNumber, shiftedPlan, type Checkpoint } from '../../core/route/plan.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { send, sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { NextSteps } from '../../ui/NextSteps.tsx';
import { Notice } from '../../ui/Notice.tsx';
import type { Advice } from './useAdvice.ts';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import styles from './VerdictView.module.css';

interface ChangePanelProps {
  route: Route;
  revision: RouteRevision;
  experiment: Experiment;
  verdict: Verdict;
  checkpoint: Checkpoint;
  targets: readonly AimTarget[];
  together: boolean;
  onTogether: (together: boolean) => void;
  limits: AimLimits;
  onLimits: (limits: AimLimits) => void;
  advice: Advice;
  shown: AimOption | null;
  onShow: (option: AimOption | null) => void;
}

const SHOWN = 3;

/** What to change: the aims, and what would make the spread smaller. */
export function ChangePanel(props: ChangePanelProps) {
  const { route, revision, experiment, verdict, checkpoint, targets, advice, shown, onShow } =
    props;
  const offered = verdict.kind === 'too early' ? [] : advice.aims.slice(0, SHOWN);
  const best = offered[0] ?? null;
  const names = targets.map((target) => target.checkpoint.name).join(' and ');
  return (
    <>
      <PromiseNote revision={revision} checkpoint={checkpoint} summary={verdict.summary} />
      <p>{SAYS[verdict.kind]}</p>
      {offered.map((option) => (
        <Option
          key={option.changes.map((change) => change.moveId).join()}
          option={option}
          best={option === best && verdict.kind === 'aim'}
          targets={targets}
          shown={option === shown}
          onShow={() => onShow(option === shown ? null : option)}
          experiment={experiment}
          route={route}
          revision={revision}
          reason={`Aim at ${names} after ${verdict.runs} runs of revision ${revision.number}`}
        />
      ))}
      {advice.working && verdict.kind !== 'too early' && (
        <p role="status">Working out what helps …</p>
      )}
      {verdict.kind !== 'too early' && <AimSettings {...props} />}
      {advice.shares.length > 0 && (
        <>
          <h2 className={styles['section']}>
            {verdict.kind === 'too early'
              ? 'Where the forecast’s spread comes from'
              : 'Where the spread comes from, fitted to these runs'}
          </h2>
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
      <NewestOnly route={route} revision={revision} experiment={experiment} />
    </>
  );
}

const SAYS: Record<Verdict['kind'], string> = {
  'too early': 'Nothing yet.',
  'leave it': 'Nothing. The options below are for when you have a reason of your own.',
  unstable:
    'Find what the offset follows, under “Over time”. An aim would be gone by the next run.',
  aim: 'One number, if one does it. Then ten runs of the new revision.',
  tighten: 'Work on the largest source below before any number; aiming helps afterwards.',
};

/** The best next step, for the revision that is driven now. */
function NewestOnly({
  route,
  revision,
  experiment,
}: Pick<ChangePanelProps, 'route' | 'revision' | 'experiment'>) {
  const [fault, setFault] = useState<string | null>(null);
  if (revision.number !== route.revision.number) return null;
  const make = async (plan: Experiment['plan']) => {
    try {
      await send('POST', `routes/${route.id}/revisions`, {
        basedOn: revision.number,
        origin: 'hand',
        reason: 'Best next step from the verdict',
        plan,
      });
      location.assign(sheetAddress('/route', { route: route.id }));
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  return (
    <>
      <NextSteps experiment={experiment} onPlan={(plan) => void make(plan)} />
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
    </>
  );
}

interface PromiseNoteProps {
  revision: RouteRevision;
  checkpoint: Checkpoint;
  summary: OffsetSummary | null;
}

/** Whether what this revision promised when it was made has happened. */
function PromiseNote({ revision, checkpoint, summary }: PromiseNoteProps) {
  const promise = revision.promises.find(({ checkpointId }) => checkpointId === checkpoint.id);
  if (promise === undefined) return null;
  const check = checkPredictedEffect(promise, summary);
  const promised = `Promised: chance ${percent(promise.chanceBefore)} → ${percent(promise.chance)}, the middle ${where(promise.before)} → ${where(promise.expected)}.`;
  if (check.kind === 'too early' || summary === null) {
    return <Notice>{promised} Five runs will tell whether it came.</Notice>;
  }
  const came = `The middle lies ${where(summary.mean)}: ${formatNumber(100 * check.moved, 0)} % of the way.`;
  return check.kind === 'kept' ? (
    <Notice tone="good">
      <b>Promise kept.</b> {promised} {came}
    </Notice>
  ) : (
    <Notice tone="fault">
      <b>Promise not kept.</b> {promised} {came} Something else changed too, or the first runs were
      not of one kind.
    </Notice>
  );
}

function where({ along, left }: { along: number; left: number }): string {
  const part = (value: number, more: string, less: string) =>
    `${formatNumber(Math.abs(value), 0)} ${value >= 0 ? more : less}`;
  return `${part(-left, 'right', 'left')}, ${part(along, 'far', 'short')}`;
}

/** How many numbers, how far, at which checkpoints, and which moves stay as they are. */
function AimSettings(props: ChangePanelProps) {
  const { experiment, limits, onLimits, together, onTogether, targets } = props;
  const { moves } = experiment.plan;
  const toggle = (id: string) =>
    onLimits({
      ...limits,
      fixed: limits.fixed.includes(id)
        ? limits.fixed.filter((one) => one !== id)
        : [...limits.fixed, id],
    });
  return (
    <details className={styles['settings']}>
      <summary>What an aim may change</summary>
      <Choice
        label="Numbers at the most"
        value={String(limits.numbers) as '1' | '2' | '3'}
        options={[
          { value: '1', label: '1' },
          { value: '2', label: '2' },
          { value: '3', label: '3' },
        ]}
        onChange={(value) => onLimits({ ...limits, numbers: Number(value) as 1 | 2 | 3 })}
      />
      <Choice
        label="By no more than"
        value={limits.length > 60 ? 'far' : 'little'}
        options={[
          { value: 'little', label: '30 mm, 5°' },
          { value: 'far', label: '120 mm, 20°' },
        ]}
        onChange={(value) =>
          onLimits(
            value === 'far'
              ? { ...limits, length: 120, angle: radians(20) }
              : { ...limits, length: 30, angle: radians(5) },
          )
        }
      />
      <label className={styles['check']}>
        <input
          type="checkbox"
          checked={together}
          onChange={(event) => onTogether(event.target.checked)}
        />
        At all checkpoints together{together && targets.length > 1 ? `: ${targets.length}` : ''}
      </label>
      <fieldset className={styles['fixed']}>
        <legend>Stay as they are</legend>
        {moves.map((move, i) => {
          const number = aimableNumber(move);
          return number === null ? null : (
            <label key={move.id} className={styles['check']}>
              <input
                type="checkbox"
                checked={limits.fixed.includes(move.id)}
                onChange={() => toggle(move.id)}
              />
              {i + 1} {definitionOf(move.kind).name},{' '}
              {shownNumber(move, number.value, experiment.estimated)}
            </label>
          );
        })}
      </fieldset>
    </details>
  );
}

interface OptionProps {
  option: AimOption;
  best: boolean;
  targets: readonly AimTarget[];
  shown: boolean;
  onShow: () => void;
  experiment: Experiment;
  route: Route;
  revision: RouteRevision;
  reason: string;
}

function Option(props: OptionProps) {
  const { option, best, targets, shown, onShow, experiment, route, revision, reason } = props;
  const [fault, setFault] = useState<string | null>(null);
  const words = option.changes.map((change) =>
    changeWords(change, experiment.plan, experiment.estimated),
  );
  const promises = predictedEffectsOf(option, targets);
  const next = route.revision.number + 1;
  const newest = revision.number === route.revision.number;
  const make = async () => {
    try {
      await send('POST', `routes/${route.id}/revisions`, {
        basedOn: revision.number,
        origin: 'aim',
        reason: `${reason}: ${words.join('; ')}`,
        plan: shiftedPlan(revision.plan, new Map(option.changes.map((c) => [c.moveId, c.change]))),
        promises,
      });
      location.assign(sheetAddress('/route', { route: route.id }));
    } catch (error) {
      setFault(sentenceOf(error));
    }
  };
  const name = (i: number) => (targets.length > 1 ? ` at ${targets[i]!.checkpoint.name}` : '');
  return (
    <article className={[styles['option'], best ? styles['best'] : ''].join(' ')}>
      <h3>{words.map((one) => one.charAt(0).toUpperCase() + one.slice(1)).join('; ')}</h3>
      <Figures
        figures={promises.flatMap(({ expected, chanceBefore, chance }, i) => [
          {
            label: `Left over${name(i)}`,
            value: `${formatNumber(Math.hypot(expected.along, expected.left), 1)} mm`,
          },
          {
            label: `Chance to hit${name(i)}`,
            value: `${percent(chanceBefore)} → ${percent(chance)}`,
          },
        ])}
      />
      <div className={styles['buttons']}>
        {newest && (
          <Button variant={best ? 'main' : 'plain'} onClick={() => void make()}>
            Make revision {next}
          </Button>
        )}
        <Button aria-pressed={shown} onClick={onShow}>
          {shown ? 'Hide' : 'Show'} on the card
        </Button>
      </div>
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
    </article>
  );
}
