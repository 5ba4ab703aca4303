import { spawn } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { describe, expect, it } from 'vitest';
import robotText from '../../demo/robot.json?raw';
import { FIELD } from '../../demo/field.ts';
import { readJsonFile, type RobotFile, type RouteFile } from '../../src/contracts/files.ts';
import routeText from '../../demo/route-sluice-and-tide-gauge.json?raw';
import { pythonProgram } from '../../src/core/formats/pythonProgram.ts';
import { visibleEdges } from '../../src/core/field/field.ts';
import { degrees } from '../../src/core/geometry/angle.ts';
import { packSegments } from '../../src/core/geometry/ray.ts';
import { instructionsOf } from '../../src/core/route/instructions.ts';
import type { Setup } from '../../src/core/robot/setup.ts';
import { Plant } from '../../src/core/simulation/plant.ts';
import { recordRun, startPose } from '../../src/core/simulation/run.ts';
import type { RoutePlan } from '../../src/core/route/moves.ts';

/** A hub whose every method is a line to the simulation and a line back. */
const PIPE_HUB = `
import json, sys
class PipeHub(Hub):
    pass
def method(name):
    def ask(self, *values):
        print(json.dumps([name, *values]), flush=True)
        return json.loads(sys.stdin.readline())
    return ask
for name in ["reset_heading", "heading", "left_motor", "right_motor", "range_mm", "drive", "brake", "seconds", "wait"]:
    setattr(PipeHub, name, method(name))
main(PipeHub())
`;

/** Runs a generated program under python3 against the plant, method by method. */
async function runPython(source: string, plant: Plant, setup: Setup): Promise<void> {
  const file = join(mkdtempSync(join(tmpdir(), 'corvat-')), 'program.py');
  writeFileSync(file, source + PIPE_HUB);
  const python = spawn('python3', [file], { stdio: ['pipe', 'pipe', 'inherit'] });
  const sign = setup.gyro.rightPositive ? -1 : 1;
  let zero = 0;
  const answers: Record<string, (a: number, b: number) => number | null> = {
    reset_heading: () => ((zero = plant.readHeading()), null),
    heading: () => sign * degrees(plant.readHeading() - zero),
    left_motor: () => degrees(plant.readLeftMotor()),
    right_motor: () => degrees(plant.readRightMotor()),
    range_mm: () => (Number.isFinite(plant.readRange()) ? plant.readRange() : null),
    drive: (left, right) => (plant.setPower(left / 100, right / 100), null),
    brake: () => (plant.brake(), null),
    seconds: () => plant.time,
    wait: (seconds) => (plant.advanceTo(plant.time + seconds), null),
  };
  const ended = new Promise<number | null>((resolve) => python.once('exit', resolve));
  for await (const line of createInterface({ input: python.stdout })) {
    const [name, a = 0, b = 0] = JSON.parse(line) as [string, number?, number?];
    python.stdin.write(`${JSON.stringify(answers[name]!(a, b))}\n`);
  }
  expect(await ended).toBe(0);
}

describe('the generated Python', () => {
  const robot = readJsonFile(robotText) as RobotFile;
  const route = readJsonFile(routeText) as RouteFile;
  const believed = robot.setups.at(-1)!.setup;
  const demo = route.revisions.at(-1)!.plan;
  const everyKind: RoutePlan = {
    startId: 'near-left',
    checkpoints: [],
    moves: [
      { id: 'a', kind: 'drive', distance: 400, speed: 250, hold: 'encoders', heading: null },
      {
        id: 'b',
        kind: 'turn',
        target: { kind: 'angle', angle: -0.6 },
        style: 'pivot-right',
        rate: 1.5,
        stopEarly: null,
      },
      {
        id: 'c',
        kind: 'turn',
        target: { kind: 'heading', heading: 1.2 },
        style: 'spot',
        rate: 2,
        stopEarly: 0.1,
      },
      { id: 'd', kind: 'drive', distance: -120, speed: 200, hold: 'none', heading: null },
      { id: 'e', kind: 'drive', distance: 200, speed: 200, hold: 'gyro', heading: 1 },
    ],
  };

  it.each([
    ['the demo route', demo, true],
    ['every kind of move, left positive', everyKind, false],
  ])('ends where the simulation ends: %s', async (_name, plan, rightPositive) => {
    const setup = { ...believed, gyro: { ...believed.gyro, rightPositive } };
    const put = () =>
      new Plant(setup, packSegments(visibleEdges(FIELD))).putDown(startPose(plan, FIELD), null);
    const expected = recordRun(put(), instructionsOf(plan.moves, setup), setup, 'ticks').end;
    const plant = put();
    const heading = { robot: 'Curlew', setup: 2, route: 'Route """ x\nimport os', revision: '1' };
    await runPython(pythonProgram(plan, setup, heading), plant, setup);
    expect(Math.hypot(plant.x - expected.x, plant.y - expected.y)).toBeLessThan(1);
    expect(Math.abs(degrees(plant.heading - expected.heading))).toBeLessThan(0.1);
  });
});
