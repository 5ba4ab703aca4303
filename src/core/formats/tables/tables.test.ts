import firstField from '../../../../tests/reference/first-version/field.json?raw';
import firstFieldTable from '../../../../tests/reference/first-version/field.csv?raw';
import firstRoute from '../../../../tests/reference/first-version/route.json?raw';
import firstRouteTable from '../../../../tests/reference/first-version/route.csv?raw';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import fieldText from '../../../../demo/field.json?raw';
import robotText from '../../../../demo/robot.json?raw';
import heronHide from '../../../../demo/route-heron-hide.json?raw';
import sluice from '../../../../demo/route-sluice-and-tide-gauge.json?raw';
import runsText from '../../../../demo/runs.csv?raw';
import { SETUP_PATHS, STARTING_SETUP, withSetupValues } from '../../robot/parameters.ts';
import type { Ask } from '../../moves/questions.ts';
import type { Move } from '../../moves/index.ts';
import {
  readJsonFile,
  writeJsonFile,
  type FieldFile,
  type FileError,
  type RobotFile,
  type RouteFile,
} from '../files.ts';
import { readAnyFile } from './anyFile.ts';
import { readFieldSvg, writeFieldSvg } from './fieldSvg.ts';
import { readFieldTable, writeFieldTable } from './fieldTable.ts';
import { readRobotTable, writeRobotTable } from './robotTable.ts';
import { readRouteTable, writeRouteTable } from './routeTable.ts';
import { readRunsTable, writeRunsTable } from './runsTable.ts';

const robot = readJsonFile(robotText) as RobotFile;
const field = readJsonFile(fieldText) as FieldFile;
const routes = [heronHide, sluice].map((text) => readJsonFile(text) as RouteFile);

/** The refusal of a text: its line, column and sentence. */
function refusal(read: () => unknown): Pick<FileError, 'line' | 'column' | 'message'> {
  try {
    read();
  } catch (error) {
    const { line, column, message } = error as FileError;
    return { line, column, message };
  }
  throw new Error('The file was not refused.');
}

/** A text with one cell of one line replaced; lines count from 1. */
function withCell(text: string, line: number, from: string | RegExp, to: string): string {
  const lines = text.split('\n');
  const changed = lines[line - 1]!.replace(from, to);
  expect(changed).not.toBe(lines[line - 1]);
  lines[line - 1] = changed;
  return lines.join('\n');
}

describe('the demo files', () => {
  it('come back from CSV without loss', () => {
    expect(readRobotTable(writeRobotTable(robot))).toEqual(robot);
    expect(readFieldTable(writeFieldTable(field))).toEqual(field);
    for (const route of routes) expect(readRouteTable(writeRouteTable(route))).toEqual(route);
    expect(writeRunsTable(readRunsTable(runsText))).toBe(runsText);
  });

  it('come back from JSON without loss', () => {
    for (const text of [robotText, fieldText, heronHide, sluice]) {
      const file = readJsonFile(text);
      expect(readJsonFile(writeJsonFile(file))).toEqual(file);
      expect(file).toEqual(JSON.parse(text));
    }
  });

  it('are known by their header, also with a byte order mark and semicolons', () => {
    expect(readAnyFile(`\uFEFF${writeRobotTable(robot)}`)).toEqual(robot);
    expect(readAnyFile(writeFieldTable(field))).toEqual(field);
    expect(readAnyFile(writeRouteTable(routes[0]!))).toEqual(routes[0]);
    expect(readAnyFile(robotText)).toEqual(robot);
    expect(readAnyFile(runsText).corvat).toBe('runs');
    const semicolons = runsText.replaceAll(',', ';');
    expect(readAnyFile(semicolons).corvat).toBe('runs');
  });
});

/** Words as people give them: letters of every script, quotes, commas and signs, trimmed. */
const words = fc
  .string({ minLength: 1, maxLength: 40, unit: 'grapheme' })
  .map((text) => text.replace(/\p{C}/gu, '').trim())
  .filter((text) => text !== '');
const number = (min: number, max: number) =>
  fc.double({ min, max, noNaN: true, noDefaultInfinity: true }).map((value) => value || 0);
const id = fc.stringMatching(/^[A-Za-z0-9_-]{1,12}$/);
const heading = fc.option(number(-100, 100));
const gain = fc.option(number(0, 1000));
const speed = number(0.001, 5000);
const length = number(0, 9000);
const yes = fc.boolean();
const one = <T extends string>(...values: T[]) => fc.constantFrom(...values);
const ends = {
  stop: one('brake', 'hold', 'coast'),
  timeLimit: fc.option(number(0.001, 60)),
};
const held = { speed, hold: one('none', 'encoders', 'gyro'), heading, gain, ...ends };
const sees = one('dark', 'light');
const ask: fc.Arbitrary<Ask> = fc.oneof(
  fc.record({
    kind: fc.constant('range' as const),
    sensor: one('ahead', 'side'),
    nearerThan: length,
  }),
  fc.record({ kind: fc.constant('light' as const), sensor: one('first', 'second'), sees }),
  fc.record({ kind: fc.constant('colour' as const), colour: words }),
  fc.record({ kind: fc.constant('touch' as const) }),
  fc.record({ kind: fc.constant('arm' as const), angle: number(-100, 100) }),
  fc.record({ kind: fc.constant('servo' as const), position: number(0, 1) }),
);
const untilLength = fc.record({ kind: fc.constant('length' as const), length });
/** A move of a kind with these members; every kind has its line here. */
const ofKind = <K extends Move['kind']>(
  kind: K,
  members: { [M in keyof Omit<Extract<Move, { kind: K }>, 'id' | 'kind'>]: fc.Arbitrary<unknown> },
) => fc.record({ id, kind: fc.constant(kind), ...members }) as unknown as fc.Arbitrary<Move>;

const moveOfEachKind: { [K in Move['kind']]: fc.Arbitrary<Move> } = {
  drive: ofKind('drive', { distance: number(-9000, 9000), ...held }),
  turn: ofKind('turn', {
    target: fc.oneof(
      fc.record({ kind: fc.constant('heading' as const), heading: number(-100, 100) }),
      fc.record({ kind: fc.constant('angle' as const), angle: number(-100, 100) }),
    ),
    style: one('spot', 'pivot-left', 'pivot-right'),
    rate: number(0.001, 50),
    stopEarly: fc.option(number(0, 10)),
    way: fc.oneof(
      fc.record({ kind: fc.constant('stop early' as const) }),
      fc.record({
        kind: fc.constant('slow end' as const),
        lastAngle: number(0.001, 10),
        lastRate: number(0.001, 50),
      }),
      fc.record({
        kind: fc.constant('controller' as const),
        p: gain,
        i: number(0, 1000),
        d: number(0, 100),
      }),
    ),
    ...ends,
  }),
  arc: ofKind('arc', {
    radius: number(1, 9000),
    angle: number(-100, 100),
    speed,
    backwards: yes,
    by: one('encoders', 'gyro'),
    ...ends,
  }),
  approach: ofKind('approach', { distance: length, ...held }),
  'until line': ofKind('until line', {
    sees,
    sensor: one('first', 'second'),
    backwards: yes,
    ...held,
  }),
  'until touch': ofKind('until touch', held),
  'follow wall': ofKind('follow wall', {
    distance: length,
    speed,
    gain,
    until: fc.oneof(
      untilLength,
      fc.record({ kind: fc.constant('range' as const), distance: length }),
      fc.record({ kind: fc.constant('line' as const), sees }),
    ),
    ...ends,
  }),
  'follow line': ofKind('follow line', {
    edge: one('left', 'right'),
    speed,
    gain,
    until: fc.oneof(
      untilLength,
      fc.record({ kind: fc.constant('crossing' as const), count: fc.integer({ min: 1, max: 20 }) }),
    ),
    ...ends,
  }),
  'square up': ofKind('square up', {
    against: one('border', 'line'),
    backwards: yes,
    speed,
    duration: number(0.001, 20),
    heading,
    ...ends,
  }),
  settle: ofKind('settle', { timeLimit: number(0.001, 60) }),
  arm: ofKind('arm', {
    angle: number(-100, 100),
    power: number(0.001, 1),
    stallTime: number(0.001, 10),
    servo: fc.option(number(0, 1)),
    ...ends,
  }),
  wait: ofKind('wait', { duration: number(0, 60) }),
  checkpoint: ofKind('checkpoint', { name: words, modelId: id, pause: number(0, 60) }),
  'until colour': ofKind('until colour', {
    colour: words,
    looks: fc.integer({ min: 1, max: 50 }),
    along: fc.oneof(
      fc.record({
        kind: fc.constant('straight' as const),
        backwards: yes,
        hold: one('none', 'encoders', 'gyro'),
        heading,
      }),
      fc.record({ kind: fc.constant('line' as const), edge: one('left', 'right') }),
    ),
    speed,
    gain,
    ...ends,
  }),
  choose: ofKind('choose', { ask, looks: fc.integer({ min: 1, max: 99 }) }),
  otherwise: ofKind('otherwise', {}),
  join: ofKind('join', {}),
  repeat: ofKind('repeat', { fromId: id, times: fc.integer({ min: 1, max: 50 }) }),
};
const move = fc.oneof(...Object.values(moveOfEachKind));

const route: fc.Arbitrary<RouteFile> = fc
  .record({
    name: words,
    robot: words,
    field: words,
    goal: number(0.05, 0.99),
    reason: words,
    startBy: fc.option(ask),
    moves: fc.uniqueArray(move, { selector: (one) => one.id, maxLength: 8 }),
  })
  .map(({ name, robot: ofRobot, field: onField, goal, reason, startBy, moves }) => ({
    corvat: 'route',
    version: 1,
    name,
    robot: ofRobot,
    field: onField,
    goal,
    revisions: [1, 2].map((revision) => ({
      number: revision,
      parent: revision === 1 ? null : 1,
      origin: revision === 1 ? ('hand' as const) : ('aim' as const),
      reason: revision === 1 ? '' : reason,
      promises: [],
      createdAt: '2026-11-05T17:40:00.123Z',
      plan: {
        startId: 'near',
        ...(startBy === null ? {} : { startBy }),
        moves,
      },
    })),
  }));

describe('any document', () => {
  it('that is a route comes back from CSV to the last digit', () => {
    fc.assert(
      fc.property(route, (file) => {
        expect(readRouteTable(writeRouteTable(file))).toEqual(file);
      }),
      { numRuns: 120 },
    );
  });

  it('that is a robot comes back from CSV to the last digit', () => {
    const numbers = SETUP_PATHS.filter((path) => path.startsWith('ground.'));
    fc.assert(
      fc.property(
        words,
        words,
        fc.array(number(0, 1), { minLength: numbers.length, maxLength: numbers.length }),
        fc.array(fc.tuple(number(0.01, 90), number(0, 90), fc.option(words)), {
          minLength: 1,
          maxLength: 12,
        }),
        (name, surface, values, trials) => {
          const changes = Object.fromEntries(numbers.map((path, i) => [path, values[i]!]));
          const file: RobotFile = {
            ...robot,
            name,
            setups: [
              {
                ...robot.setups[0]!,
                reason: surface,
                setup: withSetupValues(STARTING_SETUP, changes),
                sources: {
                  'drive.track': {
                    kind: 'bench',
                    record: 7,
                    spread: 0.25,
                    correlations: { 'drive.wheelDiameter': 0.75, 'gyro.scale': -1e-7 },
                  },
                  'gyro.bias': { kind: 'runs', runs: 40, spread: 1e-5, correlations: {} },
                  'gyro.scale': { kind: 'bench', record: 8, spread: 0.001 },
                },
              },
            ],
            benchRecords: [
              {
                number: 7,
                createdAt: '2026-11-05T18:00:00.000Z',
                bench: {
                  kind: 'turn',
                  style: 'pivot-left',
                  conditions: { battery: null, surface, unit: '' },
                  trials: trials.map(([trigger, measured, struck]) => ({
                    trigger,
                    rate: 2,
                    measured,
                    way: null,
                    struck,
                  })),
                },
              },
            ],
          };
          expect(readRobotTable(writeRobotTable(file))).toEqual(file);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('that is a field comes back from CSV to the last digit', () => {
    const point = fc.record({ x: number(-9000, 9000), y: number(-9000, 9000) });
    fc.assert(
      fc.property(
        words,
        fc.array(point, { minLength: 3, maxLength: 8 }),
        number(-10, 10),
        fc.option(number(0.01, 3)),
        fc.boolean(),
        (name, corners, turned, headingTolerance, round) => {
          const file: FieldFile = {
            corvat: 'field',
            version: 1,
            name,
            picture: null,
            field: {
              width: 2200,
              height: 1100,
              border: round,
              ground: 'grey felt',
              models: [
                {
                  id: 'model',
                  name,
                  outline: corners,
                  zone: {
                    target: { ...corners[0]!, heading: turned },
                    shape: round ? { kind: 'circle', radius: 30.5 } : { kind: 'polygon', corners },
                    headingTolerance,
                  },
                  points: -5,
                  seen: !round,
                },
              ],
              matchSeconds: round ? null : 150.5,
              walls: [{ id: 'wall', name, points: corners, seen: round }],
              lines: [
                {
                  id: 'line',
                  name,
                  points: corners,
                  width: 22,
                  reflectance: 0.25,
                  colour: 'sea green',
                },
              ],
              picture: round ? null : { x: -10.5, y: 3, width: 2300, height: 1200, turned },
              starts: [{ id: 'start', name, pose: { ...corners[1]!, heading: turned } }],
            },
          };
          expect(readFieldTable(writeFieldTable(file))).toEqual(file);
          expect(readFieldSvg(writeFieldSvg(file))).toEqual(file);
        },
      ),
      { numRuns: 80 },
    );
  });
});

describe('files of the first version', () => {
  it('open, with their checkpoints as moves where they were', () => {
    const fromJson = readAnyFile(firstRoute) as RouteFile;
    expect(readAnyFile(firstRouteTable)).toEqual(fromJson);
    const { moves } = fromJson.revisions.at(-1)!.plan;
    const measured = moves.filter(({ kind }) => kind === 'checkpoint').map((one) => one.id);
    expect(measured).toEqual(['sluice', 'tide-gauge']);
    expect(moves.findIndex((one) => one.id === 'sluice')).toBe(5);
    expect(moves[0]).toMatchObject({ kind: 'drive', stop: 'brake', gain: null, timeLimit: null });
  });

  it('have fields without walls and pictures, whose lines are dark', () => {
    const fromJson = readAnyFile(firstField) as FieldFile;
    expect(readAnyFile(firstFieldTable)).toEqual(fromJson);
    expect(fromJson.field).toMatchObject({ walls: [], picture: null, matchSeconds: null });
    expect(fromJson.field.lines[0]!.reflectance).toBe(0);
  });

  it('are refused when a checkpoint stands after a move that is not there', () => {
    const found = refusal(() =>
      readAnyFile(firstRoute.replace('"afterMoveId": "m5"', '"afterMoveId": "moon"')),
    );
    expect(found.message).toMatch(/stands after a move that is not there/);
  });
});

describe('a drawing of another program', () => {
  const drawing = (body: string) =>
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1000 500"><title>Table</title>${body}</svg>`;

  it('gives its rectangles as models and its lines as lines, with y away from the start side', () => {
    const { name, field } = readAnyFile(
      drawing(
        '<g><rect x="100" y="50" width="80" height="40"/></g><line x1="0" y1="500" x2="900" y2="500" stroke-width="18"/>',
      ),
    ) as FieldFile;
    expect(name).toBe('Table');
    expect(field).toMatchObject({ width: 1000, height: 500, border: true });
    expect(field.models[0]!.outline[0]).toEqual({ x: 100, y: 450 });
    expect(field.lines[0]).toMatchObject({
      width: 18,
      points: [
        { x: 0, y: 0 },
        { x: 900, y: 0 },
      ],
    });
    expect(field.starts).toHaveLength(1);
  });

  it('is refused with a sentence when it has no size or is no drawing', () => {
    expect(refusal(() => readAnyFile('<svg><rect/></svg>')).message).toMatch(/needs a viewBox/);
    expect(refusal(() => readAnyFile('<html></html>')).message).toMatch(/not an SVG drawing/);
    expect(refusal(() => readAnyFile('<svg viewBox="0 0 1 1">')).line).toBe(1);
  });
});

describe('a table with a fault', () => {
  it('names line and column of a number that is none', () => {
    const text = writeRouteTable(routes[1]!);
    const found = refusal(() => readAnyFile(withCell(text, 4, ',300,', ',quick,')));
    expect(found.line).toBe(4);
    expect(found.message).toMatch(/speed_mm_s: “quick” is not a number/);
  });

  it('names the line of a value that no robot can have', () => {
    const text = writeRobotTable(robot);
    const line = text.split('\n').findIndex((one) => one.includes('drive.wheelDiameter')) + 1;
    const found = refusal(() => readAnyFile(withCell(text, line, ',61,', ',wide,')));
    expect(found).toMatchObject({ line, column: 7 });
    expect(found.message).toMatch(/“wide” is no number/);
    const negative = refusal(() => readAnyFile(withCell(text, line, ',61,', ',-61,')));
    expect(negative.message).toMatch(/Too small/);
  });

  it('says which source, part or thing is meant', () => {
    const text = writeRobotTable(robot);
    expect(refusal(() => readRobotTable(withCell(text, 2, /[^,]*$/, 'guessed'))).message).toMatch(
      /Line 2, column 8: source: write typed, bench or runs and a number/,
    );
    expect(refusal(() => readRobotTable(withCell(text, 2, 'setup', 'wheels'))).message).toMatch(
      /part: write setup, bench or telemetry/,
    );
    const table = writeFieldTable(field);
    expect(refusal(() => readFieldTable(withCell(table, 3, 'model', 'tree'))).message).toMatch(
      /Line 3, column 2: thing: write table, model, wall, line, picture or start/,
    );
  });

  it('refuses points that are no pairs, and yes or no that is neither', () => {
    const table = writeFieldTable(field);
    const points = refusal(() => readFieldTable(withCell(table, 3, '1930 820', '1930')));
    expect(points).toMatchObject({ line: 3, column: 8 });
    const seen = refusal(() => readFieldTable(withCell(table, 3, /yes(,*)$/, 'maybe$1')));
    expect(seen.message).toMatch(/seen: write yes or no/);
  });

  it('refuses a header that lacks a column, an empty table and a stranger', () => {
    expect(
      refusal(() => readRouteTable(writeRouteTable(routes[0]!).replace('hold', 'held'))),
    ).toEqual(expect.objectContaining({ line: 1, column: 16 }));
    const header = writeFieldTable(field).split('\n')[0]!;
    expect(refusal(() => readAnyFile(header)).message).toMatch(/no line below the header/);
    expect(refusal(() => readAnyFile('a,b,c\n1,2,3\n')).message).toMatch(
      /no robot, field, route or runs table/,
    );
  });

  it('refuses a revision that is no whole number and a run without identifier', () => {
    const text = writeRouteTable(routes[0]!);
    expect(
      refusal(() => readRouteTable(withCell(text, 2, ',1,,hand', ',1.5,,hand'))).message,
    ).toMatch(/revision: write a whole number/);
    expect(refusal(() => readRunsTable(withCell(runsText, 2, /^[^,]*/, 'first'))).message).toMatch(
      /Line 2, column 1: run/,
    );
  });

  it('refuses JSON that is broken, of another kind, or wrong inside, with the place', () => {
    expect(refusal(() => readJsonFile('{\n  "corvat": field\n}'))).toMatchObject({ line: 2 });
    expect(refusal(() => readJsonFile('{"corvat": "tree"}')).message).toMatch(/not a robot, field/);
    const line = robotText.split('\n').findIndex((one) => one.includes('"track"')) + 1;
    const wrong = robotText.replace(/"track": [\d.]+/, '"track": "wide"');
    expect(refusal(() => readJsonFile(wrong))).toMatchObject({ line });
    const extra = robotText.replace('"track":', '"trak":');
    expect(refusal(() => readJsonFile(extra)).message).toMatch(/setups\.0\.setup\.drive/);
  });
});
