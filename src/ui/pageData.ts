/**
 * What a page brings along for its views, such as long lists of runs: as plain JSON, which costs server and
 * browser a fraction of what the properties of a view do. See PageData.astro.
 */
export function pageData<T>(name: string): T {
  const element = document.getElementById(`data-${name}`);
  if (element === null) throw new Error(`This page brought no ${name} along.`);
  return JSON.parse(element.textContent) as T;
}

/** Data as the text of a script element: what people typed can end nothing and begin nothing. */
export function scriptText(value: unknown): string {
  return JSON.stringify(value).replaceAll('<', '\\u003c');
}
