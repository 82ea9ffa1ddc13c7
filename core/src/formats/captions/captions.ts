import { decodeHTML } from "entities";
import type { Finding } from "../../foundation/finding";

/** A few words of a talk, and when they are spoken. */
export interface Cue {
  readonly text: string;
  /** Milliseconds from the start of the recording; absent where the text has no times. */
  readonly fromMs?: number;
  readonly toMs?: number;
}

export interface CaptionsReading {
  readonly cues: readonly Cue[];
  readonly findings: readonly Finding[];
}

const MAX_LENGTH = 2_000_000;
const MAX_CUES = 20_000;
const TIME = String.raw`(?:(\d{1,2}):)?(\d{1,3}):(\d{2})(?:[.,](\d{1,3}))?`;
const RANGE = new RegExp(String.raw`^\s*${TIME}\s*-->\s*${TIME}(?:\s.*)?$`, "u");
const STAMPED = new RegExp(String.raw`^\s*[[(]?${TIME}[\])]?\s*[-–—:]?\s+(\S.*)$`, "u");
const NO_CUES = /^(?:NOTE|STYLE|REGION)(?:\s|$)/u;

/**
 * Reads what is said in a recording: WebVTT (W3C), SubRip, lines that begin with a time (`0:12 open A`),
 * or plain text. What cannot be read is told with its line, and leaves out no more than its own cue.
 */
export function readCaptions(text: string): CaptionsReading {
  if (text.length > MAX_LENGTH) {
    const message = `a talk may have ${MAX_LENGTH} characters, got ${text.length}: open it in parts`;
    return { cues: [], findings: [{ code: "too-long", severity: "error", where: {}, message }] };
  }
  const lines = text.replace(/^\uFEFF/u, "").split(/\r\n|\r|\n/u);
  if (lines.some((line) => line.includes("-->"))) return cuesOfBlocks(lines);
  const stamped = lines.filter((line) => STAMPED.test(line));
  return stamped.length >= 2 ? cuesOfStamps(lines) : { cues: paragraphs(lines), findings: [] };
}

/** Blocks with a line of times, parted by blank lines. */
function cuesOfBlocks(lines: readonly string[]): CaptionsReading {
  const cues: Cue[] = [];
  const findings: Finding[] = [];
  let spoken = "";
  for (let at = 0; at < lines.length && cues.length < MAX_CUES; at++) {
    const line = lines[at]!;
    if (NO_CUES.test(line)) {
      while (at < lines.length && lines[at]!.trim() !== "") at++;
      continue;
    }
    if (!line.includes("-->")) continue;
    const range = RANGE.exec(line);
    if (!range) {
      findings.push(slip(at, `“${line.trim()}”: expected two times, like 00:12.500 --> 00:15.000`));
      continue;
    }
    const own: string[] = [];
    for (; at + 1 < lines.length && lines[at + 1]!.trim() !== ""; at++) own.push(lines[at + 1]!);
    const fresh = own.map(plain).filter((words) => words !== "" && words !== spoken);
    // Captions that roll up say the line before once more.
    spoken = fresh.at(-1) ?? spoken;
    if (fresh.length > 0) {
      const [fromMs, toMs] = [timeOf(range, 1), timeOf(range, 5)];
      cues.push({ text: fresh.join(" "), fromMs, toMs: Math.max(fromMs, toMs) });
    }
  }
  return { cues, findings };
}

function cuesOfStamps(lines: readonly string[]): CaptionsReading {
  const cues: { text: string; fromMs: number; toMs?: number }[] = [];
  const findings: Finding[] = [];
  for (const [at, line] of lines.entries()) {
    const stamp = STAMPED.exec(line);
    const last = cues.at(-1);
    if (!stamp) {
      if (last && line.trim() !== "") last.text += ` ${plain(line)}`;
      continue;
    }
    const fromMs = timeOf(stamp, 1);
    if (last && fromMs < last.fromMs) findings.push(slip(at, "this time lies before the last one"));
    if (last) last.toMs = Math.max(last.fromMs, fromMs);
    if (cues.length < MAX_CUES) cues.push({ text: plain(stamp[5]!), fromMs });
  }
  return { cues, findings };
}

/** A cue a paragraph, without times. */
function paragraphs(lines: readonly string[]): readonly Cue[] {
  const cues: string[][] = [[]];
  for (const line of lines) {
    if (line.trim() === "") cues.push([]);
    else cues.at(-1)!.push(line.trim());
  }
  return cues.filter((own) => own.length > 0).map((own) => ({ text: own.join(" ") }));
}

function plain(line: string): string {
  return decodeHTML(line.replaceAll(/<[^>]*>/gu, ""))
    .replaceAll(/\s+/gu, " ")
    .trim();
}

function timeOf(match: RegExpExecArray, first: number): number {
  const [hours = "0", minutes = "0", seconds = "0", part = "0"] = match.slice(first, first + 4);
  const whole = (Number(hours) * 60 + Number(minutes)) * 60 + Number(seconds);
  return whole * 1000 + Math.round(Number(`0.${part}`) * 1000);
}

function slip(line: number, message: string): Finding {
  return { code: "caption-unread", severity: "warning", where: { line: line + 1 }, message };
}
