/** What a sheet works on, as its address says it: two tabs with different addresses never mix. */
export type Identity = Partial<
  Record<'robot' | 'route' | 'session' | 'field' | 'revision', string>
>;

/** The address of a sheet that goes on with what the present one works on. */
export type Leads = (path: string, changes?: Identity) => string;

/** What goes with people from sheet to sheet. */
const KEPT = ['robot', 'route', 'session'] as const;

/**
 * The address of a sheet that goes on with what the present one works on, but for the changes. Another
 * route brings its own robot, and another robot its own route.
 *
 * @param path such as `/table`, or `/bench#rest`
 */
export function sheetAddress(path: string, changes: Identity = {}): string {
  const present = new URLSearchParams(typeof location === 'undefined' ? '' : location.search);
  return addressWith(path, present, changes);
}

/** The same beside an address that is given. */
export function addressWith(path: string, present: URLSearchParams, changes: Identity): string {
  const [sheet, part] = path.split('#', 2);
  const query = new URLSearchParams();
  for (const name of KEPT) {
    const replaced =
      (name === 'robot' && changes.route !== undefined) ||
      (name === 'route' && changes.robot !== undefined);
    const value = present.get(name);
    if (value !== null && !replaced) query.set(name, value);
  }
  for (const [name, value] of Object.entries(changes)) query.set(name, value);
  const text = query.toString();
  return `${sheet}${text === '' ? '' : `?${text}`}${part === undefined ? '' : `#${part}`}`;
}
