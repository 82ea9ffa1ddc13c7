import { formatBar, type Finding } from "@intonazione/core/foundation";

/** Input that cannot be used at all; ends the command with exit code 2 and one line. */
export class Unusable extends Error {}

/** One line that says where and what. */
export function lineOf(finding: Finding, file: string): string {
  const { line, column, bar } = finding.where;
  const place =
    line !== undefined ? `:${line}:${column ?? 1}` : bar !== undefined ? `: ${formatBar(bar)}` : "";
  return `${file}${place}: ${finding.message.replace(/\s+/gu, " ")}`;
}
