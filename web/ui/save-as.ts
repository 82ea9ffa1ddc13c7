import { fileNameOf } from "@intonazione/core/formats/files";

/** Hands a file to the browser, under a name that every file system takes. */
export function saveAs(blob: Blob, title: string, ending: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = url;
  link.download = `${fileNameOf(title)}.${ending}`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
