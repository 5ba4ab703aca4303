import { useMemo, useState } from 'react';
import type { MatchRecord } from '../../contracts/matches.ts';
import type { Robot } from '../../contracts/robots.ts';
import { matchPlanSchema, type MatchPlan } from '../../core/match/matchPlan.ts';
import { createHistory, useEdited } from '../../ui/history.ts';
import { island } from '../../ui/island.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { pageData } from '../../ui/pageData.ts';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import { useDraft } from '../../ui/useDraft.ts';
import { BringsMost } from './BringsMost.tsx';
import { EveningSheet } from './evening/EveningSheet.tsx';
import { MatchBonuses } from './MatchBonuses.tsx';
import { MatchCard } from './MatchCard.tsx';
import { MatchHead } from './MatchHead.tsx';
import { MatchPoints } from './MatchPoints.tsx';
import { MatchSettings } from './MatchSettings.tsx';
import { MatchTimeline } from './MatchTimeline.tsx';
import styles from './MatchView.module.css';
import { entryName, MatchWorkProvider, type OwnRoute } from './matchWork.ts';
import { NewMatch } from './NewMatch.tsx';
import { Rehearse } from './rehearse/Rehearse.tsx';
import { useTimedHandovers } from './rehearse/useRehearsals.ts';
import { RoutesOfMatch } from './RoutesOfMatch.tsx';
import { VenueSheet, type VenueSession } from './venue/VenueSheet.tsx';
import { useHash } from './useHash.ts';
import { useMatchSummary } from './useMatchSummary.ts';

interface MatchViewProps {
  robot: Pick<Robot, 'id' | 'name' | 'setup'>;
  fields: readonly { id: string; name: string }[];
  /** The field of the chosen route, on which a new plan would be. */
  fieldId: string;
  /** The plan that is shown; null while the robot has none. */
  match: MatchRecord | null;
  plans: readonly { id: string; name: string }[];
  /** Who was at the last practice, as they are noted there. */
  people: string;
  /** The newest practices, of which one may be at a venue. */
  sessions: readonly VenueSession[];
  titleBlock: TitleBlockProps;
}

/** What to run in which order in a match, when not to start one more, and what would make it better. */
function MatchSheet({
  robot,
  fields,
  fieldId,
  match,
  plans,
  people,
  sessions,
  titleBlock,
}: MatchViewProps) {
  const [routes] = useState(() => pageData<OwnRoute[]>('routes'));
  const [record, setRecord] = useState(match);
  const part = useHash();
  const fieldOfPlan = record?.fieldId;
  const own = useMemo(
    () => routes.filter((route) => route.fieldId === fieldOfPlan),
    [routes, fieldOfPlan],
  );
  const nameOfField = (id: string) => fields.find((field) => field.id === id)?.name ?? '–';
  if (record === null)
    return (
      <NewMatch robot={robot} fieldId={fieldId} fieldName={nameOfField(fieldId)} {...{ routes }} />
    );
  if (part === '#rehearse') return <Rehearse robot={robot} record={record} routes={own} />;
  if (part === '#evening')
    return <EveningSheet robot={robot} record={record} routes={own} people={people} />;
  if (part === '#venue')
    return <VenueSheet robot={robot} record={record} routes={own} sessions={sessions} />;
  return (
    <Planned
      key={`${record.id} ${record.version}`}
      robot={robot}
      record={record}
      plans={plans}
      routes={own}
      onKept={setRecord}
      titleBlock={{
        ...titleBlock,
        field: nameOfField(record.fieldId),
        route: record.name,
        revision: '',
      }}
    />
  );
}

export const MatchView = island(MatchSheet);

interface PlannedProps {
  robot: MatchViewProps['robot'];
  record: MatchRecord;
  plans: MatchViewProps['plans'];
  routes: OwnRoute[];
  onKept: (record: MatchRecord) => void;
  titleBlock: TitleBlockProps;
}

function Planned({ robot, record, plans, routes: own, onKept, titleBlock }: PlannedProps) {
  const history = useMemo(() => createHistory(record.plan), [record]);
  const { present: plan } = useEdited(history);
  const draft = useDraft({
    name: `corvat-match-${record.id}`,
    basis: String(record.version),
    saved: record.plan,
    present: plan,
    read: readPlan,
    restart: history.restart,
  });
  const timed = useTimedHandovers(record);
  const { found, fault, prospects } = useMatchSummary(robot, own, plan, timed);
  const [chosen, setChosen] = useState<string | null>(null);
  const field = own[0]?.field;
  const work = useMemo(
    () => ({
      record,
      routes: own,
      history,
      plan,
      prospects,
      summary: found,
      models: field?.models ?? [],
      nameOf: (id: string) => entryName(plan, own, id),
    }),
    [record, own, history, plan, prospects, found, field],
  );
  return (
    <MatchWorkProvider value={work}>
      <div className={styles['view']}>
        <MatchHead plans={plans} draft={draft} onKept={onKept} />
        {fault !== null && <Notice tone="fault">{fault}</Notice>}
        <MatchTimeline chosen={chosen} onChoose={setChosen} />
        {found !== null && (
          <div className={styles['sheets']}>
            <MatchCard />
            <MatchPoints />
            <BringsMost />
          </div>
        )}
        <RoutesOfMatch chosen={chosen} />
        <div className={styles['settings']}>
          <MatchSettings />
          <MatchBonuses />
        </div>
        <TitleBlock {...titleBlock} />
      </div>
    </MatchWorkProvider>
  );
}

function readPlan(kept: unknown): MatchPlan | null {
  const read = matchPlanSchema.safeParse(kept);
  return read.success ? read.data : null;
}
