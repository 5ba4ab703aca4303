import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { telemetryColumn } from './columns.ts';
import { LONGEST_LINE, TelemetryReader, writeLine, type TelemetryLine } from './lines.ts';
import { packColumn, packRecording, unpackColumn } from './packed.ts';
import { emptyAcknowledgement, lostLines, receive, receiveMalformed } from './acknowledgement.ts';
import { completeRows, quantityOf, recordingOfLines, writeRecording } from './recording.ts';
import { readRecording, RecordingFile, TelemetryFault } from './recordingFile.ts';

const linesOf = (text: string) => {
  const reader = new TelemetryReader();
  return [...reader.push(text), ...reader.end()];
};
const faultOf = (text: string) => {
  const found = linesOf(text).find((one) => 'fault' in one);
  return found !== undefined && 'fault' in found ? found.fault : null;
};

describe('a column of telemetry', () => {
  it('carries its quantity and its unit in its name', () => {
    expect(telemetryColumn('heading_deg')).toMatchObject({ quantity: 'heading', kind: 'angle' });
    expect(telemetryColumn('range2_cm')).toMatchObject({ quantity: 'range2', factor: 10 });
    expect(telemetryColumn('range_mv')).toMatchObject({ kind: 'voltage', factor: 0.001 });
    expect(telemetryColumn('weather')).toBeNull();
  });

  it('is refused with the units that it could have', () => {
    expect(telemetryColumn('heading')).toEqual({
      fault:
        'Column “heading” needs its unit in the name: heading_deg, heading_rad, heading_turns.',
    });
    expect(telemetryColumn('range_feet')).toMatchObject({
      fault: expect.stringContaining('“feet” is no unit for range') as string,
    });
  });
});

describe('lines of telemetry', () => {
  it('are the same in JSON and in CSV', () => {
    const json = linesOf('{"n":1,"t_s":0.5,"heading_deg":1.5}\n{"n":2,"t_s":1,"event":"driven"}\n');
    const csv = linesOf('n,t_s,heading_deg,event\n1,0.5,1.5,\n2,1,,driven\n');
    expect(csv).toEqual(json);
    expect(json[1]).toEqual({ line: { n: 2, values: { t_s: 1 }, event: 'driven' } });
  });

  it('come out the same however the text is cut on its way', () => {
    const text =
      '\uFEFFt_s;heading_deg;event\r\n0;1.5;\r\n0.01;2;"a;b"\r\n\r\n0.02;oops;\r\n0.03;3;';
    const whole = linesOf(text);
    expect(whole).toHaveLength(4);
    fc.assert(
      fc.property(fc.array(fc.nat(text.length), { maxLength: 6 }), (cuts) => {
        const reader = new TelemetryReader();
        const places = [0, ...cuts.toSorted((a, b) => a - b), text.length];
        const read = places.slice(1).flatMap((to, i) => reader.push(text.slice(places[i], to)));
        expect([...read, ...reader.end()]).toEqual(whole);
      }),
    );
  });

  it('survive being written and read', () => {
    fc.assert(
      fc.property(
        fc.option(fc.integer({ min: 1, max: 1e9 })),
        fc.double({ min: 0, max: 1e6, noNaN: true }),
        fc.double({ min: -1e4, max: 1e4, noNaN: true }),
        (n, t_s, heading_deg) => {
          const line: TelemetryLine = { n, values: { t_s, heading_deg }, event: null };
          // JSON has one zero only.
          const same = { ...line, values: { t_s: t_s + 0, heading_deg: heading_deg + 0 } };
          expect(linesOf(writeLine(line))).toEqual([{ line: same }]);
        },
      ),
    );
  });

  it.each([
    ['a wrong unit', 't_s,heading_grad\n0,1\n', /“grad” is no unit for heading/],
    ['a decimal comma', 't_s;heading_deg\n0;1,5\n', /write 1.5 with a point, not a comma/],
    ['a split decimal comma', 't_s,heading_deg\n0,1,5\n', /3 cells, but the header has 2/],
    ['a missing time', 'heading_deg\n1\n', /The column t_s is missing/],
    ['a missing time in JSON', '{"heading_deg":1}\n', /The line has no time/],
    ['what is not a number', 't_s,heading_deg\n0,east\n', /“east” is not a number/],
    ['a negative time', 't_s,heading_deg\n-1,0\n', /the time -1 is negative/],
    ['broken JSON', '{"t_s":0}\n{"t_s":\n', /is not JSON/],
    ['a JSON list', '{"t_s":0}\n[1]\n', /A line is an object/],
    ['a JSON word for a number', '{"t_s":0,"heading_deg":"1"}\n', /"1" is not a number/],
    ['a count of 0', '{"t_s":0,"n":0}\n', /lines are counted 1, 2, 3/],
    ['a line without end', `{"t_s":${'1'.repeat(LONGEST_LINE)}`, /longer than/],
  ])('are refused for %s, and nothing is guessed', (_, text, sentence) => {
    expect(faultOf(text)).toMatch(sentence);
  });

  it('go on behind a line that could not be read', () => {
    const read = linesOf('{"t_s":0}\nnonsense\n{"t_s":2}\n');
    expect(read.map((one) => 'line' in one)).toEqual([true, false, true]);
  });
});

describe('the receipt of a link', () => {
  it('counts every line once, whatever is late, doubled or cut off', () => {
    const delivery = fc
      .integer({ min: 1, max: 60 })
      .chain((sent) =>
        fc
          .array(fc.integer({ min: 1, max: sent }), { maxLength: 150 })
          .map((order) => ({ sent, order })),
      );
    fc.assert(
      fc.property(delivery, ({ order }) => {
        const receipt = emptyAcknowledgement();
        const fresh = order.filter((n) => receive(receipt, n, n / 100));
        expect(fresh.length).toBe(new Set(order).size);
        expect(new Set(fresh).size).toBe(fresh.length);
        expect(receipt.arrived).toBe(fresh.length);
        expect(receipt.doubled).toBe(order.length - fresh.length);
        expect(lostLines(receipt)).toBe(Math.max(0, ...order) - new Set(order).size);
      }),
    );
  });

  it('tells a sender from where to go on, and when it was', () => {
    const receipt = emptyAcknowledgement();
    for (const n of [1, 2, 5]) receive(receipt, n, n / 100);
    receive(receipt, 3, 0.03);
    expect(receipt).toMatchObject({ next: 6, late: 1, gaps: [[4, 4]], lastTime: 0.05 });
    receiveMalformed(receipt, 'a sentence');
    receive(receipt, null, 0.06);
    expect(receipt).toMatchObject({ malformed: 1, lastFault: 'a sentence', uncounted: 1 });
  });

  it('gives gaps up when there are too many, and still counts what was lost', () => {
    const receipt = emptyAcknowledgement();
    for (let n = 1; n < 3000; n += 2) receive(receipt, n, 0);
    expect(receipt.gaps.length).toBe(500);
    expect(lostLines(receipt)).toBe(1499);
  });
});

describe('a packed column', () => {
  it('comes back to the last digit', () => {
    const few = fc.integer({ min: -9_000_000, max: 9_000_000 }).map((whole) => whole / 1000);
    const any = fc.double({ noNaN: true, noDefaultInfinity: true });
    const cell = fc.oneof(
      { weight: 6, arbitrary: few },
      { weight: 1, arbitrary: any },
      fc.constant(NaN),
    );
    fc.assert(
      fc.property(fc.array(cell, { maxLength: 80 }), (cells) => {
        const values = Float64Array.from(cells);
        const packed = packColumn('x', values);
        expect([...unpackColumn(packed, values.length)]).toEqual(cells);
      }),
    );
  });

  it('needs about two bytes a line for what a hub says', () => {
    const time = Float64Array.from({ length: 5000 }, (_, i) => Number((i * 0.01).toFixed(4)));
    expect(packColumn('t_s', time).bytes.length).toBeLessThan(2.1 * 5000);
  });

  it('is refused when it is cut or too long', () => {
    const packed = packColumn('x', Float64Array.from([1, 2, 300]));
    expect(() => unpackColumn(packed, 4)).toThrow(/damaged/);
    expect(() => unpackColumn(packed, 2)).toThrow(/damaged/);
    expect(() => unpackColumn({ ...packed, decimals: null }, 3)).toThrow(/damaged/);
  });
});

describe('a recording', () => {
  it('keeps gaps as gaps, and comes back from its own CSV', () => {
    const recording = readRecording('t_s,range_mm,event\n0,100,\n0.01,,"put ""down"""\n0.02,98,\n');
    expect(recording.rows).toBe(3);
    expect(recording.columns['range_mm']![1]).toBeNaN();
    expect(recording.events).toEqual([{ row: 1, text: 'put "down"' }]);
    expect(readRecording(writeRecording(recording))).toEqual(recording);
    expect(packRecording(recording).map(({ name }) => name)).toEqual(['t_s', 'range_mm']);
    const [time, range] = completeRows([
      quantityOf(recording, 't')!,
      quantityOf(recording, 'range')!,
    ]);
    expect([...time!]).toEqual([0, 0.02]);
    expect([...range!]).toEqual([100, 98]);
  });

  it('is refused at the line of its first fault, as a whole', () => {
    const file = new RecordingFile();
    file.push('t_s,heading_deg\n0,1\n0.01,2\n0.0');
    expect(() => file.push('2,3\n0.01,4\n')).toThrow(
      new TelemetryFault(
        5,
        'the time goes back from 0.02 s to 0.01 s. Lines must be in the order of time.',
      ),
    );
    expect(() => readRecording('t_s,heading_deg\n')).toThrow(/Line 1: there are no readings/);
    expect(() => readRecording('t_s,heading_deg\n0,1\n1,x\n')).toThrow(/^Line 3: heading_deg: “x”/);
  });

  it('puts late lines where they belong', () => {
    const line = (n: number): TelemetryLine => ({ n, values: { t_s: n / 100 }, event: null });
    const { columns } = recordingOfLines([line(1), line(3), line(2)]);
    expect([...columns['t_s']!]).toEqual([0.01, 0.02, 0.03]);
  });
});
