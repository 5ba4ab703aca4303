/** A piece of a program's library that stands or goes as a whole. */
export interface LibraryPiece {
  text: string;
  /** What it defines; nothing for a remark, which stands while anything of its section does. */
  names: readonly string[];
}

/**
 * The pieces that some code needs, in their order: those that it names, those that these name, and so on. A remark
 * stays when a piece between it and the next remark does.
 */
export function neededPieces(pieces: readonly LibraryPiece[], code: string): LibraryPiece[] {
  const kept = new Set<LibraryPiece>();
  const look = [code];
  for (let text = look.pop(); text !== undefined; text = look.pop()) {
    for (const piece of pieces) {
      if (kept.has(piece) || !piece.names.some((name) => mentions(text, name))) continue;
      kept.add(piece);
      look.push(piece.text);
    }
  }
  return pieces.filter((piece, i) => {
    if (piece.names.length > 0) return kept.has(piece);
    const section = pieces.slice(i + 1);
    const end = section.findIndex(({ names }) => names.length === 0);
    return section.slice(0, end === -1 ? section.length : end).some((one) => kept.has(one));
  });
}

/** Whether a text uses a name: as a whole word, and not as that of one of the hub's own methods. */
export function mentions(text: string, name: string): boolean {
  return new RegExp(`(?<!hub\\.|hub::)\\b${name}\\b`).test(text);
}
