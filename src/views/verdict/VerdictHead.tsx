import type { Verdict } from '../../core/analysis/runs/verdict.ts';
import { verdictWords } from '../../core/text/sentences.ts';
import { ChanceBars } from '../../ui/ChanceBars.tsx';
import { RoutePicker } from '../../ui/RoutePicker.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { Picker } from '../../ui/TextField.tsx';
import styles from './VerdictView.module.css';
import { useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';

/** The verdict in a sentence, why, and of what. */
export function VerdictHead() {
  const { route, revision, robot, verdict, advice } = useVerdictWork();
  const best = verdict.kind === 'too early' ? null : (advice.aims[0] ?? null);
  const words = verdictWords(
    verdict,
    route.goal,
    revision.plan,
    robot.setup.setup,
    best,
    advice.shares,
  );
  return (
    <div className={styles['head']}>
      <h1>{words.headline}</h1>
      <VerdictChoice />
      <p>{words.reason}</p>
      {verdict.now !== null && verdict.aimed !== null && (
        <ChanceBars
          goal={route.goal}
          why={chanceWhy(verdict)}
          bars={[
            { label: say`as it is`, range: verdict.now, measured: true },
            ...(verdict.nextTen === null
              ? [{ label: say`once aimed`, range: verdict.aimed, measured: false }]
              : [{ label: say`the next ten`, range: verdict.nextTen, measured: false }]),
          ]}
        />
      )}
    </div>
  );
}

/** From which runs the chances are, and what they lean on. */
function chanceWhy({ nextTen, runs: count }: Verdict): string {
  const runs = count === 1 ? say`one run` : say`${count} runs`;
  return nextTen === null
    ? say`Where the chance to hit lies, 19 times of 20, by ${runs}: from their middle and spread in place and heading, which few runs leave wide, and from what was seen as hit or miss. Once aimed, the middle lies on the target. The mark is your goal.`
    : say`Where the chance to hit lies, 19 times of 20, by ${runs}: as it is, and for the next ten if what changes from run to run goes on. The mark is your goal.`;
}

function VerdictChoice() {
  const { route, routes, revision, driven, checkpoints, checkpoint, store } = useVerdictWork();
  return (
    <div className={styles['choose']}>
      <RoutePicker route={route} routes={routes} sheet="/verdict" />
      <Picker
        label={say`Revision`}
        value={String(revision.number)}
        options={driven.map((number) => ({
          value: String(number),
          label: say`revision ${number}`,
        }))}
        onChange={(number) => location.assign(sheetAddress('/verdict', { revision: number }))}
      />
      {checkpoints.length > 1 && (
        <Picker
          label={say`Measured at`}
          value={checkpoint.id}
          options={checkpoints.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={store.chooseCheckpoint}
        />
      )}
    </div>
  );
}
