import { useMemo } from 'react';
import { predictedEffectsOf, type AimOption } from '../../core/analysis/aim/aim.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { shiftedPlan } from '../../core/route/plan.ts';
import { changeWords, rangeWords } from '../../core/text/sentences.ts';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Figures } from '../../ui/Figures.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { useNewRevision } from '../../ui/useNewRevision.ts';
import styles from './VerdictView.module.css';
import { useVerdictState, useVerdictWork } from './verdictWork.ts';
import { asBeginning } from '../../core/language/inSentence.ts';
import { say } from '../../core/language/say.ts';

interface AimOfferProps {
  option: AimOption;
  best: boolean;
}

/** One way to aim: what it changes, what it promises, and the revision that does it. */
export function AimOffer({ option, best }: AimOfferProps) {
  const { experiment, route, revision, targets, verdict, store } = useVerdictWork();
  const shown = useVerdictState((state) => state.shown === option);
  const words = option.changes.map((change) =>
    changeWords(change, experiment.plan, experiment.estimated),
  );
  const promises = useMemo(() => predictedEffectsOf(option, targets), [option, targets]);
  const names = targets.map((target) => target.checkpoint.name).join(say` and `);
  const reason = say`Aim at ${names} after ${verdict.runs} runs of revision ${revision.number}`;
  const make = useNewRevision(route.id, revision.number);
  const name = (i: number) => (targets.length > 1 ? say` at ${targets[i]!.checkpoint.name}` : '');
  return (
    <article className={[styles['option'], best ? styles['best'] : ''].join(' ')}>
      <h3>{words.map(asBeginning).join('; ')}</h3>
      <Figures
        figures={promises.flatMap(({ expected, ranges }, i) => [
          {
            label: say`Then still off by${name(i)}`,
            value: formatQuantity(Math.hypot(expected.along, expected.left), 'length', 1),
          },
          {
            label: say`Chance to hit${name(i)}`,
            value: `${rangeWords(ranges.before)} → ${rangeWords(ranges.after)}`,
          },
        ])}
      />
      <div className={styles['buttons']}>
        {revision.number === route.revision.number && (
          <Button
            data-needs="coach"
            variant={best ? 'main' : 'plain'}
            onClick={() =>
              make.mutate({
                origin: 'aim',
                reason: `${reason}: ${words.join('; ')}`,
                plan: shiftedPlan(
                  revision.plan,
                  new Map(option.changes.map((c) => [c.moveId, c.change])),
                ),
                promises,
              })
            }
          >{say`Make revision ${route.revision.number + 1}`}</Button>
        )}
        <Button
          aria-pressed={shown}
          onClick={() => store.toggleAim(option)}
        >{say`${shown ? say`Hide` : say`Show`} on the card`}</Button>
      </div>
      {make.error !== null && <Notice tone="fault">{sentenceOf(make.error)}</Notice>}
    </article>
  );
}
