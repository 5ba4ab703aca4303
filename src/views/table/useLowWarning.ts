import { useMemo } from 'react';
import type { FieldRecord, Robot, Route } from '../../contracts/records.ts';
import { lowBatterySentence } from '../../core/analysis/checks/lowBattery.ts';
import { titlesOf } from '../../core/route/titles.ts';
import { useLowBattery } from '../../ui/useLowBattery.ts';

/** A pack so much below the voltage in use, V, is charged by anybody without being told. */
const FAR_BELOW = 1.2;

/** Below which voltage a route fails, in a sentence; null when that is far, or not known yet. */
export function useLowWarning(
  route: Route,
  robot: Robot,
  { field }: FieldRecord,
): { voltage: number; sentence: string } | null {
  const { setup } = robot.setup;
  const { plan } = route.revision;
  const experiments = useMemo(
    () => [{ plan, field, estimated: setup, trueParameters: setup }],
    [plan, field, setup],
  );
  const low = useLowBattery(experiments, null)?.[0]?.[0] ?? null;
  if (low === null || low.voltage < setup.battery.voltage - FAR_BELOW) return null;
  const titles = titlesOf(plan.moves, setup).map(({ title }) => title);
  return { voltage: low.voltage, sentence: lowBatterySentence(low, titles) };
}
