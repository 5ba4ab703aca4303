import { useEffect, useRef, useState } from 'react';
import { telemetryColumn } from '../../core/telemetry/columns.ts';
import { useLinkLines, type LiveLink } from '../../ui/link/useLink.ts';

/** A number that changes faster than this, ms, cannot be read. */
const READABLE = 150;

/** What the hub says at the moment, by quantity, in core units; empty while it says nothing, or none is there. */
export function useLatest(follower: LiveLink['follower']): Readonly<Record<string, number>> {
  const heard = useRef<Record<string, number>>({});
  const [latest, setLatest] = useState<Readonly<Record<string, number>>>({});
  useLinkLines(follower, (lines) => {
    for (const { values } of lines) {
      for (const name in values) {
        const column = telemetryColumn(name);
        if (column !== null && !('fault' in column)) {
          heard.current[column.quantity] = values[name]! * column.factor;
        }
      }
    }
  });
  useEffect(() => {
    const timer = setInterval(() => {
      if (Object.keys(heard.current).length > 0) setLatest({ ...heard.current });
    }, READABLE);
    return () => {
      clearInterval(timer);
      heard.current = {};
    };
  }, [follower]);
  return latest;
}
