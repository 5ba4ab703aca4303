import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import robotText from '../../demo/robot.json?raw';
import { FIELD } from '../../demo/field.ts';
import { readJsonFile, type RobotFile, type RouteFile } from '../../src/core/formats/files.ts';
import heronHideText from '../../demo/route-heron-hide.json?raw';
import seedBankText from '../../demo/route-seed-bank.json?raw';
import seedBankByColourText from '../../demo/route-seed-bank-by-colour.json?raw';
import sluiceText from '../../demo/route-sluice-and-tide-gauge.json?raw';
import { newDevice, type Device, type DeviceKind } from '../../src/core/benches/ports/ports.ts';
import { wiringOf, type Wiring } from '../../src/core/benches/ports/wiring.ts';
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
import {
  recordRun,
  startPose,
  type Experiment,
  type RunRecord,
} from '../../src/core/simulation/run.ts';
import { hubMoves } from '../../src/core/analysis/moves/hubMoves.ts';
import { definitionOf } from '../../src/core/moves/index.ts';
import { stepsOf } from '../../src/core/route/plan.ts';
import { TelemetryReader } from '../../src/core/telemetry/lines.ts';
import { RecordingBuilder, type Recording } from '../../src/core/telemetry/recording.ts';
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
# What the wiring carries out by itself stays as it is.
def is_open(name):
    return not name.startswith("_") and "NotImplementedError" in getattr(Hub, name).__code__.co_names
for name in [name for name in vars(Hub) if callable(getattr(Hub, name)) and is_open(name)]:
    setattr(PipeHub, name, method(name))
main(PipeHub())
`;

const javaHub = (devices: string) => `
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
    static double[] numbers(String name, Object... values) {
        String[] parts = ask(name, values).replace("[", "").replace("]", "").split(",");
        return java.util.Arrays.stream(parts).mapToDouble(Double::parseDouble).toArray();
    }
    public void resetHeading() { ask("reset_heading"); }
    public double heading() { return number("heading"); }
    public double rate() { return number("rate"); }
    public double seconds() { return number("seconds"); }
    public void pause(double seconds) { ask("wait", seconds); }
${devices}
    public static void main(String[] arguments) { new RouteProgram(new Pipe()).run(); }
}
`;

/** The devices of a hub without a wiring sheet, and of one with it. */
const PLAIN_DEVICES = `    public double leftMotor() { return number("left_motor"); }
    public double rightMotor() { return number("right_motor"); }
    public double rangeMm() { return number("range_mm"); }
    public double sideRangeMm() { return number("side_range_mm"); }
    public double light(String sensor) { return number("light", sensor); }
    public double[] colour() { return numbers("colour"); }
    public boolean touched() { return ask("touched").equals("true"); }
    public void drive(double left, double right) { ask("drive", left, right); }
    public void stop(String how) { ask("stop", how); }
    public void arm(double power) { ask("arm", power); }
    public void servo(double position) { ask("servo", position); }
    public double armMotor() { return number("arm_motor"); }`;
const WIRED_DEVICES = `    public double motorDegrees(String name) { return number("motor_degrees", name); }
    public void motorPower(String name, double power) { ask("motor_power", name, power); }
    public void motorStop(String name, String how) { ask("motor_stop", name, how); }
    public void servoTo(String name, double position) { ask("servo_to", name, position); }
    public double distance(String name) { return number("distance", name); }
    public double lightOf(String name, String channel) { return number("light_of", name, channel); }
    public double[] colourOf(String name) { return numbers("colour_of", name); }
    public boolean pressed(String name) { return ask("pressed", name).equals("true"); }`;

/** A robot with two motors on one side, some of which turn the other way round, as its wiring sheet has it. */
const wired = (kind: DeviceKind, name: string, more: Partial<Device> = {}) => ({
  ...newDevice(kind),
  name,
  ...more,
});
const WIRING = wiringOf([
  wired('drive motor', 'left_front', { role: 'left', reversed: true }),
  wired('drive motor', 'left_back', { role: 'left' }),
  wired('drive motor', 'right_back', { role: 'right', reversed: true }),
  wired('attachment motor', 'lift', { reversed: true }),
  wired('servo', 'gripper', { reversed: true }),
  wired('range', 'eye', { role: 'ahead', unit: 'cm' }),
  wired('range', 'ear', { role: 'at the side' }),
  wired('light', 'left', { role: 'first light' }),
  wired('colour', 'right', { role: 'second light', channel: 'blue' }),
  wired('colour', 'below', { role: 'colours' }),
  wired('touch', 'bumper'),
]);
const MOTORS: Record<
  string,
  { side: 'left' | 'right' | 'arm'; sense: 1 | -1; position: (plant: Plant) => number }
> = {
  left_front: { side: 'left', sense: -1, position: (plant) => plant.readLeftMotor() },
  left_back: { side: 'left', sense: 1, position: (plant) => plant.readLeftMotor() },
  right_back: { side: 'right', sense: -1, position: (plant) => plant.readRightMotor() },
  lift: { side: 'arm', sense: -1, position: (plant) => plant.readArm() },
};

type Answer = number | boolean | null | number[];

const folder = () => mkdtempSync(join(tmpdir(), 'corvat-'));

/** Runs a generated program under python3 against the plant, method by method. */
function runPython(source: string, plant: Plant, setup: RobotParameters): Promise<Recording> {
  const file = join(folder(), 'program.py');
  writeFileSync(file, source + PYTHON_HUB);
  return converse(['python3', file], plant, setup);
}

const hasJava = spawnSync('javac', ['-version']).status === 0;

/** The same for Java, compiled first. */
function runJava(source: string, plant: Plant, setup: RobotParameters): Promise<Recording> {
  const at = folder();
  const byWiring = source.includes('motorDegrees(');
  writeFileSync(join(at, 'RouteProgram.java'), source);
  writeFileSync(join(at, 'Pipe.java'), javaHub(byWiring ? WIRED_DEVICES : PLAIN_DEVICES));
  const compiled = spawnSync('javac', ['RouteProgram.java', 'Pipe.java'], { cwd: at });
  expect(compiled.stderr.toString()).toBe('');
  return converse(['java', '-cp', at, 'Pipe'], plant, setup);
}

/** Answers what a program asks of its hub until it ends, and hears what it tells. */
async function converse(
  command: [string, ...string[]],
  plant: Plant,
  setup: RobotParameters,
): Promise<Recording> {
  const [program, ...args] = command;
  const process = spawn(program, args, { stdio: ['pipe', 'pipe', 'inherit'] });
  const sign = setup.gyro.rightPositive ? -1 : 1;
  const seen = (reading: number) => (Number.isFinite(reading) ? reading : null);
  const done = (_: void) => null;
  // A motor that begins again after each turn says nothing of whole turns.
  const wrapped = (reading: number) =>
    setup.drive.encoderWraps ? reading - 360 * Math.floor(reading / 360) : reading;
  const colour = () => {
    const { red, green, blue } = plant.readColour();
    return [100 * red, 100 * green, 100 * blue];
  };
  let hand = true;
  let left = 0;
  const powered = (name: string, power: number) => {
    const { side, sense } = MOTORS[name]!;
    const share = (sense * power) / 100;
    if (side === 'arm') plant.setArmPower(share);
    else if (side === 'left') left = share;
    else plant.setPower(left, share);
  };
  const answers: Record<string, (a: never, b: never) => Answer> = {
    // The hand that gave the sign is gone before the gyro is reset.
    reset_heading: () => {
      hand = false;
      return done(plant.resetGyro());
    },
    heading: () => sign * degrees(plant.readHeading()),
    rate: () => sign * degrees(plant.readRate()),
    left_motor: () => wrapped(degrees(plant.readLeftMotor())),
    right_motor: () => wrapped(degrees(plant.readRightMotor())),
    range_mm: () => (hand ? 50 : seen(plant.readRange())),
    side_range_mm: () => seen(plant.readSideRange()),
    light: (sensor: LightPlace) => 100 * plant.readLight(sensor),
    touched: () => plant.readTouch(),
    colour,
    drive: (left: number, right: number) => done(plant.setPower(left / 100, right / 100)),
    stop: (how: Stop) => done(plant.halt(how)),
    arm: (power: number) => done(plant.setArmPower(power / 100)),
    arm_motor: () => degrees(plant.readArm()),
    servo: (position: number) => done(plant.setServo(position / 100)),
    motor_degrees: (name: string) =>
      wrapped(MOTORS[name]!.sense * degrees(MOTORS[name]!.position(plant))),
    // All motors of a side have the same power; the plant is driven when both sides have theirs.
    motor_power: (name: string, power: number) => done(powered(name, power)),
    motor_stop: (name: string, how: Stop) =>
      done(name === 'right_back' ? plant.halt(how) : undefined),
    servo_to: (name: string, position: number) =>
      done(plant.setServo((name === 'gripper' ? 100 - position : position) / 100)),
    distance: (name: string) =>
      name === 'eye' ? seen(plant.readRange() / 10) : seen(plant.readSideRange()),
    light_of: (name: string) => 100 * plant.readLight(name === 'left' ? 'first' : 'second'),
    colour_of: () => colour(),
    pressed: () => plant.readTouch(),
    seconds: () => plant.time,
    wait: (seconds: number) => done(void plant.advanceTo(plant.time + seconds)),
  };
  const ended = new Promise<number | null>((resolve) => process.once('exit', resolve));
  const [reader, told] = [new TelemetryReader(), new RecordingBuilder()];
  for await (const line of createInterface({ input: process.stdout })) {
    if (line.startsWith('{')) {
      for (const read of reader.push(`${line}\n`)) {
        if ('fault' in read) throw new Error(read.fault);
        told.add(read.line);
      }
      continue;
    }
    const [name, a, b] = JSON.parse(line) as [string, never, never];
    process.stdin.write(`${JSON.stringify(answers[name]!(a, b))}\n`);
  }
  expect(await ended).toBe(0);
  return told.finish();
}

const WRAPPING = withSetupValues(STARTING_SETUP, { 'drive.encoderWraps': true });

describe('the generated programs', () => {
  const robot = readJsonFile(robotText) as RobotFile;
  const estimated = robot.setups.at(-1)!.setup;
  const demo = (text: string) => (readJsonFile(text) as RouteFile).revisions.at(-1)!.plan;

  type Route = [
    name: string,
    RoutePlan,
    Field,
    RobotParameters,
    rightPositive: boolean,
    wiring?: Wiring,
  ];
  const routes: Route[] = [
    ['Sluice, then Tide Gauge', demo(sluiceText), FIELD, estimated, true],
    ['Heron Hide', demo(heronHideText), FIELD, estimated, true],
    ['Seed Bank', demo(seedBankText), FIELD, estimated, true],
    ['Seed Bank by colour', demo(seedBankByColourText), FIELD, estimated, true],
    ['every kind of move', EVERY_KIND_PLAN, EVERY_KIND_FIELD, STARTING_SETUP, true],
    ['every kind of move, left positive', EVERY_KIND_PLAN, EVERY_KIND_FIELD, STARTING_SETUP, false],
    ['motors that wrap at 360', EVERY_KIND_PLAN, EVERY_KIND_FIELD, WRAPPING, true],
    ['by a wiring sheet', EVERY_KIND_PLAN, EVERY_KIND_FIELD, WRAPPING, true, WIRING],
  ];
  const heading = { robot: 'Curlew', setup: 2, route: 'Route """ x\nimport os', revision: '1' };

  async function endsAlike(
    route: Route,
    write: typeof pythonProgram,
    run: typeof runPython,
  ): Promise<void> {
    const [, plan, field, robotSetup, rightPositive, wiring = null] = route;
    const setup = { ...robotSetup, gyro: { ...robotSetup.gyro, rightPositive } };
    const put = () => new Plant(setup, worldOf(field)).putDown(startPose(plan, field), null);
    const simulated = recordRun(put(), instructionsOf(plan.moves, setup), setup, 'ticks');
    const expected = simulated.end;
    const plant = put();
    const told = await run(
      write(plan, setup, heading, () => 'typed', wiring),
      plant,
      setup,
    );
    // Numbers are rounded to what a hub can set; on the routes of the demo nobody could measure it.
    const off = Math.hypot(plant.x - expected.x, plant.y - expected.y);
    expect(off).toBeLessThan(field === FIELD ? 0.1 : 1);
    expect(Math.abs(degrees(plant.heading - expected.heading))).toBeLessThan(0.1);
    tellsItsMoves(told, { plan, field, estimated: setup, trueParameters: setup }, simulated);
  }

  /** What it printed at the end of its moves is what its gyro and its motors say of them. */
  function tellsItsMoves(told: Recording, experiment: Experiment, simulated: RunRecord): void {
    const { moves } = hubMoves(told, experiment)!;
    const driven = stepsOf(experiment.plan.moves).flatMap(({ move }, step) => {
      const { ended, from, to } = simulated.moves[step]!;
      const isLook = definitionOf(move.kind).bracket !== undefined;
      return isLook || ended === 'passed over' || to === from ? [] : [[step, move.id]];
    });
    const readings = moves.map(({ step, moveId }) => [step, moveId]);
    expect(readings).toEqual(expect.arrayContaining(driven));
    for (const { step, turn } of moves) {
      const { start, end, touched } = simulated.moves[step]!;
      // A gyro is late and scaled, and wheels spin against a wall; on a free floor both say what happened.
      if (touched) continue;
      expect(Math.abs(degrees(turn - (end.heading - start.heading)))).toBeLessThan(3);
    }
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
    const files = ['library.py', 'wrapping_motors.py', 'wired_hub.py'].map((name) =>
      library(`python/${name}`),
    );
    const check = 'import ast, sys\nfor name in sys.argv[1:]: ast.parse(open(name).read(), name)';
    const { status, stderr } = spawnSync('python3', ['-c', check, ...files], { encoding: 'utf8' });
    expect(status, stderr).toBe(0);
  });

  it.runIf(hasJava)('are Java that compiles', () => {
    const files = ['RouteProgram.java', 'WrappingMotors.java', 'WiredHub.java'].map((name) =>
      library(`java/${name}`),
    );
    const { status, stderr } = spawnSync('javac', ['-d', folder(), ...files], {
      encoding: 'utf8',
    });
    expect(status, stderr).toBe(0);
  });
});
