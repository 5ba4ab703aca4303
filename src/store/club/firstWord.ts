import type { PairingWord } from '../../contracts/devices.ts';
import { connect } from '../database.ts';
import { offerWord } from './devices.ts';
import { listTeams } from './teams.ts';

/** A word for the first coach of a Corvat that has no loopback to sit at, who looks after the club. */
export async function offerFirstWord(url: string): Promise<PairingWord> {
  const club = connect(url, 1);
  try {
    const [first] = await listTeams(club);
    return await offerWord(club, { teamId: first!.id, role: 'coach', club: true });
  } finally {
    await club.close();
  }
}
