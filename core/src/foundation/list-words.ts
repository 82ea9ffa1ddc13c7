/** @example listInWords([2, 3, 7]) // "2, 3 and 7" */
export function listInWords(items: readonly (string | number)[]): string {
  if (items.length < 2) return items.join("");
  return `${items.slice(0, -1).join(", ")} and ${items.at(-1)}`;
}
