import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import robotText from '../../demo/robot.json?raw';
import { FIELD } from '../../demo/field.ts';
import { readJsonFile, type RobotFile, type RouteFile } from '../../src/contracts/files.ts';
import heronHideText from '../../demo/route-heron-hide.json?raw';
import seedBankText from '../../demo/route-seed-bank.json?raw';
import seedBankByColourText from '../../demo/route-seed-bank-by-colour.json?raw';
import sluiceText from '../../demo/route-sluice-and-tide-gauge.json?raw';
import { javaProgram } from '../../src/core/formats/program/java.ts';
import { pythonProgram } from '../../src/core/formats/program/python.ts';
import { degrees } from '../../src/core/mathematics/angle.ts';
import { instructionsOf } from '../../src/core/route/instructions.ts';
import type { Field } from '../../src/core/field/field.ts';
import type { RoutePlan } from '../../src/core/route/plan.ts';
import type { LightPlace } from '../../src/core/robot/parameters.ts';
import type { Stop } from '../../src/core/robot/motor.ts';
import {
  STARTING_SETUP,
  withSetupValues,
  type RobotParameters,
} from '../../src/core/robot/parameters.ts';
import { Plant } from '../../src/core/simulation/plant.ts';
import { recordRun, startPose } from '../../src/core/simulation/run.ts';
import { worldOf } from '../../src/core/simulation/world.ts';
import { EVERY_KIND_FIELD, EVERY_KIND_PLAN } from '../fixtures/everyKind.ts';

/** Hubs whose every method is a line to the simulation and a line back. */
const PYTHON_HUB = `
import json, sys
class PipeHub(Hub):
    pass
def method(name):
    def ask(self, *values):
        print(json.dumps([name, *values]), flush=True)
        return json.loads(sys.stdin.readline())
    return ask
for name in [name for name in vars(Hub) if not name.startswith("_")]:
    setattr(PipeHub, name, method(name))
main(PipeHub())
`;

const JAVA_HUB = `
import java.io.BufferedReader;
import java.io.InputStreamReader;
public class Pipe implements RouteProgram.Hub {
    static final BufferedReader in = new BufferedReader(new InputStreamReader(System.in));
    static String ask(String name, Object... values) {
        try {
            StringBuilder line = new StringBuilder("[\\"" + name + "\\"");
            for (Object value : values) line.append(value instanceof String ? ",\\"" + value + "\\"" : "," + value);
            System.out.println(line + "]");
            System.out.flush();
            return in.readLine();
        } catch (java.io.IOException e) {
            throw new RuntimeException(e);
        }
    }
    static double number(String name, Object... values) {
        String answer = ask(name, values);
        return answer.equals("null") ? Double.NaN : Double.parseDouble(answer);
    }
    public void resetHeading() { ask("reset_heading"); }
    public double heading() { return number("heading"); }
    public double rate() { return number("rate"); }
    public double leftMotor() { return number("left_motor"); }
    public double rightMotor() { return number("right_motor"); }
    public double rangeMm() { return number("range_mm"); }
    public double sideRangeMm() { return number("side_range_mm"); }
    public double light(String sensor) { return number("light", sensor); }
    public double[] colour() {
        String[] parts = ask("colour").replace("[", "").replace("]", "").split(",");
        return new double[] {Double.parseDouble(parts[0]), Double.parseDouble(parts[1]), Double.parseDouble(parts[2])};
    }
    public boolean touched() { return ask("touched").equals("true"); }
    public void drive(double left, double right) { ask("drive", left, right); }
    public void stop(String how) { ask("stop", how); }
    public void arm(double power) { ask("arm", power); }
    public double armMotor() { return number("arm_motor"); }
    public void servo(double position) { ask("servo", position); }
    public double seconds() { return number("seconds"); }
    public void pause(double seconds) { ask("wait", seconds); }
    public static void main(String[] arguments) { new RouteProgram(new Pipe()).run(); }
}
`;

type Answer = number | boolean | null | number[];

const folder = () => mkdtempSync(join(tmpdir(), 'corvat-'));

/** Runs a generated program under python3 against the plant, method by method. */
function runPython(source: string, plant: Plant, setup: RobotParameters): Promise<void> {
  const file = join(folder(), 'program.py');
  writeFileSync(file, source + PYTHON_HUB);
  return converse(['python3', file], plant, setup);
}

const hasJava = spawnSync('javac', ['-version']).status === 0;

/** The same for Java, compiled first. */
function runJava(source: string, plant: Plant, setup: RobotParameters): Promise<void> {
  const at = folder();
  writeFileSync(join(at, 'RouteProgram.java'), source);
  writeFileSync(join(at, 'Pipe.java'), JAVA_HUB);
  const compiled = spawnSync('javac', ['RouteProgram.java', 'Pipe.java'], { cwd: at });
  expect(compiled.stderr.toString()).toBe('');
  return converse(['java', '-cp', at, 'Pipe'], plant, setup);
}

/** Answers what a program asks of its hub until it ends. */
async function converse(
  command: [string, ...string[]],
  plant: Plant,
  setup: RobotParameters,
): Promise<void> {
  const [program, ...args] = command;
  const process = spawn(program, args, { stdio: ['pipe', 'pipe', 'inherit'] });
  const sign = setup.gyro.rightPositive ? -1 : 1;
  const seen = (reading: number) => (Number.isFinite(reading) ? reading : null);
  const done = (_: void) => null;
  // A motor that begins again after each turn says nothing of whole turns.
  const wrapped = (reading: number) =>
    setup.drive.encoderWraps ? reading - 360 * Math.floor(reading / 360) : reading;
  const answers: Record<string, (a: never, b: never) => Answer> = {
    reset_heading: () => done(plant.resetGyro()),
    heading: () => sign * degrees(plant.readHeading()),
    rate: () => sign * degrees(plant.readRate()),
    left_motor: () => wrapped(degrees(plant.readLeftMotor())),
    right_motor: () => wrapped(degrees(plant.readRightMotor())),
    range_mm: () => seen(plant.readRange()),
    side_range_mm: () => seen(plant.readSideRange()),
    light: (sensor: LightPlace) => 100 * plant.readLight(sensor),
    touched: () => plant.readTouch(),
    colour: () => {
      const { red, green, blue } = plant.readColour();
      return [100 * red, 100 * green, 100 * blue];
    },
    drive: (left: number, right: number) => done(plant.setPower(left / 100, right / 100)),
    stop: (how: Stop) => done(plant.halt(how)),
    arm: (power: number) => done(plant.setArmPower(power / 100)),
    arm_motor: () => degrees(plant.readArm()),
    servo: (position: number) => done(plant.setServo(position / 100)),
    seconds: () => plant.time,
    wait: (seconds: number) => done(plant.advanceTo(plant.time + seconds)),
  };
  const ended = new Promise<number | null>((resolve) => process.once('exit', resolve));
  for await (const line of createInterface({ input: process.stdout })) {
    const [name, a, b] = JSON.parse(line) as [string, never, never];
    process.stdin.write(`${JSON.stringify(answers[name]!(a, b))}\n`);
  }
  expect(await ended).toBe(0);
}

const WRAPPING = withSetupValues(STARTING_SETUP, { 'drive.encoderWraps': true });

describe('the generated programs', () => {
  const robot = readJsonFile(robotText) as RobotFile;
  const estimated = robot.setups.at(-1)!.setup;
  const demo = (text: string) => (readJsonFile(text) as RouteFile).revisions.at(-1)!.plan;

  type Route = [name: string, RoutePlan, Field, RobotParameters, rightPositive: boolean];
  const routes: Route[] = [
    ['Sluice, then Tide Gauge', demo(sluiceText), FIELD, estimated, true],
    ['Heron Hide', demo(heronHideText), FIELD, estimated, true],
    ['Seed Bank', demo(seedBankText), FIELD, estimated, true],
    ['Seed Bank by colour', demo(seedBankByColourText), FIELD, estimated, true],
    ['every kind of move', EVERY_KIND_PLAN, EVERY_KIND_FIELD, STARTING_SETUP, true],
    ['every kind of move, left positive', EVERY_KIND_PLAN, EVERY_KIND_FIELD, STARTING_SETUP, false],
    ['motors that wrap at 360', EVERY_KIND_PLAN, EVERY_KIND_FIELD, WRAPPING, true],
  ];
  const heading = { robot: 'Curlew', setup: 2, route: 'Route """ x\nimport os', revision: '1' };

  async function endsAlike(
    route: Route,
    write: typeof pythonProgram,
    run: typeof runPython,
  ): Promise<void> {
    const [, plan, field, robotSetup, rightPositive] = route;
    const setup = { ...robotSetup, gyro: { ...robotSetup.gyro, rightPositive } };
    const put = () => new Plant(setup, worldOf(field)).putDown(startPose(plan, field), null);
    const expected = recordRun(put(), instructionsOf(plan.moves, setup), setup, 'ticks').end;
    const plant = put();
    await run(
      write(plan, setup, heading, () => 'typed'),
      plant,
      setup,
    );
    // Numbers are rounded to what a hub can set; on the routes of the demo nobody could measure it.
    const off = Math.hypot(plant.x - expected.x, plant.y - expected.y);
    expect(off).toBeLessThan(field === FIELD ? 0.1 : 1);
    expect(Math.abs(degrees(plant.heading - expected.heading))).toBeLessThan(0.1);
  }

  it.each(routes)('end where the simulation ends, in Python: %s', (...route) =>
    endsAlike(route, pythonProgram, runPython),
  );

  it.runIf(hasJava).each(routes)('end where the simulation ends, in Java: %s', (...route) =>
    endsAlike(route, javaProgram, runJava),
  );
});

describe('the libraries that programs are made from', () => {
  const library = (path: string) =>
    fileURLToPath(new URL(`../../src/core/formats/program/${path}`, import.meta.url));

  it('are Python that compiles', () => {
    const files = ['library.py', 'wrapping_motors.py'].map((name) => library(`python/${name}`));
    const check = 'import ast, sys\nfor name in sys.argv[1:]: ast.parse(open(name).read(), name)';
    const { status, stderr } = spawnSync('python3', ['-c', check, ...files], { encoding: 'utf8' });
    expect(status, stderr).toBe(0);
  });

  it.runIf(hasJava)('are Java that compiles', () => {
    const files = ['RouteProgram.java', 'WrappingMotors.java'].map((name) =>
      library(`java/${name}`),
    );
    const { status, stderr } = spawnSync('javac', ['-d', folder(), ...files], {
      encoding: 'utf8',
    });
    expect(status, stderr).toBe(0);
  });
});
