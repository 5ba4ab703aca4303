import { z } from 'zod';
import { listOf, textSchema } from '../../schema/scalars.ts';
import { defineBench } from '../definition.ts';
import { CHANNELS, DEVICE_KINDS, DEVICE_ROLES, PLACE_KINDS, PROGRAM_LANGUAGES } from './ports.ts';
import { say } from '../../language/say.ts';

/** What is plugged in where, under which name. */
export const portsBench = defineBench({
  kind: 'ports',
  get name() {
    return say`Ports and names`;
  },
  get measures() {
    return say`Ports and names`;
  },
  members: {
    language: z.enum(PROGRAM_LANGUAGES),
    devices: listOf(
      z.strictObject({
        kind: z.enum(DEVICE_KINDS),
        name: textSchema(40),
        place: z.enum(PLACE_KINDS),
        label: textSchema(20),
        unit: textSchema(20),
        // Lists from before there were roles say nothing of them.
        role: z.enum(DEVICE_ROLES).nullable().default(null),
        reversed: z.boolean().default(false),
        channel: z.enum(CHANNELS).nullable().default(null),
      }),
      { least: 1, most: 60 },
    ),
  },
});
