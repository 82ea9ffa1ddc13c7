/** Pieces one behind the other; a single one is not copied. */
export function joinBytes(pieces: readonly Uint8Array[]): Uint8Array {
  if (pieces.length === 1) return pieces[0]!;
  const all = new Uint8Array(pieces.reduce((length, piece) => length + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}
