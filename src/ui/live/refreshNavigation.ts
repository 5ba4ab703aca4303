/** Brings the states in the bar up to date, from the page as it would be made now. */
export async function refreshNavigation(): Promise<void> {
  const answer = await fetch(location.href, { headers: { accept: 'text/html' } }).catch(() => null);
  if (answer?.ok !== true) return;
  // Who was sent away in the meantime is asked for words, as on every page from now on.
  if (answer.redirected && new URL(answer.url).pathname === '/pair') location.assign('/pair');
  const fresh = new DOMParser().parseFromString(await answer.text(), 'text/html');
  for (const place of document.querySelectorAll('[data-station]')) {
    const name = place.getAttribute('data-station')!;
    const now = fresh.querySelector(`[data-station="${CSS.escape(name)}"]`);
    if (now === null) continue;
    place.textContent = now.textContent;
    place.className = now.className;
  }
}
