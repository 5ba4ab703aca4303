import { useState } from 'react';
import { formatMoment } from '../../core/language/dates.ts';
import { say } from '../../core/language/say.ts';
import { OWN_ANSWERS, type OwnAnswer, type OwnDrill } from '../../core/trainer/ownDrill.ts';
import { percent, verdictName } from '../../core/text/sentences.ts';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { TargetCard } from '../../ui/targetCard/TargetCard.tsx';
import styles from './Trainer.module.css';
import { useRecord } from './useRecord.ts';

interface OwnDrillSheetProps {
  drill: OwnDrill;
  initials: string;
  end: () => void;
}

/** An evening of the team’s own: what would you have done after these runs? */
export function OwnDrillSheet({ drill, initials, end }: OwnDrillSheetProps) {
  const { route, revision, happenedAt, runs, zone, goal, verdict, hits, changed } = drill;
  const [answer, setAnswer] = useState<OwnAnswer | null>(null);
  const { record, error } = useRecord();
  const right = answer === verdict;
  const choose = (one: OwnAnswer) => {
    setAnswer(one);
    const found = one === verdict;
    record({
      initials,
      level: 1,
      fault: 'own log',
      causeFound: found,
      cureFound: found,
      minutes: 0,
    });
  };
  return (
    <div className={styles['view']}>
      <header>
        <h1>
          {answer === null
            ? say`What would you do now?`
            : right
              ? say`So say the sheets: ${verdictName(verdict)}.`
              : say`The sheets say: ${verdictName(verdict)}.`}
        </h1>
        <p className={styles['why']}>
          {say`${route}, revision ${revision}, ${formatMoment(happenedAt, 'weekday')}: ${hits} of ${runs.length} hit, you want ${percent(goal)}.`}
        </p>
      </header>
      {error !== null && <Notice tone="fault">{sentenceOf(error)}</Notice>}
      <div className={styles['told']}>
        <TargetCard
          zone={zone}
          title={route}
          numbered
          enlarges={false}
          runs={runs.map((run, i) => ({ ...run, id: String(i), number: i + 1, setAside: false }))}
        />
        {answer === null ? (
          <ul className={styles['own']}>
            {OWN_ANSWERS.map((one) => (
              <li key={one}>
                <Button onClick={() => choose(one)}>{answerWords(one)}</Button>
              </li>
            ))}
          </ul>
        ) : (
          <section>
            <h2>{say`What you said`}</h2>
            <p>{answerWords(answer)}</p>
            <h2>{say`What the team did then`}</h2>
            <p>
              {changed === null
                ? say`It changed nothing.`
                : say`It made the next revision: ${changed}`}
            </p>
            <p>
              <Button variant="main" onClick={end}>{say`Another drill`}</Button>
            </p>
          </section>
        )}
      </div>
    </div>
  );
}

function answerWords(answer: OwnAnswer): string {
  switch (answer) {
    case 'aim':
      return say`Aim: they lie together beside the middle.`;
    case 'tighten':
      return say`Tighten: they lie too far apart for any number.`;
    case 'unstable':
      return say`Look for the cause: they follow something.`;
    case 'leave it':
      return say`Leave it: it is good enough.`;
    case 'cannot tell':
      return say`Drive more: that is too little to tell.`;
  }
}
