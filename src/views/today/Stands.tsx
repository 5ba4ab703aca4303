import type { Robot } from '../../contracts/robots.ts';
import type { PracticeToday } from '../../contracts/today.ts';
import type { RouteEvidence } from '../../core/analysis/planning/tasks.ts';
import { buttonClass } from '../../ui/Button.tsx';
import { RobotDrawing } from '../../ui/RobotDrawing.tsx';
import type { Leads } from '../../ui/sheetAddress.ts';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { Readiness } from './Readiness.tsx';
import styles from './TodayView.module.css';
import { formatAgo } from '../../core/language/dates.ts';
import { say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface StandsProps {
  robot: Robot;
  routes: readonly RouteEvidence[];
  practice: PracticeToday | null;
  titleBlock: TitleBlockProps;
  leads: Leads;
}

/** How everything stands. Nothing of it changes on the sheet, so it comes whole from the server and without script. */
export function Stands({ robot, routes, practice, titleBlock, leads }: StandsProps) {
  return (
    <div className={styles['stands']}>
      <Readiness routes={routes} leads={leads} />
      {practice !== null && <Practice practice={practice} leads={leads} />}
      <section className={styles['sheet']} aria-label={say`The robot as it is known`}>
        <h2>{say`The robot as it is known`}</h2>
        <RobotDrawing robot={robot} to={(bench) => leads(`/bench#${bench}`)} />
        <p
          className={styles['hint']}
        >{say`Dashed: a starting value, or typed. Press a part to measure it.`}</p>
      </section>
      <TitleBlock {...titleBlock} />
    </div>
  );
}

/** A practice that began longer ago is over, h. */
const PRACTICE_LASTS = 8;

function Practice({ practice, leads }: { practice: PracticeToday; leads: Leads }) {
  const { id, title, startedAt, goalRuns, goalHits, runs, hits } = practice;
  const over = Date.now() - Date.parse(startedAt) > PRACTICE_LASTS * 3_600_000;
  return (
    <section className={styles['sheet']} aria-label={say`Practice`}>
      <h2>
        {over ? say`Last practice: ${title}` : title}{' '}
        <small>{formatAgo(startedAt, Date.now())}</small>
      </h2>
      <p
        className={styles['practice']}
      >{sayWith`${(<b>{runs}</b>)} runs, ${(<b>{hits}</b>)} hits${goalRuns !== null && say` of ${goalRuns} runs and ${goalHits ?? goalRuns} hits wanted`}`}</p>
      {over ? (
        <a
          className={buttonClass()}
          data-needs="table"
          href={`${leads('/table')}#new-practice`}
        >{say`Begin a practice, with a goal`}</a>
      ) : (
        <a className={buttonClass()} href={leads('/table', { session: id })}>
          {goalRuns === null ? say`Set a goal for tonight` : say`Go on at the table`}
        </a>
      )}
    </section>
  );
}
