/** Hands a file to the browser, under a name that every file system takes. */
export function saveAs(blob: Blob, title: string, ending: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = url;
  link.download = `${fileName(title)}.${ending}`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

function fileName(title: string): string {
  const plain = title
    .replace(/[^\p{L}\p{N} ,'()-]+/gu, " ")
    .replace(/\s+/gu, " ")
    .trim();
  return plain.slice(0, 100) || "song";
}
