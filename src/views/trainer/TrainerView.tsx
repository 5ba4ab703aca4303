import { useMemo, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { drillRecordSchema } from '../../contracts/drills.ts';
import { ask } from '../../ui/api.ts';
import { pageData } from '../../ui/pageData.ts';
import { island } from '../../ui/island.tsx';
import { DrillSheet } from './DrillSheet.tsx';
import { DrillStart } from './DrillStart.tsx';
import { OwnDrillSheet } from './OwnDrillSheet.tsx';
import type { OwnDrill } from '../../core/trainer/ownDrill.ts';
import { DRILLS } from './drillsQuery.ts';
import { useDrill } from './useDrill.ts';

const recordsSchema = z.array(drillRecordSchema);

/** Find the fault: a robot with one thing wrong, the real sheets, and a few runs. */
function TrainerSheet() {
  const { drill, begin, take, end } = useDrill();
  const own = useMemo(() => pageData<OwnDrill[]>('own-drills'), []);
  const [chosen, setChosen] = useState<{ drill: OwnDrill; initials: string } | null>(null);
  const { data: records } = useQuery({
    queryKey: DRILLS,
    queryFn: () => ask(recordsSchema, 'GET', 'drills'),
  });
  if (drill !== null) return <DrillSheet key={drill.seed} {...{ drill, take, end }} />;
  if (chosen !== null) return <OwnDrillSheet {...chosen} end={() => setChosen(null)} />;
  return (
    <DrillStart
      records={records ?? []}
      own={own}
      onBegin={begin}
      onOwn={(one, initials) => setChosen({ drill: one, initials })}
    />
  );
}

export const TrainerView = island(TrainerSheet);
