import { useEffect, useMemo, useState } from 'react';
import type { MatchRecord, Rehearsal } from '../../../contracts/matches.ts';
import type { Robot } from '../../../contracts/robots.ts';
import { learnedHandovers } from '../../../core/match/handovers.ts';
import { rehearsalCourse } from '../../../core/match/rehearsal.ts';
import { buttonClass } from '../../../ui/Button.tsx';
import { useWakeLock } from '../../../ui/useWakeLock.ts';
import { entryName, type OwnRoute } from '../matchWork.ts';
import { useProspects } from '../useMatchSummary.ts';
import { AgainstPlan } from './AgainstPlan.tsx';
import { EarlierRehearsals } from './EarlierRehearsals.tsx';
import { HandoverTimes } from './HandoverTimes.tsx';
import { Legs } from './Legs.tsx';
import { MatchClock } from './MatchClock.tsx';
import styles from './Rehearse.module.css';
import { RehearsingProvider } from './rehearsing.ts';
import { handoversIn, useRehearsals } from './useRehearsals.ts';
import { say } from '../../../core/language/say.ts';

interface RehearseProps {
  robot: Pick<Robot, 'setup'>;
  record: MatchRecord;
  routes: readonly OwnRoute[];
}

/** A rehearsal that nobody ended is over so long after its horn, s. */
const LEFT_OPEN = 120;
/** How often the clock is drawn anew, ms. */
const DRAW_EVERY = 100;

/** The match, rehearsed: one clock, one press a start and an arrival. A second device may tell what was reached. */
export function Rehearse({ robot, record, routes }: RehearseProps) {
  const log = useRehearsals(record);
  const { plan } = record;
  const prospects = useProspects(robot, routes);
  const [left, setLeft] = useState<string | null>(null);
  const newest = log.rehearsals.at(-1) ?? null;
  const current =
    newest !== null && newest.id !== left && isFresh(newest, plan.seconds) ? newest : null;
  const course = useMemo(
    () =>
      current === null
        ? null
        : rehearsalCourse(
            current.events.map(({ event }) => event),
            plan,
          ),
    [current, plan],
  );
  const goesOn = course !== null && course.over === null;
  const elapsed = useElapsed(goesOn ? current!.happenedAt : null);
  useWakeLock(goesOn);
  const over = goesOn && elapsed >= plan.seconds + HORN_SOUNDS;
  const { note } = log;
  const id = current?.id ?? null;
  useEffect(() => {
    // The horn ends it on whichever device is awake; two such notes say the same.
    if (over && id !== null) void note(id, { kind: 'over', at: plan.seconds });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once a rehearsal, whatever is drawn anew
  }, [over, id]);
  const timed = useMemo(() => handoversIn(log.rehearsals, plan), [log.rehearsals, plan]);
  const work = {
    record,
    routes,
    nameOf: (entryId: string) => entryName(plan, routes, entryId),
    prospects,
    timed,
    handover: learnedHandovers(plan, timed),
    log,
    current,
    course,
    elapsed: course?.over ?? elapsed,
  };
  return (
    <RehearsingProvider value={work}>
      <div className={styles['view']}>
        <MatchClock onNew={() => setLeft(current?.id ?? null)} />
        {course !== null && <Legs />}
        {course?.over != null && <AgainstPlan />}
        <div className={styles['below']}>
          <HandoverTimes />
          <EarlierRehearsals />
        </div>
        <p>
          <a className={buttonClass()} href="#plan">{say`Back to the plan`}</a>
        </p>
      </div>
    </RehearsingProvider>
  );
}

/** After the horn an arrival may still be pressed for what was within it, s. */
const HORN_SOUNDS = 3;

function isFresh({ happenedAt }: Rehearsal, seconds: number): boolean {
  return Date.now() - Date.parse(happenedAt) < 1000 * (seconds + LEFT_OPEN);
}

/** Seconds since a moment, drawn ten times a second. */
function useElapsed(from: string | null): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (from === null) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), DRAW_EVERY);
    return () => clearInterval(timer);
  }, [from]);
  return from === null ? 0 : Math.max(0, (now - Date.parse(from)) / 1000);
}
