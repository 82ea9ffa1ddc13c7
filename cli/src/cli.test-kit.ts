import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll } from "vitest";
import { main } from "./main";

/** A folder of the test file's own, gone when its tests are. */
export const folder = mkdtempSync(join(tmpdir(), "intonazione-cli-"));
afterAll(() => rmSync(folder, { recursive: true }));

/** Puts a file there, and says where. */
export function file(name: string, content: string | Uint8Array): string {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
}

export interface NoteRow {
  bar: number;
  onset: string;
  duration: string;
  pitch: string | null;
  midi: number | null;
  string: number | null;
  fret: number | null;
  finger: number | null;
  stroke: string | null;
  techniques: string[];
}
export interface Printed {
  title: string;
  parts: { name: string; strings: string[]; capo: number; notes: NoteRow[] }[];
  findings: { severity: string; message: string }[];
  unreachable: { bar: number; onset: string; pitch: string; why: string }[];
}
/** Runs the command line, and keeps what it says. */
export async function run(...args: string[]) {
  let out = "";
  let complaints = "";
  const code = await main(args, {
    write: (text) => (out += text),
    complain: (text) => (complaints += text),
  });
  return { code, out, complaints, json: () => JSON.parse(out) as Printed };
}
