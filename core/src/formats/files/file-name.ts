/**
 * A title as every file system takes it: letters, digits and a few signs.
 * @param most characters
 */
export function fileNameOf(title: string, most = 100): string {
  const plain = title
    .replace(/[^\p{L}\p{N} ,'()-]+/gu, " ")
    .replace(/\s+/gu, " ")
    .trim();
  return plain.slice(0, most) || "song";
}
