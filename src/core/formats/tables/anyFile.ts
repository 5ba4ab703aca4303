import { FileError, readJsonFile, type CorvatFile, type RunRow, type RunsFile } from '../files.ts';
import { readFieldSvg } from './fieldSvg.ts';
import { FIELD_COLUMNS, readFieldTable } from './fieldTable.ts';
import { readRobotTable, ROBOT_COLUMNS } from './robotTable.ts';
import { FIRST_ROUTE_COLUMNS, readRouteTable } from './routeTable.ts';
import { readRunsTable, RUN_COLUMNS } from './runsTable.ts';
import { say } from '../../language/say.ts';

/** The tables, each with the columns that every version has, by which its header is known. */
const TABLES: readonly { columns: readonly string[]; read: (text: string) => CorvatFile }[] = [
  { columns: ROBOT_COLUMNS, read: readRobotTable },
  { columns: FIELD_COLUMNS, read: readFieldTable },
  { columns: FIRST_ROUTE_COLUMNS, read: readRouteTable },
  {
    columns: RUN_COLUMNS,
    read: (text) => runsFileOf(readRunsTable(text)),
  },
];

/** Rows of a table as a runs file: a table says nothing of sessions' goals, telemetry and photos. */
export function runsFileOf(runs: RunRow[], robot = 'by route'): RunsFile {
  return { corvat: 'runs', version: 1, robot, runs, sessions: [], telemetry: [], photos: [] };
}

/**
 * Reads any file of Corvat, JSON, CSV or a field as SVG; a table is taken for the kind with which its header shares
 * most columns. Throws a {@link FileError} with line and column.
 */
export function readAnyFile(text: string): CorvatFile {
  const clean = text.replace(/^\uFEFF/, '');
  if (/^\s*[{[]/.test(clean)) return readJsonFile(clean);
  if (/^\s*</.test(clean)) return readFieldSvg(clean);
  const header = (clean.split(/\r?\n/, 1)[0] ?? '')
    .split(/[,;\t]/)
    .map((name) => name.replaceAll('"', '').trim());
  const share = (columns: readonly string[]) =>
    columns.filter((column) => header.includes(column)).length / columns.length;
  const best = TABLES.toSorted((a, b) => share(b.columns) - share(a.columns))[0]!;
  if (share(best.columns) < 0.5) {
    throw new FileError(say`this is no robot, field, route or runs table of Corvat.`, 1, 1);
  }
  return best.read(clean);
}
