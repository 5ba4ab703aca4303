import { z } from 'zod';
import { acknowledgementSchema, type Acknowledgement } from '../core/telemetry/acknowledgement.ts';
import { parametersSchema } from '../core/robot/parameters.ts';
import { TOKEN_PATTERN } from './headers.ts';
import { idSchema, instantSchema, nameSchema } from '../core/schema/scalars.ts';

/** What a sender needs to know the link by. */
export const tokenSchema = z.string().regex(TOKEN_PATTERN);

export const linkCreateSchema = z.strictObject({
  robotId: idSchema,
  name: nameSchema,
  /** Whether the practice robot is to send. */
  practice: z.boolean(),
});

/** A line from a sender to a robot's sheets, as everybody knows it. */
const linkSchema = z.object({
  /** By this sheets follow it. */
  id: idSchema,
  robotId: idSchema,
  name: z.string(),
  practice: z.boolean(),
  receipt: acknowledgementSchema,
  /** When the last line arrived; null before the first. */
  lastAt: instantSchema.nullable(),
  createdAt: instantSchema,
});
export type Link = z.output<typeof linkSchema>;

/** A link as only whoever opened it knows it. */
export const openedLinkSchema = linkSchema.extend({
  /** By this senders send: whoever has it can speak for the robot. */
  token: tokenSchema,
});
export type OpenedLink = z.output<typeof openedLinkSchema>;

/** The practice robot of a robot. */
export const practiceRobotSchema = z.strictObject({
  seed: z.number(),
  /** The robot's first setup, near which its hidden truth lies: it stays when the setup gets better. */
  first: parametersSchema,
  /** The newest setup, by which its program is written. */
  setup: parametersSchema,
});
export type PracticeRobot = z.output<typeof practiceRobotSchema>;

/** A link whose sender is the practice robot. */
export type PracticeLink = OpenedLink & PracticeRobot;

/** What a follower's stream says of one link. */
export interface LinkEvent {
  link: string;
  /** Number of the newest batch of lines that this event reaches to. */
  upTo: number;
  receipt?: Acknowledgement;
  lines?: Record<string, number | string>[];
}
