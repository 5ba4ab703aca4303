import { say } from '../core/language/say.ts';
import { PAIRED } from '../contracts/actions.ts';
import { noteChange } from '../store/club/changes.ts';
import { pairDevice } from '../store/club/devices.ts';
import { countGuess, forgiveGuesses } from '../store/club/guesses.ts';
import { clubDatabase } from '../store/database.ts';
import { UserFacingError } from '../store/errors.ts';

/**
 * Lets a device in by its word.
 *
 * @param address where it comes from: wrong words are counted by it
 * @returns the secret by which it is known from now on
 * @throws UserFacingError when the word opens nothing, or after too many that did not
 */
export async function pair(
  { word, name }: { word: string; name: string },
  address: string,
): Promise<string> {
  const wait = await countGuess(clubDatabase(), address);
  if (wait !== null) {
    throw new UserFacingError(
      say`Too many words were wrong. Try again in ${Math.ceil(wait / 60)} minutes, with new words.`,
    );
  }
  const { device, teamId, secret } = await pairDevice(clubDatabase(), word, name);
  await noteChange(clubDatabase(), {
    teamId,
    deviceId: device.id,
    who: device.name,
    action: PAIRED,
    thing: device.id,
    page: null,
  });
  await forgiveGuesses(clubDatabase(), address);
  return secret;
}

/** What a device is called until somebody names it, by what its browser says of itself. */
export function kindOfDevice(userAgent: string): string {
  if (/tablet/i.test(userAgent)) return say`Tablet`;
  return /mobile/i.test(userAgent) ? say`Phone` : say`Laptop`;
}
