import { suffices, type Role } from '../contracts/devices.ts';

/**
 * Whether this device may do what needs a role. The server decides; by this a sheet does not offer what would be refused.
 * What is drawn on the server too says `data-needs` instead, which the theme reads.
 */
export function may(needed: Role): boolean {
  const role = document.documentElement.dataset['role'];
  return role === undefined || suffices(role as Role, needed);
}
