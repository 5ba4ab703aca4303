/** The values that a compiled message needs, each once, those within the forms of a plural too, by the alphabet. */
export function placesOf(tokens: unknown): string[] {
  const places = new Set<string>();
  const visit = (token: unknown) => {
    if (!Array.isArray(token)) return;
    const [place, , forms] = token as [string, unknown, Record<string, unknown>?];
    places.add(place);
    for (const form of Object.values(forms ?? {})) if (Array.isArray(form)) form.forEach(visit);
  };
  if (Array.isArray(tokens)) tokens.forEach(visit);
  return [...places].toSorted();
}
