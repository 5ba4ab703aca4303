import { startingAsk, type Ask } from '../../core/moves/questions.ts';
import type { RobotParameters } from '../../core/robot/parameters.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { AskFields } from './AskFields.tsx';
import styles from './MoveSheet.module.css';
import { say } from '../../core/language/say.ts';

/** What can give the sign to set off. */
const SIGNS: readonly Ask['kind'][] = ['range', 'touch', 'light', 'colour'];

interface StartSheetProps {
  plan: RoutePlan;
  setup: RobotParameters;
  checks: readonly string[];
  onChange: (plan: RoutePlan) => void;
}

/** What the program waits for before it sets off. */
export function StartSheet({ plan, setup, checks, onChange }: StartSheetProps) {
  const { startBy } = plan;
  const put = (sign: Ask | undefined) => {
    const { startBy: _, ...rest } = plan;
    onChange(sign === undefined ? rest : { ...rest, startBy: sign });
  };
  return (
    <section className={styles['sheet']} aria-label={say`Start`}>
      <div className={styles['head']}>
        <h1>{say`Start`}</h1>
        <p>
          {startBy === undefined
            ? say`The program sets off as soon as it is started.`
            : say`The program stands still until the sign comes, then waits for a still gyro and sets off.`}
        </p>
      </div>
      {checks.map((check) => (
        <Notice key={check} tone="fault">
          {check}
        </Notice>
      ))}
      <div className={styles['fields']}>
        <Choice
          label={say`It sets off`}
          value={startBy === undefined ? 'once' : 'sign'}
          options={[
            { value: 'once', label: say`at once` },
            { value: 'sign', label: say`at a sign` },
          ]}
          onChange={(when) => put(when === 'once' ? undefined : startingAsk('range'))}
        />
        {startBy !== undefined && (
          <AskFields
            label={say`The sign`}
            ask={startBy}
            kinds={SIGNS}
            setup={setup}
            onChange={(ask) => put(ask)}
          />
        )}
      </div>
      {startBy !== undefined && (
        <Notice>{say`Give the sign with a flat hand and take it away at once: the robot drives off by itself. Keep fingers and hair away from wheels and attachments.`}</Notice>
      )}
    </section>
  );
}
