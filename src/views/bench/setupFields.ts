import type { NumberEntry, SwitchEntry } from '../../core/robot/parameterEntry.ts';
import { PARAMETERS } from '../../core/robot/parameters.ts';

/** A number of a setup as a field. */
interface SetupField extends NumberEntry {
  path: string;
}

interface SetupGroup {
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
