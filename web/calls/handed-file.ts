/** A file that was dropped on one page and is read on the next; taken once. */
let handed: File | undefined;

export function handFile(file: File): void {
  handed = file;
}

export function takeHandedFile(): File | undefined {
  const file = handed;
  handed = undefined;
  return file;
}
