import { checkPredictedEffect } from '../../core/analysis/runs/predictedEffect.ts';
import { rangeWords } from '../../core/text/sentences.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { Notice } from '../../ui/Notice.tsx';
import { useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

/** Whether what this revision promised when it was made has happened. */
export function PromiseNote() {
  const { revision, checkpoint, verdict } = useVerdictWork();
  const { summary } = verdict;
  const promise = revision.promises.find(({ checkpointId }) => checkpointId === checkpoint.id);
  if (promise === undefined) return null;
  const check = checkPredictedEffect(promise, summary);
  const { ranges } = promise;
  const chances =
    ranges === undefined
      ? ''
      : say`that ${rangeWords(ranges.after)} hit instead of ${rangeWords(ranges.before)}, and `;
  const promised = say`Promised: ${chances}the middle ${where(promise.before)} → ${where(promise.expected)}.`;
  if (check.kind === 'too early' || summary === null) {
    return <Notice>{say`${promised} Five runs will tell whether it came.`}</Notice>;
  }
  const came = say`The middle lies ${where(summary.mean)}: ${formatNumber(100 * check.moved, 0)} % of the way.`;
  return check.kind === 'kept' ? (
    <Notice tone="good">
      <b>{say`Promise kept.`}</b> {promised} {came}
    </Notice>
  ) : (
    <Notice tone="fault">{sayWith`${(<b>{say`Promise not kept.`}</b>)} ${promised} ${came} Something else changed too, or the first runs were not of one kind.`}</Notice>
  );
}

function where({ along, left }: { along: number; left: number }): string {
  const part = (value: number, more: string, less: string) =>
    `${formatNumber(Math.abs(value), 0)} ${value >= 0 ? more : less}`;
  return `${part(-left, 'right', 'left')}, ${part(along, 'far', 'short')}`;
}
