/** How often at the most the sheets of the bar are fetched to be kept, ms. */
const KEEP_EVERY = 60_000;
/** When that was done last, by any tab. */
const KEY = 'corvat-sheets-kept';

/**
 * Lets this device keep the sheets for a time without a connection, and asks the browser not to throw away what it keeps.
 * Only devices that came in by a word do: at the machine itself there is a connection, or no Corvat.
 */
export async function keepSheets(): Promise<void> {
  // Over plain HTTP browsers keep nothing.
  if (!('serviceWorker' in navigator) || !isSecureContext) return;
  await navigator.serviceWorker.register('/offline.js');
  const { active } = await navigator.serviceWorker.ready;
  void navigator.storage.persist();
  if (!isDue()) return;
  const links = document.querySelectorAll<HTMLAnchorElement>('header nav a');
  active?.postMessage({ keep: [location.href, ...Array.from(links, ({ href }) => href)] });
}

function isDue(): boolean {
  try {
    const last = Number(localStorage.getItem(KEY) ?? 0);
    if (Math.abs(Date.now() - last) < KEEP_EVERY) return false;
    localStorage.setItem(KEY, String(Date.now()));
  } catch {
    // A browser that keeps no such note is asked every time.
  }
  return true;
}
