import type { Field } from '../../field/field.ts';
import { degrees, wrapAngle } from '../../mathematics/angle.ts';
import { insidePolygon, middleOf } from '../../mathematics/polygon.ts';
import { toField, type Point, type Pose } from '../../mathematics/pose.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import type { Body, RangeSensor, RobotParameters } from '../../robot/parameters.ts';
import { otherWays, runThrough, type Experiment, type RunRecord } from '../../simulation/run.ts';
import { moveChecks, narrowLineCheck } from '../../route/checks.ts';
import { choiceChecks, startChecks } from './choiceChecks.ts';
import { driftChecks } from './driftCheck.ts';
import { instructionKind, type Instruction } from '../../program/instructions/index.ts';
import { instructionsOf } from '../../route/instructions.ts';
import { stepsOf } from '../../route/plan.ts';
import { definitionOf, type Move } from '../../moves/index.ts';
import { say } from '../../language/say.ts';

/** A sentence about a move, from the numbers of the program or from where the robot gets. */
export interface RouteCheck {
  moveId: string;
  /** Position of the move in the plan. */
  position: number;
  sentence: string;
}

/** Beams that meet a surface more obliquely than this are not reliable, rad. */
const MOST_OBLIQUE = (25 * Math.PI) / 180;

/** Everything worth knowing about a route before it is driven; each sentence once a move. */
export function routeChecks(experiment: Experiment, nominal: RunRecord): RouteCheck[] {
  const { plan, field, estimated } = experiment;
  const instructions = instructionsOf(plan.moves, estimated);
  const drifts = driftChecks(experiment, nominal);
  const others = otherWays(experiment, nominal);
  const choices = choiceChecks(experiment, nominal, others);
  const checks: RouteCheck[] = [];
  stepsOf(plan.moves).forEach(({ move, position }, step) => {
    const instruction = instructions[step]!;
    const sentences = [
      ...(step === 0 ? startChecks(experiment) : []),
      ...(choices.get(move.id) ?? []),
      ...placeChecks(experiment, runThrough(step, nominal, others), instruction, move, step),
      ...moveChecks(move, instruction, estimated),
      ...(drifts.has(step) ? [drifts.get(step)!] : []),
    ];
    for (const sentence of sentences) {
      if (checks.some((one) => one.moveId === move.id && one.sentence === sentence)) continue;
      checks.push({ moveId: move.id, position, sentence });
    }
  });
  const last = plan.moves.at(-1);
  if (last !== undefined && field.matchSeconds !== null && nominal.duration > field.matchSeconds) {
    checks.push({
      moveId: last.id,
      position: plan.moves.length - 1,
      sentence: say`The route lasts ${formatNumber(nominal.duration, 0)} s, longer than a match of ${formatNumber(field.matchSeconds, 0)} s.`,
    });
  }
  return checks;
}

function placeChecks(
  { field, estimated }: Experiment,
  nominal: RunRecord,
  instruction: Instruction,
  move: Move,
  step: number,
): string[] {
  const record = nominal.moves[step];
  if (record === undefined) return [];
  const says: string[] = [];
  const meansTouch = definitionOf(move.kind).touches ?? false;
  if (record.touched && !meansTouch) {
    says.push(say`The robot runs into ${nearestThing(record.end, field)}.`);
  }
  if (move.kind === 'until touch' && !record.touched) says.push(say`It meets nothing to touch.`);
  if (move.kind === 'square up' && move.against === 'border' && !record.touched) {
    says.push(say`It does not reach anything to press against: push for longer, or begin nearer.`);
  }
  if (!field.border && leavesTable(nominal, step, estimated.body, field)) {
    says.push(say`The robot gets over the open edge of the table. Put a guard there.`);
  }
  if (record.ended === 'time limit') {
    says.push(say`It ends by its time limit: what it waits for does not come.`);
  }
  const colour = instructionKind(instruction).colour?.(instruction) ?? null;
  if (colour !== null && !coloursOn(field).includes(colour.trim().toLowerCase())) {
    says.push(
      say`Nothing on this field is called “${colour}”: give a line its colour on the Field sheet.`,
    );
  }
  const sees = instructionKind(instruction).sees?.(instruction) ?? [];
  if (sees.includes('ahead')) says.push(...beamChecks(record.end, estimated.range, field));
  if (sees.includes('lines')) says.push(...lineChecks(instruction, estimated, field));
  if (sees.includes('side')) {
    const side = beamAt(record.start, estimated.rangeSide, field);
    if (side === null || side.distance > estimated.rangeSide.longest) {
      says.push(say`The side sensor sees no wall where this begins.`);
    }
  }
  return says;
}

function coloursOn({ ground, lines }: Field): string[] {
  return [ground, ...lines.map(({ colour }) => colour ?? '')].map((name) =>
    name.trim().toLowerCase(),
  );
}

function lineChecks(instruction: Instruction, setup: RobotParameters, field: Field): string[] {
  if (field.lines.length === 0) return [say`The field has no line to see.`];
  const narrowest = Math.min(...field.lines.map(({ width }) => width));
  const speed = 'speed' in instruction ? instruction.speed : 0;
  const narrow = narrowLineCheck(narrowest, speed, setup);
  return narrow === null ? [] : [narrow];
}

function beamChecks(at: Pose, sensor: RangeSensor, field: Field): string[] {
  const beam = beamAt(at, sensor, field);
  if (beam === null || beam.distance > sensor.longest) {
    return [say`The range sensor sees nothing where this ends.`];
  }
  return beam.incidence > MOST_OBLIQUE
    ? [
        say`The beam meets ${beam.thing} at ${formatNumber(degrees(beam.incidence), 0)}°, too obliquely to be trusted.`,
      ]
    : [];
}

/** What the middle of a sensor's beam meets first, and how obliquely; null when it meets nothing. */
export function beamAt(
  at: Pose,
  sensor: RangeSensor,
  field: Field,
): { distance: number; incidence: number; thing: string } | null {
  const from = toField(at, sensor);
  const towards = at.heading + sensor.heading;
  const dx = Math.cos(towards);
  const dy = Math.sin(towards);
  let best: { distance: number; incidence: number; thing: string } | null = null;
  for (const { a, b, thing } of namedEdges(field)) {
    const ex = b.x - a.x;
    const ey = b.y - a.y;
    const determinant = dx * ey - dy * ex;
    if (Math.abs(determinant) < 1e-9) continue;
    const distance = ((a.x - from.x) * ey - (a.y - from.y) * ex) / determinant;
    const share = ((a.x - from.x) * dy - (a.y - from.y) * dx) / determinant;
    if (distance < 0 || share < 0 || share > 1) continue;
    if (best !== null && distance >= best.distance) continue;
    const alongEdge = Math.abs(wrapAngle(2 * (towards - Math.atan2(ey, ex)))) / 2;
    best = { distance, incidence: Math.PI / 2 - alongEdge, thing };
  }
  return best;
}

function namedEdges(field: Field): { a: Point; b: Point; thing: string }[] {
  const ring = (points: readonly Point[], thing: string) =>
    points.map((a, i) => ({ a, b: points[(i + 1) % points.length]!, thing }));
  const border = [
    { x: 0, y: 0 },
    { x: field.width, y: 0 },
    { x: field.width, y: field.height },
    { x: 0, y: field.height },
  ];
  return [
    ...(field.border ? ring(border, say`the border`) : []),
    ...field.models
      .filter(({ seen }) => seen)
      .flatMap((model) => ring(model.outline, say`the ${model.name}`)),
    ...field.walls
      .filter(({ seen }) => seen)
      .flatMap((wall) =>
        wall.points.slice(1).map((b, i) => ({ a: wall.points[i]!, b, thing: wall.name })),
      ),
  ];
}

function nearestThing(at: Pose, field: Field): string {
  const toBorder = field.border
    ? Math.min(at.x, at.y, field.width - at.x, field.height - at.y)
    : Infinity;
  const things = [
    { name: say`the border`, away: toBorder },
    ...field.models.map(({ name, outline }) => {
      const middle = middleOf(outline);
      const corner = Math.min(...outline.map(({ x, y }) => Math.hypot(x - at.x, y - at.y)));
      return {
        name: say`the ${name}`,
        away: Math.min(corner, Math.hypot(middle.x - at.x, middle.y - at.y)),
      };
    }),
    ...field.walls.map(({ name, points }) => ({
      name,
      away: Math.min(...points.map(({ x, y }) => Math.hypot(x - at.x, y - at.y))),
    })),
  ];
  return things.reduce((a, b) => (b.away < a.away ? b : a)).name;
}

/** The corners of the robot's outline on the field. */
function footprint(at: Pose, body: Body): Point[] {
  const half = body.width / 2;
  return [
    { x: body.ahead, y: half },
    { x: body.ahead, y: -half },
    { x: -body.behind, y: -half },
    { x: -body.behind, y: half },
  ].map((corner) => toField(at, corner));
}

function leavesTable(nominal: RunRecord, step: number, body: Body, field: Field): boolean {
  const table = [
    { x: -1, y: -1 },
    { x: field.width + 1, y: -1 },
    { x: field.width + 1, y: field.height + 1 },
    { x: -1, y: field.height + 1 },
  ];
  return nominal.trace
    .filter((moment) => moment.move === step)
    .some((moment) => footprint(moment, body).some((corner) => !insidePolygon(corner, table)));
}
