import type { NumberEntry } from '../../core/robot/parameterEntry.ts';
import { PARAMETERS, type RobotParameters } from '../../core/robot/parameters.ts';

/** A number of a setup as a field. */
interface SetupField extends NumberEntry {
  path: string;
}

interface SetupGroup {
  name: keyof RobotParameters;
  title: string;
  fields: SetupField[];
}

/** Groups in the order in which a team comes across them. */
const ORDER: readonly (keyof RobotParameters)[] = [
  'drive',
  'body',
  'motor',
  'program',
  'gyro',
  'range',
  'rangeSide',
  'light',
  'arm',
  'contact',
  'placement',
  'ground',
  'battery',
];

/** The numbers of a setup in coach's words. Switches are drawn where they belong. */
export const SETUP_GROUPS: readonly SetupGroup[] = ORDER.map((name) => {
  const { title, entries } = PARAMETERS[name];
  const fields = Object.entries(entries).flatMap(([entry, one]): SetupField[] =>
    'label' in one ? [{ ...one, path: `${name}.${entry}` }] : [],
  );
  return { name, title, fields };
});
