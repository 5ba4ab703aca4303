import { useState } from 'react';
import { z } from 'zod';
import { DRILL_BENCHES, LEVELS, LOOKS, type Level, type Step } from '../../core/trainer/world.ts';

const stepSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('drive'), runs: z.int().min(1).max(100) }),
  z.object({ do: z.literal('bench'), bench: z.enum(DRILL_BENCHES) }),
  z.object({ do: z.literal('look'), at: z.enum(LOOKS) }),
]);
const drillSchema = z.object({
  level: z.union(LEVELS.map((level) => z.literal(level))),
  seed: z.int(),
  initials: z.string().max(4),
  steps: z.array(stepSchema).max(60),
});

/** A drill that goes on at this device. */
export interface OpenDrill {
  level: Level;
  seed: number;
  initials: string;
  steps: Step[];
}

const KEY = 'corvat-drill';

/** The drill that goes on at this device: it outlives its tab, and nobody sees which fault it has. */
export function useDrill() {
  const [drill, setDrill] = useState(kept);
  const keep = (next: OpenDrill | null) => {
    setDrill(next);
    try {
      if (next === null) localStorage.removeItem(KEY);
      else localStorage.setItem(KEY, JSON.stringify(next));
    } catch {
      // A full storage keeps no drill; it goes on in this tab.
    }
  };
  return {
    drill,
    begin: (level: Level, initials: string) =>
      keep({
        level,
        initials,
        seed: crypto.getRandomValues(new Uint32Array(1))[0]! >>> 1,
        steps: [],
      }),
    take: (step: Step) => drill !== null && keep({ ...drill, steps: [...drill.steps, step] }),
    end: () => keep(null),
  };
}

function kept(): OpenDrill | null {
  try {
    const read = drillSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
