/** What is read of a drawing or view, a blank between the pieces. */
export function textOf(markup: string): string {
  return markup
    .replaceAll("<!-- -->", "")
    .replace(/<[^>]*>/gu, " ")
    .replaceAll("&#x27;", "'")
    .replaceAll("&amp;", "&")
    .replace(/\s+/gu, " ")
    .trim();
}

/** The rows of a table, without its head. */
export function rowsOf(markup: string): readonly string[] {
  return [...markup.matchAll(/<tr[^>]*>(.*?)<\/tr>/gsu)].slice(1).map(([, row]) => textOf(row!));
}

/** Every element of a kind, as it is read. */
export function allOf(markup: string, element: string): readonly string[] {
  const pattern = new RegExp(`<${element}[ >].*?</${element}>`, "gsu");
  return [...markup.matchAll(pattern)].map(([whole]) => textOf(whole));
}

/** What is chosen in every list that opens, in order. */
export function choicesOf(markup: string): readonly string[] {
  return [...markup.matchAll(/<button[^>]*role="combobox".*?<\/button>/gsu)].map(([one]) =>
    textOf(one),
  );
}
