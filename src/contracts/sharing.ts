import { z } from 'zod';

/** What is said of the door to the local network. */
export const sharingStateSchema = z.object({
  /** `shut`, or how what passes through is kept: `secret` so that nobody on the way can read it, or `plain`. */
  door: z.enum(['shut', 'secret', 'plain']),
  /** Addresses under which this machine can be reached, the likeliest first; none while the door is shut. */
  addresses: z.array(z.string()),
});
export type SharingState = z.output<typeof sharingStateSchema>;

export const sharingChoiceSchema = sharingStateSchema.pick({ door: true }).strict();
