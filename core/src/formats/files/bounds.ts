/** What any file that people bring may be at most; the same in the browser, on the server and in the shell. */
export const MAX_FILE_BYTES = 25_000_000;
export const MAX_UNPACKED_BYTES = 200_000_000;
/** A score of four thousand bars in ten parts has less. */
export const MAX_SCORE_BYTES = 60_000_000;
export const MAX_ARCHIVE_ENTRIES = 10_000;

/** @returns why a file is not even opened, for people; undefined where it may be. */
export function sizeProblem(name: string, bytes: number): string | undefined {
  if (bytes > MAX_FILE_BYTES) {
    return `${name} has ${(bytes / 1e6).toFixed(1)} MB: a file may have ${MAX_FILE_BYTES / 1e6} MB`;
  }
  return bytes === 0 ? `${name} is empty` : undefined;
}
