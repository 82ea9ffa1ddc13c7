import { isArchive } from "../files/archive";
import { decodeText } from "../files/decode-text";

/** What a file is by what stands in it, whatever its name says. */
export type FileKind = "musicxml" | "midi" | "json" | "text";

const ENDINGS: Readonly<Record<string, FileKind>> = {
  musicxml: "musicxml",
  xml: "musicxml",
  mxl: "musicxml",
  mid: "midi",
  midi: "midi",
  json: "json",
  txt: "text",
  tab: "text",
  text: "text",
};

/** The endings of files that can be read, with their dots. */
export const READABLE_ENDINGS: readonly string[] = Object.keys(ENDINGS).map((one) => `.${one}`);

export function kindOf(bytes: Uint8Array): FileKind {
  if (isArchive(bytes)) return "musicxml";
  const head = String.fromCharCode(...bytes.subarray(0, 4));
  if (head === "MThd") return "midi";
  if (head === "RIFF" && String.fromCharCode(...bytes.subarray(8, 12)) === "RMID") return "midi";
  const { text } = decodeText(bytes.subarray(0, 2000));
  const start = text.trimStart();
  if (start.startsWith("<")) return "musicxml";
  return start.startsWith("{") ? "json" : "text";
}

/** What the name of a file promises; undefined where its ending is none of ours. */
export function promisedKind(name: string): FileKind | undefined {
  return ENDINGS[/\.([a-z]+)$/iu.exec(name)?.[1]?.toLowerCase() ?? ""];
}
