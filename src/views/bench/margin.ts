import { formatQuantity } from '../../core/mathematics/quantity.ts';
import {
  numberEntryOf,
  setupValue,
  unsureOf,
  type RobotParameters,
} from '../../core/robot/parameters.ts';
import { spreadOf } from '../../core/robot/knowledge.ts';
import type { Sources } from '../../core/robot/sources.ts';

/** How well a number of a setup is known, “± 0.5 mm”: half of its 95 % interval; empty of what is known exactly. */
export function marginWords(path: string, setup: RobotParameters, sources: Sources): string {
  const unsure = unsureOf(path);
  const spread = unsure === null ? 0 : spreadOf(setup, path, sources[path]);
  if (unsure === null || spread === 0) return '';
  const { kind, digits } = numberEntryOf(path);
  const size = unsure.share ? (setupValue(setup, path) as number) * spread : spread;
  return `± ${formatQuantity(2 * size, kind, digits)}`;
}
