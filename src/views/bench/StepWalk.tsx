import { useState, type ReactNode } from 'react';
import type { BenchKind } from '../../core/benches/index.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import { Button } from '../../ui/Button.tsx';
import type { LiveLink } from '../../ui/link/useLink.ts';
import { GUIDES } from './guides/index.ts';
import { useLatest } from './useLatest.ts';
import styles from './Walk.module.css';
import { WalkFrame } from './WalkFrame.tsx';
import { say } from '../../core/language/say.ts';

interface StepWalkProps {
  kind: BenchKind;
  /** The hub whose heading is shown large; none where it says nothing of it. */
  live?: LiveLink;
  /** Whether anything was measured before. */
  known: boolean;
  /** What is done at the step that measures. */
  action?: ReactNode;
}

/** A bench whose readings the hub makes, one step at a time. */
export function StepWalk({ kind, live, known, action }: StepWalkProps) {
  const [at, setAt] = useState(0);
  const { heading } = useLatest(live?.follower ?? null);
  const { steps } = GUIDES[kind];
  const step = steps[at] ?? steps[0];
  return (
    <WalkFrame
      kind={kind}
      Drawing={step.Drawing}
      count={say`Step ${at + 1} of ${steps.length}`}
      action={step.text}
      first={!known && at === 0}
    >
      {heading !== undefined && (
        <p className={styles['live']}>
          <span>{say`heading now`}</span>
          <output>{formatQuantity(heading, 'angle')}</output>
        </p>
      )}
      <div className={styles['buttons']}>
        <Button disabled={at === 0} onClick={() => setAt(at - 1)}>{say`Back`}</Button>
        <Button
          disabled={at === steps.length - 1}
          onClick={() => setAt(at + 1)}
        >{say`Next step`}</Button>
      </div>
      {action}
    </WalkFrame>
  );
}
