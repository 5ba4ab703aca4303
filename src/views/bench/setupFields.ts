import type { NumberEntry, SwitchEntry } from '../../core/robot/parameterEntry.ts';
import { PARAMETERS } from '../../core/robot/parameters.ts';

/** A number of a setup as a field. */
interface SetupField extends NumberEntry {
  path: string;
}

export interface SetupGroup {
  name: keyof typeof PARAMETERS;
  title: string;
  fields: SetupField[];
}

/** The numbers of a setup in coach's words. Switches are drawn where they belong. */
export const SETUP_GROUPS: readonly SetupGroup[] = Object.entries(PARAMETERS).flatMap(
  ([name, { title, entries }]) => {
    const fields = Object.entries<NumberEntry | SwitchEntry>(entries).flatMap(
      ([entry, one]): SetupField[] =>
        'label' in one ? [{ ...one, path: `${name}.${entry}` }] : [],
    );
    return fields.length === 0 ? [] : [{ name: name as keyof typeof PARAMETERS, title, fields }];
  },
);

/**
 * The groups with the numbers that have every word that is sought in their label or their group's title, in any order.
 *
 * @param wanted which numbers are looked among; null for all
 */
export function foundGroups(
  sought: string,
  wanted: ((path: string) => boolean) | null,
): SetupGroup[] {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  return SETUP_GROUPS.flatMap((group) => {
    const fields = group.fields.filter(({ path, label }) => {
      const text = `${group.title} ${label}`.toLowerCase();
      return (wanted?.(path) ?? true) && words.every((word) => text.includes(word));
    });
    return fields.length === 0 ? [] : [{ ...group, fields }];
  });
}
