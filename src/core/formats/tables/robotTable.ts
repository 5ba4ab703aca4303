import { TableError, writeTable, type TableRow } from '../table.ts';
import {
  SETUP_PATHS,
  setupValue,
  type RobotParameters,
  parametersSchema,
} from '../../robot/parameters.ts';
import { sourceSchema, type Source, type Sources } from '../../robot/sources.ts';
import { robotFileSchema, type RobotFile } from '../files.ts';
import { benchSchema } from '../../benches/index.ts';
import { telemetryInFileSchema } from '../../telemetry/documents.ts';
import { checked, countIn, grouped, readWhole } from './cells.ts';
import { say } from '../../language/say.ts';

/**
 * Columns of a robot table: one line a number. A `setup` line gives a number of a setup by its path,
 * a `bench` line a reading of a bench record by its place in the record, both in mm, rad, s and V; a
 * `telemetry` line a part of a recording by its place in it. The colours that a setup knows stand in `setup` lines
 * by their places, such as `colours.0.name`.
 */
export const ROBOT_COLUMNS = [
  'robot',
  'part',
  'number',
  'created',
  'reason',
  'quantity',
  'value',
  'source',
] as const;

/** Writes a robot with its setups and bench records as CSV. */
export function writeRobotTable(file: RobotFile): string {
  const setups = file.setups.flatMap(({ number, createdAt, reason, setup, sources }) => {
    const line = (quantity: string, value: string, source: Source | undefined) => ({
      robot: file.name,
      part: 'setup',
      number,
      created: createdAt,
      reason,
      quantity,
      value,
      source: sourceText(source),
    });
    return [
      ...SETUP_PATHS.map((path) => line(path, String(setupValue(setup, path)), sources[path])),
      ...leavesOf(setup.colours, 'colours').map(([place, value]) =>
        line(place, JSON.stringify(value), sources['colours']),
      ),
    ];
  });
  const leafRows = (part: string, number: number, created: string, document: unknown) =>
    leavesOf(document).map(([place, value]) => ({
      robot: file.name,
      part,
      number,
      created,
      reason: '',
      quantity: place,
      value: JSON.stringify(value),
      source: '',
    }));
  const benches = file.benchRecords.flatMap(({ number, createdAt, bench }) =>
    leafRows('bench', number, createdAt, bench),
  );
  const telemetry = file.telemetry.flatMap((recording, i) =>
    leafRows('telemetry', i + 1, '', recording),
  );
  return writeTable(ROBOT_COLUMNS, [...setups, ...benches, ...telemetry]);
}

/** Reads a robot from CSV; throws a FileError that names line and column. */
export function readRobotTable(text: string): RobotFile {
  return readWhole(text, ROBOT_COLUMNS, (rows) => {
    const first = rows[0];
    if (first === undefined) throw new TableError(1, null, say`there is no line below the header.`);
    const parts = grouped(rows, 'part');
    for (const [part, [row]] of parts) {
      if (!['setup', 'bench', 'telemetry'].includes(part)) {
        throw new TableError(row!.line, 'part', say`write setup, bench or telemetry.`);
      }
    }
    const byNumber = (part: string) => [...grouped(parts.get(part) ?? [], 'number').values()];
    return checked(first, robotFileSchema, {
      corvat: 'robot',
      version: 1,
      name: first.cells['robot'],
      setups: byNumber('setup').map(setupIn),
      benchRecords: byNumber('bench').map(benchIn),
      telemetry: byNumber('telemetry').map((lines) =>
        checked(lines[0]!, telemetryInFileSchema, documentIn(lines)),
      ),
    });
  });
}

function setupIn(rows: TableRow[]): RobotFile['setups'][number] {
  const first = rows[0]!;
  const groups: Record<string, Record<string, unknown>> = {};
  const colours: TableRow[] = [];
  const sources: Sources = {};
  for (const row of rows) {
    const path = row.cells['quantity']!;
    const [group, name, more] = path.split('.');
    if (group === 'colours') {
      colours.push(row);
      const source = sourceIn(row);
      if (source !== null) sources[group] = source;
      continue;
    }
    if (group === undefined || name === undefined || more !== undefined) {
      throw new TableError(row.line, 'quantity', say`write a path such as drive.track.`);
    }
    (groups[group] ??= {})[name] = leafIn(row);
    const source = sourceIn(row);
    if (source !== null) sources[path] = source;
  }
  return {
    number: countIn(first, 'number'),
    createdAt: first.cells['created']!,
    reason: first.cells['reason']!,
    setup: checked(first, parametersSchema, {
      ...groups,
      ...coloursIn(colours),
    }) satisfies RobotParameters,
    sources,
  };
}

/** The colours of a setup, where the table has any. */
function coloursIn(rows: TableRow[]): { colours?: unknown } {
  return rows.length === 0 ? {} : (documentIn(rows) as { colours: unknown });
}

function benchIn(rows: TableRow[]): RobotFile['benchRecords'][number] {
  const first = rows[0]!;
  return {
    number: countIn(first, 'number'),
    createdAt: first.cells['created']!,
    bench: checked(first, benchSchema, documentIn(rows)),
  };
}

function documentIn(rows: TableRow[]): unknown {
  return fromLeaves(rows.map((row) => [row.cells['quantity']!, leafIn(row)] as const));
}

/** Every value of a document with its place, such as `trials.0.trigger`. */
function leavesOf(value: unknown, place = ''): [string, unknown][] {
  // An empty list is a leaf too, or it would be lost.
  if (typeof value !== 'object' || value === null || Object.keys(value).length === 0) {
    return [[place, value]];
  }
  return Object.entries(value).flatMap(([name, part]) =>
    leavesOf(part, place === '' ? name : `${place}.${name}`),
  );
}

/** The inverse of {@link leavesOf}: whole numbers in a place count the items of a list. */
function fromLeaves(leaves: readonly (readonly [string, unknown])[]): unknown {
  if (leaves.length === 1 && leaves[0]![0] === '') return leaves[0]![1];
  const members = new Map<string, [string, unknown][]>();
  for (const [place, value] of leaves) {
    const [name, ...rest] = place.split('.') as [string, ...string[]];
    members.set(name, [...(members.get(name) ?? []), [rest.join('.'), value]]);
  }
  const entries = [...members].map(([name, parts]) => [name, fromLeaves(parts)] as const);
  return entries.every(([name]) => /^\d+$/.test(name))
    ? entries.toSorted(([a], [b]) => Number(a) - Number(b)).map(([, part]) => part)
    : Object.fromEntries(entries);
}

/** Numbers, true, false and null as they are; quoted text for words. */
function leafIn(row: TableRow): unknown {
  const text = row.cells['value']!;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new TableError(
      row.line,
      'value',
      say`“${text.slice(0, 40)}” is no number, true, false, null or quoted text.`,
    );
  }
}

function sourceText(source: Source | undefined): string {
  if (source === undefined) return '';
  switch (source.kind) {
    case 'typed':
      return 'typed';
    case 'bench':
      return `bench ${source.record}${precisionText(source)}`;
    case 'runs':
      return `runs ${source.runs}${precisionText(source)}`;
  }
}

/** Standard deviation, and correlations with other numbers: “ ± 0.2 with drive.track 0.6 gyro.scale -0.1”. */
function precisionText({ spread, correlations }: Exclude<Source, { kind: 'typed' }>): string {
  if (spread === undefined) return '';
  const pairs = Object.entries(correlations ?? {}).map(([path, value]) => `${path} ${value}`);
  return ` ± ${spread}${correlations === undefined ? '' : ` with ${pairs.join(' ')}`}`.trimEnd();
}

const SOURCE =
  /^(?<kind>bench|runs) (?<count>\d+)(?: ± (?<spread>[\d.e+-]+)(?: with ?(?<pairs>.*))?)?$/;

/** The inverse of {@link precisionText}, from the parts of the text. */
function precisionIn(spread: string | undefined, pairs: string | undefined) {
  if (spread === undefined) return {};
  if (pairs === undefined) return { spread: Number(spread) };
  const words = pairs.split(' ').filter((word) => word !== '');
  const correlations = Object.fromEntries(
    words.flatMap((word, i) => (i % 2 === 0 ? [[word, Number(words[i + 1])]] : [])),
  );
  return { spread: Number(spread), correlations };
}

function sourceIn(row: TableRow): Source | null {
  const text = row.cells['source']!;
  if (text === '') return null;
  const { kind, count, spread, pairs } = SOURCE.exec(text)?.groups ?? {};
  if (kind === undefined && text !== 'typed') {
    throw new TableError(
      row.line,
      'source',
      say`write typed, bench or runs and a number, with ± and how well it is known if you like, or nothing.`,
    );
  }
  const source =
    kind === undefined
      ? { kind: text }
      : {
          kind,
          [kind === 'bench' ? 'record' : 'runs']: Number(count),
          ...precisionIn(spread, pairs),
        };
  return checked(row, sourceSchema, source);
}
