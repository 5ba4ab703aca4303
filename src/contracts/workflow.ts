import { z } from 'zod';

/** The stations of the work, in its order, and the sheet for files beside them. */
const STAGES = ['Today', 'Bench', 'Route', 'Table', 'Verdict', 'Match', 'Files'] as const;
export type StageName = (typeof STAGES)[number];

/** What the loop bar says of one station: where it leads, words and a figure, and whether that is good. */
export const workflowStateSchema = z.object({
  name: z.enum(STAGES),
  href: z.string(),
  state: z.string(),
  tone: z.enum(['plain', 'good', 'warn']),
});
export type WorkflowState = z.infer<typeof workflowStateSchema>;
