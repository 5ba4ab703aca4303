import { useMemo } from 'react';
import { chancesOf, rangeOf } from '../../core/analysis/runs/chanceRange.ts';
import { spreadOf } from '../../core/robot/knowledge.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { deviated } from '../../core/robot/knowledge.ts';
import { withSources } from '../../core/robot/sources.ts';
import { causeName, causeWords } from '../../core/text/numberWords.ts';
import { likelihood, rangeWords } from '../../core/text/sentences.ts';
import { Button } from '../../ui/Button.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { sentenceOf } from '../../ui/api.ts';
import type { Mend } from '../../core/analysis/learning/mends.ts';
import { useNewSetup } from './useNewSetup.ts';
import styles from './VerdictView.module.css';
import { useVerdictWork } from './verdictWork.ts';
import { asBeginning } from '../../core/language/inSentence.ts';
import { say } from '../../core/language/say.ts';

/** The other school: not this route's move is moved, but the number of the robot that is wrong is mended. */
export function MendOffers() {
  const { learning } = useVerdictWork();
  if (learning.mends.length === 0) return null;
  return (
    <>
      <h2 className={styles['section']}>{say`Or mend the number that is wrong`}</h2>
      <p
        className={styles['hint']}
      >{say`A changed move helps this route only, whatever the cause. A mended number helps every route, if it is the cause. A route that was aimed while it was wrong is then corrected twice: aim it anew after a few runs.`}</p>
      {learning.mends.map((mend) => (
        <MendOffer key={mend.cause} mend={mend} />
      ))}
    </>
  );
}

function MendOffer({ mend }: { mend: Mend }) {
  const { robot, checkpoint, targets, learning } = useVerdictWork();
  const { setup, sources } = robot.setup;
  const { cause, deviation, alike, chance, shift } = mend;
  const target = targets.find((one) => one.checkpoint.id === checkpoint.id);
  const after = useMemo(
    () => (target === undefined ? null : rangeOf(chancesOf(target.posterior, target.zone, shift))),
    [target, shift],
  );
  const make = useNewSetup();
  const words = causeWords(cause, deviation, setup);
  const runs = learning.learned!.runs;
  const left =
    target === undefined
      ? null
      : Math.hypot(target.summary.mean.along + shift.along, target.summary.mean.left + shift.left);
  const others = [...new Set(alike.map(causeName))];
  return (
    <article className={styles['option']}>
      <h3>{asBeginning(words)}</h3>
      <Figures
        figures={[
          {
            label: say`Carries over to all routes`,
            value: likelihood(chance),
            why: say`How likely it is, after all runs with this setup, that this number is what is wrong.`,
          },
          {
            label: say`Then still off by`,
            value: left === null ? '–' : formatQuantity(left, 'length', 1),
          },
          {
            label: say`Chance to hit`,
            value: `${rangeWords(target?.now ?? null)} → ${rangeWords(after)}`,
          },
        ]}
      />
      {others.length > 0 && (
        <p
          className={styles['hint']}
        >{say`It may as well be ${others.join(say` or `)}: on these routes they look alike. The bench tells which.`}</p>
      )}
      <div className={styles['buttons']}>
        <Button
          data-needs="coach"
          disabled={make.isPending || make.isSuccess}
          onClick={() =>
            make.mutate({
              reason: say`Learned from ${runs} runs: ${words}`,
              setup: deviated(setup, { [cause]: deviation }),
              sources: withSources(sources, {
                [cause]: { kind: 'runs', runs, spread: spreadOf(setup, cause, sources[cause]) },
              }),
            })
          }
        >{say`Make setup ${robot.setup.number + 1}`}</Button>
      </div>
      {make.isSuccess && (
        <Notice tone="good">{say`Setup ${robot.setup.number + 1} is here.`}</Notice>
      )}
      {make.error !== null && <Notice tone="fault">{sentenceOf(make.error)}</Notice>}
    </article>
  );
}
