import { z } from 'zod';

/** What is said of the door to the local network. */
export const sharingStateSchema = z.object({
  /** `shut`, or how what passes through is kept: `secret` so that nobody on the way can read it, or `plain`. */
  door: z.enum(['shut', 'secret', 'plain']),
  /** Addresses under which this machine can be reached, the likeliest first; none while the door is shut. */
  addresses: z.array(z.string()),
});
export type SharingState = z.output<typeof sharingStateSchema>;

/** How a page opens and shuts that door, of the process that serves it. */
export interface SharingDoor {
  state: () => SharingState;
  open: (how: 'secret' | 'plain') => Promise<SharingState>;
  shut: () => Promise<SharingState>;
  /** The certificate that devices have to trust, as text. */
  authority: () => Promise<string>;
}

export const sharingChoiceSchema = sharingStateSchema.pick({ door: true }).strict();
