import { newDevice } from '../../benches/ports/ports.ts';
import { wiringOf } from '../../benches/ports/wiring.ts';
import { describe, expect, it } from 'vitest';
import { radians } from '../../mathematics/angle.ts';
import { STARTING_SETUP } from '../../robot/parameters.ts';
import { type Move, newMove } from '../../moves/index.ts';
import type { RoutePlan } from '../../route/plan.ts';
import { javaProgram } from './java.ts';
import { pythonProgram } from './python.ts';

const plan: RoutePlan = {
  startId: 'near',
  moves: [
    newMove('drive', '1', { distance: -430, hold: 'encoders' }),
    newMove('turn', '2', {
      target: { kind: 'heading', heading: radians(-90) },
      style: 'pivot-right',
      stopEarly: radians(5),
    }),
    newMove('drive', '3', { distance: 200, speed: 200, heading: radians(-90) }),
    newMove('repeat', '4', { fromId: '2', times: 3 }),
    newMove('approach', '5', { distance: 80, hold: 'none', timeLimit: 4 }),
    newMove('square up', '6'),
  ],
};
const heading = { robot: 'Curlew', setup: 3, route: 'Sluice', revision: '6' };
const origin = (path: string) => (path === 'drive.wheelDiameter' ? 'bench record 4' : 'typed');
const wires = (left: string, right: string) =>
  wiringOf([
    { ...newDevice('drive motor'), name: left, role: 'left' },
    { ...newDevice('drive motor'), name: right, role: 'right' },
  ]);
type Wires = ReturnType<typeof wiringOf> | null;
const python = (of = plan, wiring: Wires = null) =>
  pythonProgram(of, STARTING_SETUP, heading, origin, wiring);
const java = (of = plan, wiring: Wires = null) =>
  javaProgram(of, STARTING_SETUP, heading, origin, wiring);

describe.each([
  ['Python', python, '#'],
  ['Java', java, '//'],
] as const)('the %s program', (_language, write, remark) => {
  it('has the numbers in one block at the top, named after their moves, with their origin', () => {
    const lines = write().split('\n');
    const named = lines.findIndex((line) => line.includes('TURN_2_HEADING = 90'));
    expect(named).toBeGreaterThan(0);
    expect(write()).toContain('APPROACH_5_TIME_LIMIT = 4');
    expect(write()).toContain('REPEAT_4_TIMES = 3');
    const stop = lines.find((line) => line.includes('DRIVE_1_STOP_AFTER ='))!;
    expect(stop.split(remark)[1]).toContain('bench record 4');
    const firstCode = lines.findIndex((line) => /^class Hub|interface Hub/.test(line));
    expect(lines.findLastIndex((line) => / [A-Z_0-9]+ = -?\d/.test(` ${line}`))).toBeLessThan(
      firstCode,
    );
  });

  it('changes by a few lines when a number changes', () => {
    const moved = {
      ...plan,
      moves: plan.moves.map((move) =>
        move.id === '3' ? { ...move, distance: 260 } : move,
      ) as Move[],
    };
    const before = write().split('\n');
    const after = write(moved).split('\n');
    expect(after.length).toBe(before.length);
    const changed = after.filter((line, i) => line !== before[i]).length;
    expect(changed).toBeGreaterThan(0);
    // The number, and the title of the move over it and in main.
    expect(changed).toBeLessThanOrEqual(4);
  });

  it('brings only what the route needs, and says in main which move each step is', () => {
    const short = { ...plan, moves: plan.moves.slice(0, 1) };
    const text = write(short);
    expect(text).not.toMatch(/gyro_?hold|to_?heading|light|arm|range/i);
    expect(text.length).toBeLessThan(0.7 * write().length);
    const main = text.slice(text.search(/def main|void run\(\)/));
    expect(main).toContain(`${remark} 1  Drive back 430 mm`);
  });

  it('keeps signs and units, and writes no digit that nobody can set', () => {
    expect(write()).toContain('2  Turn right to heading 90°');
    const left = {
      ...plan,
      moves: [newMove('turn', '2', { target: { kind: 'heading', heading: radians(45) } })],
    };
    expect(write(left)).toContain('to heading −45°');
    expect(write()).toMatch(/mm\/s/);
    for (const [, decimals] of write().matchAll(/STOP_AFTER = \d+(?:\.(\d+))?/g)) {
      expect(['', '5']).toContain(decimals ?? '');
    }
    for (const [, decimals] of write().matchAll(/POWER = -?\d+(?:\.(\d+))?/g)) {
      expect((decimals ?? '').length).toBeLessThanOrEqual(1);
    }
  });

  it('never compares for equality, and stops the motors whatever happens', () => {
    expect(write()).not.toMatch(/[^=!<>]==[^=]|\.equals\(/);
    expect(write()).toMatch(/finally[\s\S]*stop\("brake"\)/);
  });

  it('asks only for what the wiring sheet leaves open', () => {
    const motors = wiringOf([
      { ...newDevice('drive motor'), name: 'front_left', role: 'left' },
      { ...newDevice('drive motor'), name: 'back_left', role: 'left', reversed: true },
      { ...newDevice('drive motor'), name: 'right', role: 'right' },
      { ...newDevice('range'), name: 'eye', role: 'ahead', unit: 'cm' },
    ]);
    const text = write(plan, motors);
    const asked = (name: RegExp) => name.test(text);
    expect(asked(/motor_?degrees\(/i)).toBe(true);
    expect(asked(/"back_left", -1\)/)).toBe(true);
    expect(asked(/"eye", 10\)/)).toBe(true);
    // Nobody wrote down a bumper, and no servo is moved.
    expect(asked(/pressed|servo/i)).toBe(false);
    expect(write(plan)).not.toMatch(/motor_?degrees/i);
  });

  it('gives every loop a time limit', () => {
    const loops = write().match(/^\s*while.*/gm)!;
    expect(loops.length).toBe(2);
    for (const loop of loops) expect(loop).toMatch(/seconds\(\) < latest/);
  });

  it('lets no name of people become code', () => {
    const write = _language === 'Python' ? pythonProgram : javaProgram;
    const text = write(
      plan,
      STARTING_SETUP,
      { ...heading, route: 'x"""*/\nimport os\n"""', robot: '\\"""; quit()' },
      () => 'typed \n import os */',
      wires('a"""\nimport os', 'b", 1); //'),
    );
    expect(text).not.toMatch(/^\s*import os/m);
    expect(text.match(/"""/g)?.length ?? 0).toBe(
      _language === 'Python' ? python(plan, wires('a', 'b')).match(/"""/g)!.length : 0,
    );
    expect(text.match(/\*\//g)?.length ?? 0).toBe(
      write === javaProgram ? java(plan, wires('a', 'b')).match(/\*\//g)!.length : 0,
    );
  });
});
