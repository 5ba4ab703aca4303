import { databaseUrl } from '../../store/database.ts';
import { takeCopy } from '../../store/copies.ts';

/** The folder of the copies of the whole database; null when this Corvat was started without one. */
export function copiesFolder(): string | null {
  return process.env['CORVAT_COPIES'] ?? null;
}

/** Takes a copy of everything before something goes; what is to go stays when the copy cannot be taken. */
export async function copyBefore(why: string): Promise<void> {
  const folder = copiesFolder();
  if (folder !== null) await takeCopy(databaseUrl(), folder, why);
}
