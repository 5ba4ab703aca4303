import { z } from 'zod';
import { practiceCommandSchema, type PracticeCommand } from '../core/practice/commands.ts';
import { listOf } from '../core/schema/scalars.ts';

/** What the practice robot is to do. */
export const commandsSchema = z.strictObject({
  commands: listOf(practiceCommandSchema, { least: 1, most: 200 }),
});

/** A command on its way to the practice robot. */
export interface WaitingCommand {
  number: number;
  command: PracticeCommand;
}
