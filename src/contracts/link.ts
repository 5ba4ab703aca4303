import { z } from 'zod';
import { REMEDIES } from '../core/benches/remedies.ts';
import { fieldSchema } from '../core/field/schema.ts';
import { planSchema } from '../core/route/planSchema.ts';
import type { PracticeCommand } from '../core/practice/commands.ts';
import type { Acknowledgement } from '../core/telemetry/acknowledgement.ts';
import type { RobotParameters } from '../core/robot/parameters.ts';
import { TOKEN_PATTERN } from './headers.ts';
import { idSchema, listOf, nameSchema, textSchema } from '../core/schema/scalars.ts';

/** What a sender needs to know the link by. */
export const tokenSchema = z.string().regex(TOKEN_PATTERN);

export const linkCreateSchema = z.strictObject({
  robotId: idSchema,
  name: nameSchema,
  /** Whether the practice robot is to send. */
  practice: z.boolean(),
});

/** A line from a sender to a robot's sheets, as everybody knows it. */
export interface Link {
  /** By this sheets follow it. */
  id: string;
  robotId: string;
  name: string;
  practice: boolean;
  receipt: Acknowledgement;
  /** When the last line arrived; null before the first. */
  lastAt: string | null;
  createdAt: string;
}

/** A link as only whoever opened it knows it. */
export interface OpenedLink extends Link {
  /** By this senders send: whoever has it can speak for the robot. */
  token: string;
}

/** A link whose sender is the practice robot. */
export interface PracticeLink extends OpenedLink {
  seed: number;
  /** The robot's first setup, near which its hidden truth lies: it stays when the setup gets better. */
  first: RobotParameters;
  /** The newest setup, by which its program is written. */
  setup: RobotParameters;
}

const way = z.enum(['left', 'right']);
const speed = z.number().min(20).max(1000);

const practiceCommandSchema = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('rest'), seconds: z.number().min(0.1).max(900) }),
  z.strictObject({ do: z.literal('boot'), touched: z.boolean() }),
  z.strictObject({ do: z.literal('remedy'), remedy: z.enum(REMEDIES) }),
  z.strictObject({ do: z.literal('charge') }),
  z.strictObject({ do: z.literal('nudge') }),
  z.strictObject({ do: z.literal('spin'), turns: z.int().min(1).max(20), way }),
  z.strictObject({ do: z.literal('drive'), distance: z.number().min(50).max(5000), speed }),
  z.strictObject({ do: z.literal('turn by motors'), angle: z.number().min(-100).max(100) }),
  z.strictObject({
    do: z.literal('turn by gyro'),
    trigger: z.number().min(-50).max(50),
    rate: z.number().min(0.2).max(10),
    style: z.enum(['spot', 'pivot-left', 'pivot-right']),
  }),
  z.strictObject({
    do: z.literal('square'),
    side: z.number().min(200).max(3000),
    way,
    by: z.enum(['encoders', 'gyro']),
  }),
  z.strictObject({
    do: z.literal('tape'),
    distance: z.number().min(10).max(5000),
    incidence: z.number().min(-1.2).max(1.2),
  }),
  z.strictObject({
    do: z.literal('over'),
    surface: z.enum(['dark', 'light']),
    samples: z.int().min(1).max(200),
  }),
  z.strictObject({
    do: z.literal('patch'),
    name: textSchema(40).min(1),
    samples: z.int().min(1).max(200),
  }),
  z.strictObject({ do: z.literal('route'), plan: planSchema, field: fieldSchema }),
  z.strictObject({ do: z.literal('wiggle'), seconds: z.number().min(1).max(120) }),
]) satisfies z.ZodType<PracticeCommand>;

export const commandsSchema = z.strictObject({
  commands: listOf(practiceCommandSchema, { least: 1, most: 200 }),
});

/** A command on its way to the practice robot. */
export interface WaitingCommand {
  number: number;
  command: PracticeCommand;
}

/** What a follower's stream says of one link. */
export interface LinkEvent {
  link: string;
  /** Number of the newest batch of lines that this event reaches to. */
  upTo: number;
  receipt?: Acknowledgement;
  lines?: Record<string, number | string>[];
}
