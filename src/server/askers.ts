import { TEAM_COOKIE } from '../contracts/cookies.ts';
import { suffices, type Device, type Role } from '../contracts/devices.ts';
import { say } from '../core/language/say.ts';
import { deviceBySecret } from '../store/club/devices.ts';
import { listTeams, type TeamScope } from '../store/club/teams.ts';
import { clubDatabase } from '../store/database.ts';
import { Refused } from './problems.ts';

/** The cookies of a paired device: where the connection is secret, no other site of the machine can set it. */
const SECRET_COOKIE = { secure: '__Host-corvat-device', plain: 'corvat-device' } as const;
const REMEMBERED_FOR = 60 * 60 * 24 * 365;

/** How a question came in, as the server that took it says. */
export interface Visit {
  /** `here` for the machine's own screen, which needs no word; `shared` for everybody else. */
  door: 'here' | 'shared';
  /** Where it came from. */
  address: string;
  /** Whether nobody on the way can read it. */
  secret: boolean;
}

/** Who asks, and of which team. */
export interface Asker {
  team: TeamScope;
  /** Whether the club has other teams, so that the name of this one tells something. */
  ofSeveral: boolean;
  role: Role;
  /** Whether it looks after all teams. */
  club: boolean;
  /** Null for the machine's own screen. */
  device: Device | null;
}

/** What an answer may need: a role, the care for all teams, or nothing. */
export type Need = Role | 'club' | 'nothing';

/** The part of a page or an endpoint that says who asks. */
interface Asked {
  locals: App.Locals;
  cookies: { get: (name: string) => { value: string } | undefined };
}

/** Who asks; null when nobody of this Corvat does. */
export async function askerOf({ locals, cookies }: Asked): Promise<Asker | null> {
  const { visit } = locals;
  if (visit === undefined) return null;
  if (visit.door === 'here') return machineItself(cookies.get(TEAM_COOKIE)?.value);
  const secret = cookies.get(secretCookie(visit))?.value;
  if (secret === undefined || secret === '') return null;
  const known = await deviceBySecret(clubDatabase(), secret);
  if (known === null) return null;
  const { device, team, ofSeveral } = known;
  return { team, ofSeveral, role: device.role, club: device.club, device };
}

/** Throws a {@link Refused} unless who asks may have what needs this. */
export function requireOf(asker: Asker | null, need: Need): void {
  if (need === 'nothing') return;
  if (asker === null) {
    throw new Refused(401, say`This device is not paired with Corvat. Ask the coach for a word.`);
  }
  if (need === 'club' ? asker.club : suffices(asker.role, need)) return;
  throw new Refused(
    403,
    asker.role === 'look'
      ? say`This device may look and change nothing. The coach can let it do more, under Devices.`
      : say`This device may not do this. The coach can let it do more, under Devices.`,
  );
}

/** What who asks is called in lists: the machine's own screen has no name of its own there. */
export function nameOf({ device }: Asker): string {
  return device?.name ?? '';
}

function secretCookie({ secret }: Visit): string {
  return secret ? SECRET_COOKIE.secure : SECRET_COOKIE.plain;
}

/** The cookie that carries a device's secret. */
export function secretCookieOf(visit: Visit, value: string): string {
  const parts = [`${secretCookie(visit)}=${value}`, 'Path=/', `Max-Age=${REMEMBERED_FOR}`];
  return [...parts, 'HttpOnly', 'SameSite=Strict', ...(visit.secret ? ['Secure'] : [])].join('; ');
}

/** The machine's own screen: of the team that was chosen on it, or the first. */
async function machineItself(chosen: string | undefined): Promise<Asker> {
  const teams = await listTeams(clubDatabase());
  // A team that was removed is not there to be shown.
  const team = teams.find(({ id }) => id === chosen) ?? teams[0]!;
  return { team, ofSeveral: teams.length > 1, role: 'coach', club: true, device: null };
}
