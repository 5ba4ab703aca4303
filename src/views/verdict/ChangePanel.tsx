import { percent, sourceWords } from '../../core/text/sentences.ts';
import type { Verdict } from '../../core/analysis/runs/verdict.ts';
import { sentenceOf } from '../../ui/api.ts';
import { MeasureNext } from '../../ui/MeasureNext.tsx';
import { NextSteps } from '../../ui/NextSteps.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { AimOffer } from './AimOffer.tsx';
import { MendOffers } from './MendOffers.tsx';
import { AimSettings } from './AimSettings.tsx';
import { PromiseNote } from './PromiseNote.tsx';
import { useNewRevision } from '../../ui/useNewRevision.ts';
import styles from './VerdictView.module.css';
import { useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';

/** How many ways to aim are offered. */
const SHOWN = 3;

/** What to change: the aims, and what would make the spread smaller. */
export function ChangePanel() {
  const { verdict, advice, robot, route, revision, experiment } = useVerdictWork();
  const early = verdict.kind === 'too early';
  const offered = early ? [] : advice.aims.slice(0, SHOWN);
  return (
    <>
      <PromiseNote />
      <p>{SAYS[verdict.kind]}</p>
      {offered.map((option, i) => (
        <AimOffer
          key={option.changes.map((change) => change.moveId).join()}
          option={option}
          best={i === 0 && verdict.kind === 'aim'}
        />
      ))}
      {!early && <MendOffers />}
      {advice.working && !early && <p role="status">{say`Working out what helps …`}</p>}
      {!early && <AimSettings />}
      <MeasureNext {...{ robot, route, experiment }} revision={revision.number} />
      <SpreadSources early={early} />
      <BestNext />
    </>
  );
}

const SAYS: Record<Verdict['kind'], string> = {
  get 'too early'() {
    return say`Nothing before five runs are logged at the Table.`;
  },
  get 'cannot tell'() {
    return say`Nothing before more runs are logged: what looks like help now may be chance.`;
  },
  get 'leave it'() {
    return say`Nothing. The options below are for when you have a reason of your own.`;
  },
  get unstable() {
    return say`Find what the offset follows, under “Over time”. An aim would be gone by the next run.`;
  },
  get aim() {
    return say`One number, if one does it. Then ten runs of the new revision.`;
  },
  get tighten() {
    return say`Work on the largest source below before any number; aiming helps afterwards.`;
  },
};

function SpreadSources({ early }: { early: boolean }) {
  const { shares } = useVerdictWork().advice;
  if (shares.length === 0) return null;
  return (
    <>
      <h2 className={styles['section']}>
        {early
          ? say`Where the forecast’s spread comes from`
          : say`Where the spread comes from, fitted to these runs`}
      </h2>
      <div>
        {shares.slice(0, 4).map(({ of: source, share }) => (
          <div key={source} className={styles['share']}>
            <span>{sourceWords(source)}</span>
            <span className={styles['bar']} style={{ width: `${100 * share}%` }} />
            <output>{percent(share)}</output>
          </div>
        ))}
      </div>
    </>
  );
}

/** The best next step, for the revision that is driven now. */
function BestNext() {
  const { route, revision, experiment } = useVerdictWork();
  const make = useNewRevision(route.id, revision.number);
  if (revision.number !== route.revision.number) return null;
  return (
    <>
      <NextSteps
        experiment={experiment}
        onPlan={(plan) =>
          make.mutate({ origin: 'hand', reason: say`Best next step from the verdict`, plan })
        }
      />
      {make.error !== null && <Notice tone="fault">{sentenceOf(make.error)}</Notice>}
    </>
  );
}
