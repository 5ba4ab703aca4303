import { routePoints } from '../../core/analysis/runs/points.ts';
import { furtherHitsToClaim } from '../../core/analysis/runs/claims.ts';
import { percent } from '../../core/text/sentences.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import table from '../../ui/Table.module.css';
import styles from './VerdictView.module.css';
import { useVerdictWork } from './verdictWork.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

/** What the route is worth: chance and points of each model, and of all together. */
export function PointsPanel() {
  const { field, checkpoints, runs, route } = useVerdictWork();
  const { goal } = route;
  const models = field.field.models.filter(({ id }) =>
    checkpoints.some(({ modelId }) => modelId === id),
  );
  const counted = runs.filter((run) => run.setAside === null);
  const found = routePoints(
    models,
    counted.map(({ outcomes }) => outcomes),
  );
  const seconds = counted.flatMap((run) => (run.seconds === null ? [] : [run.seconds]));
  const time =
    seconds.length === 0 ? null : seconds.reduce((sum, one) => sum + one, 0) / seconds.length;
  return (
    <>
      <p
        className={styles['headline']}
      >{say`${between(found.low, found.high)} of ${found.full} points a run`}</p>
      <p>{sayWith`That is where the true mean lies; ${counted.length} runs brought ${formatNumber(found.expected, 0)} each.${
        time !== null &&
        say` A run takes ${formatNumber(time, 0)} s: ${between((60 * found.low) / time, (60 * found.high) / time)} points a minute.`
      }`}</p>
      <table className={`${table['table']} ${styles['table']}`}>
        <thead>
          <tr>
            <th>{say`model`}</th>
            <th>{say`hits`}</th>
            <th>{say`chance`}</th>
            <th>{say`points expected`}</th>
          </tr>
        </thead>
        <tbody>
          {found.models.map((model) => (
            <tr key={model.modelId}>
              <td>{model.name}</td>
              <td>{say`${model.hits} of ${model.tries}`}</td>
              <td>{say`${percent(model.chanceLow)} to ${percent(model.chanceHigh)}`}</td>
              <td>{say`${between(model.low, model.high)} of ${model.full}`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {found.models.map((model) => (
        <p key={model.modelId} className={styles['hint']}>
          {claimWords(model.name, furtherHitsToClaim(model.hits, model.tries, goal), goal)}
        </p>
      ))}
    </>
  );
}

function between(low: number, high: number): string {
  const [from, to] = [formatNumber(low, 0), formatNumber(high, 0)];
  return from === to ? from : say`${from} to ${to}`;
}

function claimWords(name: string, more: number | null, goal: number): string {
  const rate = `${formatNumber(100 * goal, 0)} %`;
  if (more === 0) return say`${name}: “at least ${rate}” can be claimed with 90 % confidence.`;
  if (more === null) return say`${name}: “at least ${rate}” is out of reach of any series.`;
  return say`${name}: ${more} more hits in a row, and “at least ${rate}” can be claimed with 90 % confidence.`;
}
