import { useState } from 'react';
import type { GyroCheck, Robot } from '../../contracts/robots.ts';
import type { ShownTask } from '../../core/text/shownTask.ts';
import { buttonClass, Button } from '../../ui/Button.tsx';
import { island } from '../../ui/island.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { taskAddress } from '../../ui/taskAddress.ts';
import styles from './TodayView.module.css';
import { useTasks } from './useTasks.ts';
import { formatAgo } from '../../core/language/dates.ts';
import { fitnessWords } from '../../core/text/fitnessWords.ts';
import { inSentence } from '../../core/language/inSentence.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

export interface TasksViewProps {
  robot: Pick<Robot, 'name' | 'setup'>;
  gyro: GyroCheck | null;
  /** What the runs alone ask for: shown until it is known what measuring would bring. */
  first: ShownTask[];
  hasRoutes: boolean;
}

/** Further tasks that are named below the first. */
const SHOWN = 6;

/** The one thing to do now, and what else is worth the time. */
function TasksSheet({ robot, gyro, first: atOnce, hasRoutes }: TasksViewProps) {
  const [passed, setPassed] = useState<string[]>([]);
  const { tasks, working } = useTasks(robot, atOnce);
  const [first, ...more] = tasks.filter((task) => !passed.includes(nameOf(task)));
  return (
    <div className={styles['do']}>
      {first === undefined ? (
        <Nothing hasRoutes={hasRoutes} working={working} robot={robot.name} />
      ) : (
        <First
          task={first}
          onPass={more.length === 0 ? null : () => setPassed([...passed, nameOf(first)])}
        />
      )}
      <section aria-label={say`What else is worth the time`}>
        <h2>{say`What else is worth the time`}</h2>
        <ul className={styles['tasks']}>
          {more.slice(0, SHOWN).map((task) => (
            <TaskLine key={nameOf(task)} task={task} />
          ))}
          <GyroLine gyro={gyro} />
        </ul>
        {working && <p role="status">{say`Working out what measuring would bring …`}</p>}
      </section>
      <p className={styles['doors']}>
        <a className={buttonClass()} href="/trainer">{say`Find the fault: a drill`}</a>
        <a
          className={buttonClass()}
          href="/begin?new=1"
          data-needs="coach"
        >{say`Start with another robot`}</a>
        <a
          className={buttonClass()}
          href="/begin?new=1&practice=1"
          data-needs="coach"
        >{say`No robot here: the practice robot`}</a>
      </p>
    </div>
  );
}

export const TasksView = island(TasksSheet);

function nameOf({ kind, routeId, bench }: ShownTask): string {
  return bench ?? `${kind} ${routeId}`;
}

function First({ task, onPass }: { task: ShownTask; onPass: (() => void) | null }) {
  const [why, setWhy] = useState(false);
  return (
    <section aria-label={say`What to do now`} aria-live="polite">
      <h1>{say`Next: ${lower(task)}.`}</h1>
      <p
        className={styles['why']}
      >{sayWith`${task.why} It takes ${task.cost}${task.brings && say` and should bring ${task.gain.replace('+', '')} a match`}.`}</p>
      <div className={styles['buttons']}>
        <a className={buttonClass('main')} href={taskAddress(task)}>
          {task.action}
        </a>
        <Button aria-expanded={why} onClick={() => setWhy(!why)}>{say`Why this`}</Button>
        {onPass !== null && <Button onClick={onPass}>{say`Not now`}</Button>}
        <KeyHelp
          keys={[
            { keys: 'D', says: task.action, act: () => location.assign(taskAddress(task)) },
            { keys: 'W', says: say`Why this`, act: () => setWhy(!why) },
            ...(onPass === null ? [] : [{ keys: 'N', says: say`Not now`, act: onPass }]),
          ]}
        />
      </div>
      {why && (
        <p
          className={styles['hint']}
        >{say`Everything that could be done is ranked by what it should bring for each minute: the chance to hit by all runs so far, times the points of the route, over the time that runs and benches take. What only lets you know comes after that.`}</p>
      )}
    </section>
  );
}

/** What it is, in the middle of a sentence; the name of a route keeps its capital. */
function lower({ what, kind }: ShownTask): string {
  return kind === 'aim' && !what.startsWith('Aim ') ? what : inSentence(what);
}

function TaskLine({ task }: { task: ShownTask }) {
  const { what, cost, gain } = task;
  return (
    <li>
      <a href={taskAddress(task)}>
        <b>{what}</b> <span>{cost}</span>
        <output>{gain}</output>
      </a>
    </li>
  );
}

/** A gyro that was checked longer ago than this may have changed its mind, h. */
const CHECKED_FOR = 12;

function GyroLine({ gyro }: { gyro: GyroCheck | null }) {
  const age = gyro === null ? Infinity : (Date.now() - Date.parse(gyro.at)) / 3_600_000;
  if (gyro?.fitness === 'fit' && age < CHECKED_FOR) return null;
  return (
    <li>
      <a href={sheetAddress('/bench#rest')}>
        <b>{say`Check the gyro`}</b>{' '}
        <span>{say`${
          gyro === null
            ? say`never checked`
            : `${fitnessWords(gyro.fitness)}, ${formatAgo(gyro.at, Date.now())}`
        }, 1 minute`}</span>
        <output>{say`to know`}</output>
      </a>
    </li>
  );
}

interface NothingProps {
  hasRoutes: boolean;
  working: boolean;
  robot: string;
}

function Nothing({ hasRoutes, working, robot }: NothingProps) {
  if (!hasRoutes) {
    return (
      <section aria-label={say`What to do now`}>
        <h1>{say`Next: lay a route for ${robot}.`}</h1>
        <p
          className={styles['why']}
        >{say`Type it as you would say it, or draw it; then Corvat forecasts it.`}</p>
        <div className={styles['buttons']}>
          <a className={buttonClass('main')} href="/route?new=1">{say`Lay a route`}</a>
        </div>
      </section>
    );
  }
  return (
    <section aria-label={say`What to do now`}>
      <h1>
        {working
          ? say`Working out what is worth the time …`
          : say`All is well: practise the match.`}
      </h1>
      <p className={styles['why']}>
        {!working && say`Every route surely reaches its goal, and no bench would lift a chance.`}
      </p>
    </section>
  );
}
