import { parseChord } from "../pitch/chord";
import { parseMetre } from "../rhythm/metre";
import { isTempo, MAX_TEMPO_BPM, MIN_TEMPO_BPM } from "../rhythm/tempo";
import { soundOfShape } from "../theory/shapes-and-sound";
import type { CalloutContext } from "./context";
import type { Item } from "./item";
import type { Scanner } from "./scanner";

/** What a word says to all parts; without an item it was a slip, which is reported. */
export interface BarWord {
  readonly item?: Item;
}
const SLIP: BarWord = {};

/** Reads `in 7/8`, `at 120`, `from 4&` or `{Dm@3}`, if one of them stands here. */
export function readBarWord(
  scanner: Scanner,
  context: Pick<CalloutContext, "key" | "shift">,
): BarWord | undefined {
  const start = scanner.position;
  if (scanner.take(/in(?=\s+\d)/uy)) return metre(scanner, start);
  if (scanner.take(/at(?=\s+\d)/uy)) return tempo(scanner, start);
  if (scanner.take(/from(?=\s+\d)/uy)) return pickUp(scanner, start);
  if (scanner.take(/\{/uy)) return chord(scanner, start, context);
  return undefined;
}

function metre(scanner: Scanner, start: number): BarWord {
  const said = scanner.take(/\s+([\d/]+)/uy)?.[1] ?? "";
  const read = parseMetre(said);
  if (read.ok) return { item: { kind: "metre", metre: read.value } };
  scanner.report("metre-unknown", start, read.error);
  return SLIP;
}

function tempo(scanner: Scanner, start: number): BarWord {
  const said = scanner.take(/\s+(\d+(?:\.\d+)?)/uy)?.[1] ?? "";
  const tempoBpm = Number(said);
  if (isTempo(tempoBpm)) return { item: { kind: "tempo", tempoBpm } };
  const message = `tempo must be ${MIN_TEMPO_BPM}–${MAX_TEMPO_BPM} quarter notes a minute, got ${said}`;
  scanner.report("tempo-out-of-range", start, message);
  return SLIP;
}

function pickUp(scanner: Scanner, start: number): BarWord {
  const moment = scanner.take(/\s+([\d/]+[a-z&]*)/uy)?.[1] ?? "";
  return { item: { kind: "from", moment, span: scanner.spanFrom(start) } };
}

function chord(
  scanner: Scanner,
  start: number,
  { key, shift }: Pick<CalloutContext, "key" | "shift">,
): BarWord {
  const text = scanner.take(/([^{}]*)\}/uy)?.[1];
  if (text === undefined) {
    scanner.take(/[^\s|]*/uy);
    scanner.report("group-open", start, "“{” is still open: expected a chord and }, like {Dm}");
    return SLIP;
  }
  const match = /^\s*(\S+?)(\s+shape)?\s*(?:@\s*(\S+)\s*)?$/u.exec(text);
  const symbol = match?.[1] ?? text.trim();
  const said = {
    kind: "chord" as const,
    span: scanner.spanFrom(start),
    ...(match?.[3] !== undefined && { moment: match[3] }),
  };
  if (symbol === "-") return { item: said };
  const read = parseChord(symbol);
  if (!read.ok) {
    scanner.report("chord-unknown", start, read.error);
    return SLIP;
  }
  const sounding = match?.[2] ? soundOfShape(read.value, shift, key) : read.value;
  return { item: { ...said, chord: sounding } };
}
