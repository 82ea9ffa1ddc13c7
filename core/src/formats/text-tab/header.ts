import type { Finding } from "../../foundation/finding";
import type { Capo } from "../../instrument/capo";
import { MAX_CAPO, MAX_FRETS } from "../../instrument/instrument";
import { parseTuning, type TuningReading } from "../../instrument/parse-tuning";
import type { FretsFrom } from "../../neck/place-names";
import { parseReference } from "../../pitch/frequency";
import { parseKey, type Key } from "../../pitch/key";
import { parseMetre, type Metre } from "../../rhythm/metre";
import { isTempo, MAX_TEMPO_BPM, MIN_TEMPO_BPM } from "../../rhythm/tempo";

/** What the lines around the strings say about the whole. */
export interface Header {
  title?: string;
  part?: string;
  tuning?: TuningReading;
  /** As it was written: what it means may depend on the number of strings. */
  tuningWords?: string;
  capo?: Capo;
  fretsFrom?: FretsFrom;
  referenceHz?: number;
  key?: Key;
  metre?: Metre;
  tempoBpm?: number;
  /** The last fret, counted from the nut. */
  frets?: number;
  /** The order of the phrases as it is said in a line; read when the phrases are known. */
  form?: string;
}

const FIELD =
  /^\s*(title|part|tuning|tuned to|tuned|tune|capo|reference|key|metre|meter|time|tempo|bpm|form|frets)\s*[:=]?\s+(.+)$/iu;

/** Reads one header line into `header`. @returns false when it is none; what is wrong is reported. */
export function readHeaderLine(
  text: string,
  header: Header,
  report: (code: string, message: string, severity: Finding["severity"]) => void,
): boolean {
  // People write headers in brackets, between dashes, or as “Tuning - drop D”.
  const plain = text.replace(/^[\s([*-]+|[\s)\]*-]+$/gu, "").replace(/\s+[-–]\s+/u, ": ");
  const match = FIELD.exec(plain.replace(/:/u, ": "));
  if (!match) return readLooseLine(plain, header);
  const value = match[2]!.trim();
  const take = (name: string, reading: { ok: true } | { ok: false; error: string }) => {
    if (!reading.ok) report(`${name}-unreadable`, reading.error, "warning");
  };
  switch (match[1]!.toLowerCase()) {
    case "title":
      header.title = value;
      return true;
    case "part":
      header.part = value;
      return true;
    case "tuning":
    case "tuned":
    case "tune":
    case "tuned to": {
      const reading = readTuningValue(value);
      if (reading.ok) takeTuning(header, reading.value, value);
      take("tuning", reading);
      return true;
    }
    case "capo": {
      const fret = Number(/\d+/u.exec(value)?.[0] ?? (/no/iu.test(value) ? 0 : Number.NaN));
      if (fret >= 0 && fret <= MAX_CAPO) header.capo = { fret, ...coveredStrings(value) };
      else
        report("capo-unreadable", `“${value}”: expected a fret from 0 to ${MAX_CAPO}`, "warning");
      if (/from the nut/iu.test(value)) header.fretsFrom = "nut";
      return true;
    }
    case "reference": {
      const reference = parseReference(value.replace(/^A4?\s*=\s*|\s*Hz$/giu, ""));
      if (reference.ok) header.referenceHz = reference.value;
      take("reference", reference);
      return true;
    }
    case "key": {
      const key = parseKey(value.replace(/\s*\(?(sounding|as it sounds)\)?/iu, ""));
      if (key.ok) header.key = key.value;
      take("key", key);
      return true;
    }
    case "frets": {
      const frets = Number(/^\d+/u.exec(value)?.[0]);
      if (frets >= 1 && frets <= MAX_FRETS) header.frets = frets;
      return true;
    }
    case "form":
      header.form = value;
      return true;
    case "bpm":
    case "tempo": {
      const bpm = Number(/\d+/u.exec(value)?.[0]);
      if (isTempo(bpm)) header.tempoBpm = bpm;
      else
        report(
          "tempo-unreadable",
          `“${value}”: expected ${MIN_TEMPO_BPM} to ${MAX_TEMPO_BPM} beats a minute`,
          "warning",
        );
      return true;
    }
    default: {
      const metre = parseMetre(value);
      if (metre.ok) header.metre = metre.value;
      take("metre", metre);
      return true;
    }
  }
}

/** A line that says a tuning, a capo or a tempo without naming it first. */
function readLooseLine(text: string, header: Header): boolean {
  const beats = /[♩q]\s*=\s*(\d{2,3})|\b(\d{2,3})\s*bpm\b/iu.exec(text);
  if (beats) {
    const bpm = Number(beats[1] ?? beats[2]);
    if (isTempo(bpm)) header.tempoBpm = bpm;
    return true;
  }
  const clamped = /^(?:with )?(?:a )?capo (?:on |at )?(?:the )?(?:fret )?(\d{1,2})/iu.exec(text);
  if (clamped && Number(clamped[1]) <= MAX_CAPO) {
    header.capo = { fret: Number(clamped[1]) };
    return true;
  }
  if (/^no capo$/iu.test(text)) {
    header.capo = { fret: 0 };
    return true;
  }
  const isTuning =
    /\btuning\b|\btuned\b|^(?:drop|open|standard|half|whole|down)\b/iu.test(text) ||
    /^[A-G][#b♯♭]?(?:[\s-]*[A-Ga-g][#b♯♭]?){3,8}$/u.test(text);
  if (!isTuning || text.length > 60) return false;
  const words = text.replace(/\b(?:guitar|bass)?\s*tun(?:ing|ed)(?:\s+to)?\b:?/giu, " ").trim();
  const reading = parseTuning(words);
  if (reading.ok && !header.tuning) takeTuning(header, reading.value, words);
  return reading.ok;
}

function takeTuning(header: Header, tuning: TuningReading, words: string): void {
  header.tuning = tuning;
  header.tuningWords = words.replace(/\(.*$/u, "");
}

function readTuningValue(value: string) {
  return parseTuning(value.replace(/\(.*$/u, ""));
}

/** `2 on strings 3–5`, `2 on strings 1, 2 and 6`. */
function coveredStrings(value: string): { readonly strings?: readonly number[] } {
  const said = /on strings? ([\d\s,–-]+(?:and \d)?)/iu.exec(value)?.[1];
  if (said === undefined) return {};
  const run = /^(\d)\s*[–-]\s*(\d)/u.exec(said);
  const strings = run
    ? Array.from({ length: Number(run[2]) - Number(run[1]) + 1 }, (_, at) => Number(run[1]) + at)
    : (said.match(/\d/gu) ?? []).map(Number);
  return { strings };
}
