import { formatDistanceToNowStrict } from 'date-fns';
import { useState } from 'react';
import type { GyroCheck, Robot } from '../../contracts/records.ts';
import type { PracticeToday, RouteToday } from '../../contracts/today.ts';
import type { Task } from '../../core/analysis/planning/tasks.ts';
import { taskWords } from '../../core/text/taskWords.ts';
import { buttonClass, Button } from '../../ui/Button.tsx';
import { island } from '../../ui/island.tsx';
import { pageData } from '../../ui/pageData.ts';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { RobotDrawing } from '../../ui/RobotDrawing.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { Readiness } from './Readiness.tsx';
import styles from './TodayView.module.css';
import { useAimWords, useTasks } from './useTasks.ts';

export interface TodayViewProps {
  robot: Robot;
  gyro: GyroCheck | null;
  practice: PracticeToday | null;
  titleBlock: TitleBlockProps;
}

/** Further tasks that are named below the first. */
const SHOWN = 6;

/** The first sheet: the one thing to do now, what else is worth the time, and how everything stands. */
function TodaySheet({ robot, gyro, practice, titleBlock }: TodayViewProps) {
  const [routes] = useState(() => pageData<RouteToday[]>('routes'));
  const [passed, setPassed] = useState<string[]>([]);
  const { tasks, working } = useTasks(robot, routes);
  const open = tasks.filter((task) => !passed.includes(nameOf(task)));
  const [first, ...more] = open;
  return (
    <div className={styles['view']}>
      <div className={styles['do']}>
        {first === undefined ? (
          <Nothing routes={routes} working={working} robot={robot} />
        ) : (
          <First
            task={first}
            robot={robot}
            routes={routes}
            onPass={more.length === 0 ? null : () => setPassed([...passed, nameOf(first)])}
          />
        )}
        <section aria-label="What else is worth the time">
          <h2>What else is worth the time</h2>
          <ul className={styles['tasks']}>
            {more.slice(0, SHOWN).map((task) => (
              <TaskLine key={nameOf(task)} task={task} />
            ))}
            <GyroLine gyro={gyro} />
          </ul>
          {working && <p role="status">Working out what measuring would bring …</p>}
        </section>
        <p className={styles['doors']}>
          <a className={buttonClass()} href="/begin?new=1">
            Start with another robot
          </a>
          <a className={buttonClass()} href="/begin?new=1&practice=1">
            No robot here: the practice robot
          </a>
        </p>
      </div>
      <div className={styles['stands']}>
        <Readiness routes={routes} />
        {practice !== null && <Practice practice={practice} />}
        <section className={styles['sheet']} aria-label="The robot as it is known">
          <h2>The robot as it is known</h2>
          <RobotDrawing robot={robot} to={(bench) => sheetAddress(`/bench#${bench}`)} />
          <p className={styles['hint']}>
            Dashed: a starting value, or typed. Press a part to measure it.
          </p>
        </section>
        <TitleBlock {...titleBlock} />
      </div>
    </div>
  );
}

export const TodayView = island(TodaySheet);

function nameOf({ kind, route, bench }: Task): string {
  return bench ?? `${kind} ${route.routeId}`;
}

/** Where a task is done, with everything set. */
function placeOf({ kind, route, bench }: Task): string {
  switch (kind) {
    case 'measure':
      return sheetAddress(`/bench#${bench}`);
    case 'log runs':
    case 'more runs':
      return sheetAddress('/table', { route: route.routeId });
    case 'find cause':
    case 'contradiction':
    case 'aim':
    case 'tighten':
      return sheetAddress('/verdict', { route: route.routeId });
  }
}

interface FirstProps {
  task: Task;
  robot: Robot;
  routes: readonly RouteToday[];
  onPass: (() => void) | null;
}

function First({ task, robot, routes, onPass }: FirstProps) {
  const words = taskWords(task, useAimWords(task, robot, routes));
  const [why, setWhy] = useState(false);
  return (
    <section aria-label="What to do now" aria-live="polite">
      <h1>Next: {lower(words.what, task)}.</h1>
      <p className={styles['why']}>
        {words.why} It takes {words.cost}
        {task.gain > 0 && ` and should bring ${words.gain.replace('+', '')} a match`}.
      </p>
      <div className={styles['buttons']}>
        <a className={buttonClass('main')} href={placeOf(task)}>
          {words.action}
        </a>
        <Button aria-expanded={why} onClick={() => setWhy(!why)}>
          Why this
        </Button>
        {onPass !== null && <Button onClick={onPass}>Not now</Button>}
        <KeyHelp
          keys={[
            { keys: 'D', says: words.action, act: () => location.assign(placeOf(task)) },
            { keys: 'W', says: 'Why this', act: () => setWhy(!why) },
            ...(onPass === null ? [] : [{ keys: 'N', says: 'Not now', act: onPass }]),
          ]}
        />
      </div>
      {why && (
        <p className={styles['hint']}>
          Everything that could be done is ranked by what it should bring for each minute: the
          chance to hit by all runs so far, times the points of the route, over the time that runs
          and benches take. What only lets you know comes after that.
        </p>
      )}
    </section>
  );
}

function lower(what: string, { kind, route }: Task): string {
  // A route begins with its own capital.
  return kind === 'aim' && what.startsWith(route.name)
    ? what
    : what.charAt(0).toLowerCase() + what.slice(1);
}

function TaskLine({ task }: { task: Task }) {
  const { what, cost, gain } = taskWords(task);
  return (
    <li>
      <a href={placeOf(task)}>
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
        <b>Check the gyro</b>{' '}
        <span>
          {gyro === null
            ? 'never checked'
            : `${gyro.fitness}, ${formatDistanceToNowStrict(gyro.at)} ago`}
          , 1 minute
        </span>
        <output>to know</output>
      </a>
    </li>
  );
}

function Nothing({
  routes,
  working,
  robot,
}: {
  routes: readonly RouteToday[];
  working: boolean;
  robot: Robot;
}) {
  if (routes.length === 0) {
    return (
      <section aria-label="What to do now">
        <h1>Next: lay a route for {robot.name}.</h1>
        <p className={styles['why']}>
          Type it as you would say it, or draw it; then Corvat forecasts it.
        </p>
        <div className={styles['buttons']}>
          <a className={buttonClass('main')} href="/route?new=1">
            Lay a route
          </a>
        </div>
      </section>
    );
  }
  return (
    <section aria-label="What to do now">
      <h1>
        {working ? 'Working out what is worth the time …' : 'All is well: practise the match.'}
      </h1>
      <p className={styles['why']}>
        {!working && 'Every route surely reaches its goal, and no bench would lift a chance.'}
      </p>
    </section>
  );
}

/** A practice that began longer ago is over, h. */
const PRACTICE_LASTS = 8;

function Practice({ practice }: { practice: PracticeToday }) {
  const { id, title, startedAt, goalRuns, goalHits, runs, hits } = practice;
  const over = Date.now() - Date.parse(startedAt) > PRACTICE_LASTS * 3_600_000;
  return (
    <section className={styles['sheet']} aria-label="Practice">
      <h2>
        {over ? `Last practice: ${title}` : title}{' '}
        <small>{formatDistanceToNowStrict(startedAt)} ago</small>
      </h2>
      <p className={styles['practice']}>
        <b>{runs}</b> runs, <b>{hits}</b> hits
        {goalRuns !== null && ` of ${goalRuns} runs and ${goalHits ?? goalRuns} hits wanted`}
      </p>
      {over ? (
        <a className={buttonClass()} href={`${sheetAddress('/table')}#new-practice`}>
          Begin a practice, with a goal
        </a>
      ) : (
        <a className={buttonClass()} href={sheetAddress('/table', { session: id })}>
          {goalRuns === null ? 'Set a goal for tonight' : 'Go on at the table'}
        </a>
      )}
    </section>
  );
}
