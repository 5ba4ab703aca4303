import { describe, expect, it } from 'vitest';
import { conventionalName, portFaults, portsSentence, type Device } from './ports.ts';

const device = (part: Partial<Device>): Device => ({
  kind: 'range',
  name: 'range_ahead',
  place: 'sensor port',
  label: '2',
  unit: 'mm',
  role: null,
  reversed: false,
  channel: null,
  ...part,
});
const sentences = (devices: Device[], language: 'python' | 'java' = 'python') =>
  portFaults(devices, language).map(({ sentence }) => sentence);

describe('ports and names', () => {
  it('have no fault when everything has a place and a name of its own', () => {
    const devices = [
      device({}),
      device({
        kind: 'drive motor',
        name: 'left_motor',
        place: 'motor port',
        label: 'M1',
        unit: 'deg',
        role: 'left',
      }),
    ];
    expect(sentences(devices)).toEqual([]);
    expect(portsSentence(devices, [])).toBe('2 devices, and nothing in another’s way.');
  });

  it('find two devices in one place, and the same address on a bus', () => {
    expect(sentences([device({}), device({ name: 'range_right', label: ' 2 ' })])).toEqual([
      'Sensor port 2 is taken by “range_ahead”.',
    ]);
    const onBus = { place: 'bus' as const, label: '17' };
    expect(sentences([device(onBus), device({ ...onBus, name: 'range_right' })])).toEqual([
      'Address 17 on the bus belongs to “range_ahead” already.',
    ]);
    expect(
      sentences([device(onBus), device({ ...onBus, name: 'range_right', label: '0x2A' })]),
    ).toEqual([]);
    // The same number in another kind of place is another place.
    expect(sentences([device({}), device({ name: 'other', place: 'analog channel' })])).toEqual([]);
  });

  it('find a motor in a sensor place, a missing place and a missing unit', () => {
    expect(sentences([device({ kind: 'drive motor', name: 'left_motor' })])[0]).toBe(
      'A drive motor in a sensor port: it belongs in a motor port.',
    );
    expect(sentences([device({ label: ' ' })])).toEqual(['Say which sensor port it is in.']);
    expect(sentences([device({ unit: '' })])).toEqual(['Say in which unit the range speaks.']);
  });

  it('hold names against the words, types and habits of the language', () => {
    const fault = (name: string, language: 'python' | 'java' = 'python') =>
      sentences([device({ name })], language)[0] ?? null;
    expect(fault('lambda')).toMatch(/a word of the language itself/);
    expect(fault('lambda', 'java')).toBeNull();
    expect(fault('range')).toMatch(/hides the type or function/);
    expect(fault('motor', 'java')).toMatch(/hides the type/);
    expect(fault('LeftSensor')).toMatch(/small letters joined by _, as in left_sensor/);
    expect(fault('left_sensor', 'java')).toMatch(/as in leftSensor/);
    expect(fault('')).toMatch(/Give it the name/);
    expect(sentences([device({}), device({ name: 'range_ahead', label: '3' })])).toEqual([
      'Two devices are called “range_ahead”.',
    ]);
  });

  it('can be written as the language writes names', () => {
    expect(conventionalName('Left motor (A)', 'python')).toBe('left_motor_a');
    expect(conventionalName('left_motor', 'java')).toBe('leftMotor');
    expect(conventionalName('2nd gyro', 'python')).toBe('port_2nd_gyro');
    expect(portsSentence([], [])).toMatch(/Write down/);
  });
});
