import { useMutation } from '@tanstack/react-query';
import { useRef } from 'react';
import { v4 as uuid } from 'uuid';
import type { DrillRecord } from '../../contracts/drills.ts';
import { send } from '../../ui/api.ts';
import { queries } from '../../ui/queries.ts';
import { may } from '../../ui/role.ts';
import { DRILLS } from './drillsQuery.ts';

/** Writes down what came of a drill, once; a drill without initials is nobody’s. */
export function useRecord() {
  const written = useRef(false);
  const { mutate, error } = useMutation({
    mutationFn: (record: DrillRecord) => send('PUT', 'drills', record),
    onSuccess: () => queries.invalidateQueries({ queryKey: DRILLS }),
    retry: 2,
  });
  return {
    error,
    record: (drill: Omit<DrillRecord, 'id' | 'happenedAt'>) => {
      if (written.current || drill.initials === '' || !may('table')) return;
      written.current = true;
      mutate({ ...drill, id: uuid(), happenedAt: new Date().toISOString() });
    },
  };
}
