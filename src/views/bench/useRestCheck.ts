import { useState } from 'react';
import { restRecordOf } from '../../contracts/restRecord.ts';
import { driftWithoutRoute } from '../../core/analysis/checks/driftVerdict.ts';
import type { Tried } from '../../core/benches/rest/bench.ts';
import { remedyLadder, type Remedy } from '../../core/benches/rest/remedies.ts';
import type { BenchOf } from '../../core/benches/index.ts';
import type { Recording } from '../../core/telemetry/recording.ts';
import type { RestAnalysis } from '../../ui/benchWorker.ts';
import { showInNavigation } from '../../ui/workflow.ts';
import type { BenchSheetProps } from './benchView.ts';
import { REMEDY_WORDS, triedInVain, triesOf } from './RemedyLadder.tsx';
import type { RestFigures } from './restFigures.ts';
import { useNoted } from './useNoted.ts';
import { useRecordingBench } from './useRecordingBench.ts';
import { fitnessWords } from '../../core/text/fitnessWords.ts';
import { say } from '../../core/language/say.ts';

export const DURATIONS = ['15', '30', '60', '600'] as const;

/** What somebody chose on the sheet. */
interface Asked {
  /** The route on which the drift is judged; empty for none. */
  routeId: string;
  /** s. */
  duration: (typeof DURATIONS)[number];
  /** The remedy that was chosen; null for the one that is advised. */
  picked: Remedy | null;
  /** When the last check was made, ms; null when none was made here. */
  since: number | null;
}

/** The checks of a gyro at rest: what is asked, what was found, and which remedy was tried before. */
export function useRestCheck({ robot, records, routes, live, keeping }: BenchSheetProps) {
  const { setup } = robot.setup;
  const [asked, setAsked] = useState<Asked>({
    routeId: routes[0]?.id ?? '',
    duration: '30',
    picked: null,
    since: null,
  });
  const ask = (part: Partial<Asked>) => setAsked((now) => ({ ...now, ...part }));
  const { duration } = asked;
  const noted = useNoted(robot.id);
  const route = routes.find(({ id }) => id === asked.routeId) ?? null;
  const bench = useRecordingBench<BenchOf<'rest'>, RestAnalysis, Tried>({
    kind: 'rest',
    robot,
    records,
    live,
    keeping,
    analyse: (worker, recording, rightPositive) => {
      const against = route === null ? null : { plan: route.plan, field: route.field, setup };
      return worker.ask((door) => door.rest(recording, rightPositive, against));
    },
    nothing: say`That is no rest: it needs t_s and heading_deg, and at least 3 s in which nothing moved. Nothing was kept.`,
    recordOf: ({ rest, verdict }, under, tried) =>
      restRecordOf({ rest, verdict, tried, route: route?.name ?? '', ...under }),
  });
  const { kept: checks, shown, recorder } = bench;
  const sheet: RestFigures | null = shown === null ? null : { ...shown.analysis, lost: shown.lost };

  const vain = triedInVain(checks);
  const ladder = remedyLadder(triesOf(checks));
  const chosen = asked.picked ?? ladder.find(({ remedy }) => !vain.has(remedy))?.remedy ?? null;

  const take = async (recording: Recording, lost: number, tried: Tried | null) => {
    const record = await bench.take(recording, lost, tried);
    if (record === null) return;
    const { fitness: found } = record.bench;
    showInNavigation({
      name: 'Bench',
      state: say`gyro ${fitnessWords(found)}, checked just now`,
      tone: found === 'fit' ? 'good' : 'warn',
    });
    noted.clear();
    ask({ picked: null, since: Date.now() });
  };
  /** Checks the gyro from the link; with a remedy, what was done just before it. */
  const check = async (remedy: Remedy | null) => {
    const before = sheet?.to ?? null;
    const made = await bench.record(
      Number(duration),
      [
        ...(remedy === null ? [] : [{ do: 'remedy' as const, remedy }]),
        { do: 'rest', seconds: Number(duration) + 1 },
      ],
      remedy === null ? null : `done: ${remedy}`,
    );
    if (made === null) return;
    const { recording, lost, from } = made;
    await take(
      recording,
      lost,
      remedy === null ? noted.tried : { remedy, seconds: took(before, from) },
    );
  };
  /** How long a remedy took: by the sender's clock when it went on, otherwise by ours. */
  const took = (before: number | null, from: number): number => {
    if (before !== null && from > before && from - before < 3600) return from - before;
    return asked.since === null ? 0 : Math.min(3600, (Date.now() - asked.since) / 1000);
  };
  const note = () => {
    if (chosen === null) return;
    noted.set({ remedy: chosen, seconds: took(null, 0) });
    keeping.say(say`Noted: ${REMEDY_WORDS[chosen]}. The next check says whether it worked.`);
  };

  const recording = recorder.seconds !== null;
  const fitness =
    sheet === null
      ? null
      : sheet.verdict === null || sheet.verdict.worst === null
        ? driftWithoutRoute(sheet.rest.bias)
        : sheet.verdict.fitness;

  return {
    asked,
    ask,
    bench,
    sheet,
    fitness,
    recording,
    ladder,
    chosen,
    check,
    note,
    takeFile: (made: Recording) => take(made, 0, noted.tried),
  };
}
