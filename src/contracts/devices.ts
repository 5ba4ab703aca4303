import { z } from 'zod';
import { idSchema, instantSchema, nameSchema } from '../core/schema/scalars.ts';
import { say } from '../core/language/say.ts';

/** What a device may do: each role may do what the ones before it may. */
export const ROLES = ['look', 'table', 'coach'] as const;
export type Role = (typeof ROLES)[number];
const roleSchema = z.enum(ROLES);

/** Whether who has a role may do what needs another. */
export function suffices(role: Role, needed: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(needed);
}

/** What a role is called. */
export function roleName(role: Role): string {
  switch (role) {
    case 'look':
      return say`look`;
    case 'table':
      return say`table`;
    case 'coach':
      return say`coach`;
  }
}

/** A team of the club. The first one has no name until it is given one. */
export const clubTeamSchema = z.object({ id: idSchema, name: z.string() });
export type Team = z.output<typeof clubTeamSchema>;

/** What a team is called. */
export function teamName({ name }: Team): string {
  return name === '' ? say`First team` : name;
}

/** A device that was paired. */
export const deviceSchema = z.object({
  id: idSchema,
  name: z.string(),
  role: roleSchema,
  /** Whether it looks after the club's teams. */
  club: z.boolean(),
  pairedAt: instantSchema,
  lastUsedAt: instantSchema,
});
export type Device = z.output<typeof deviceSchema>;

/** A word that lets one device in. */
export const pairingWordSchema = z.object({ word: z.string(), expiresAt: instantSchema });
export type PairingWord = z.output<typeof pairingWordSchema>;

/** How long a word can be used, minutes. */
export const WORD_MINUTES = 10;

export const wordCreateSchema = z.strictObject({ role: roleSchema });
export const deviceUpdateSchema = z.strictObject({ name: nameSchema, role: roleSchema });
export const teamCreateSchema = z.strictObject({ name: nameSchema });

/** What a device says when it comes with a word. */
export const pairingSchema = z.strictObject({
  /** As people type it: capitals and what stands between the words do not count. */
  word: z.string().max(80),
  name: nameSchema,
});

/** What people call who did something: a device by its name; the machine's own screen has none. */
export function whoName(who: string): string {
  return who === '' ? say`Corvat’s own screen` : who;
}

/** Who changed what, for those who look after a team. */
export const changeSchema = z.object({
  id: z.number(),
  /** What the device was called then; empty for the machine's own screen. */
  who: z.string(),
  action: z.string(),
  thing: z.string().nullable(),
  at: instantSchema,
  deviceId: idSchema.nullable(),
  /** The open page that did it; null when no page did. */
  page: idSchema.nullable(),
});
export type Change = z.output<typeof changeSchema>;
