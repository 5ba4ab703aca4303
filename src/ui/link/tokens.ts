import { TOKEN_PATTERN } from '../../contracts/headers.ts';

const nameOf = (linkId: string) => `corvat-link-${linkId}`;

/** Keeps the token of a link that was opened in this browser. */
export function keepToken(linkId: string, token: string): void {
  try {
    localStorage.setItem(nameOf(linkId), token);
  } catch {
    // A browser that keeps nothing shows it until the page is closed.
  }
}

/** The token of a link, or null when another device opened it. */
export function keptToken(linkId: string): string | null {
  try {
    const kept = localStorage.getItem(nameOf(linkId)) ?? '';
    return TOKEN_PATTERN.test(kept) ? kept : null;
  } catch {
    return null;
  }
}
