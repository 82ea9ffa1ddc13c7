import { checkForm } from "../../checks/form";
import type { Finding } from "../../foundation/finding";
import { capoProblem } from "../../instrument/capo";
import { checkInstrument } from "../../instrument/check-instrument";
import { soundedAt } from "../../neck/harmonic";
import { isOnNeck, neckOf, type Neck } from "../../neck/neck";
import { formatPitch, midiOf } from "../../pitch/pitch";
import { eventsOf } from "../../score/bar";
import { harmonicOf, notesOf, stringOf, type LineEvent, type Note } from "../../score/event";
import type { Song } from "../../score/song";
import { isLink } from "../../score/technique";

/**
 * What a schema cannot see: ids used twice, lines of parts that do not exist, places off the neck,
 * two notes on one string, pitches that their place does not sound. Empty for a sound document.
 */
export function checkSong(song: Song): readonly Finding[] {
  const findings: Finding[] = [];
  const report = (code: string, message: string, bar?: number) =>
    findings.push({
      code,
      severity: "error",
      where: bar === undefined ? {} : { bar },
      message,
    });
  const seen = new Set<string>();
  const see = (id: string) => {
    if (seen.has(id)) report("id-twice", `the id ${id} is used twice`);
    seen.add(id);
  };
  const necks = new Map<string, Neck>();
  for (const part of song.parts) {
    see(part.id);
    for (const { code, message } of checkInstrument(part.instrument)) {
      report(code, `${part.name}: ${message}`);
    }
    const capo = capoProblem(part.capo, part.instrument);
    if (capo !== undefined) report("capo-wrong", `${part.name}: ${capo}`);
    else necks.set(part.id, neckOf(part.instrument, part.capo));
  }
  const phrases = new Set(song.phrases.map((phrase) => phrase.id));
  for (const phrase of song.phrases) see(phrase.id);
  const lines = new Set<string>();
  for (const line of song.lines) {
    const neck = necks.get(line.partId);
    if (!phrases.has(line.phraseId) || !song.parts.some((part) => part.id === line.partId)) {
      report(
        "line-of-nothing",
        `a line belongs to phrase ${line.phraseId}, part ${line.partId}, which do not exist`,
      );
      continue;
    }
    const address = `${line.phraseId} ${line.partId}`;
    if (lines.has(address))
      report("line-twice", `part ${line.partId} has two lines in phrase ${line.phraseId}`);
    lines.add(address);
    for (const { bars } of [line, ...line.others]) {
      for (const [index, bar] of bars.entries()) {
        for (const event of eventsOf([bar])) {
          see(event.id);
          for (const note of notesOf(event)) see(note.id);
          if (!neck) continue;
          checkEvent(event, neck, (code, message) =>
            report(code, `bar ${index + 1}: ${message}`, index + 1),
          );
        }
      }
    }
  }
  for (const { id } of song.form) see(id);
  findings.push(...checkForm(song).filter(({ severity }) => severity === "error"));
  return findings;
}

function checkEvent(
  event: LineEvent,
  neck: Neck,
  report: (code: string, message: string) => void,
): void {
  const strings = new Set<number>();
  for (const note of notesOf(event)) {
    const string = stringOf(note);
    if (string === undefined) continue;
    if (strings.has(string)) report("string-twice", `two notes at once on string ${string}`);
    strings.add(string);
    const problem = problemOf(note, neck);
    if (problem) report("place-wrong", problem);
  }
}

function problemOf(note: Note, neck: Neck): string | undefined {
  if (note.kind === "dead") {
    const strings = neck.openMidi.length;
    return note.string > strings ? `string must be 1–${strings}, got ${note.string}` : undefined;
  }
  const kinds = note.techniques.map((one) => (isLink(one) ? "link" : one.kind));
  if (new Set(kinds).size < kinds.length) {
    return `${formatPitch(note.pitch)} has one technique, or two links, twice`;
  }
  const { place } = note;
  if (!place) return undefined;
  if (!isOnNeck(place, neck)) {
    return `string ${place.string} fret ${place.fret} is not on a neck of ${neck.openMidi.length} strings and ${neck.frets} frets`;
  }
  if (soundedAt(place, neck, harmonicOf(note)) === midiOf(note.pitch)) return undefined;
  return `string ${place.string} fret ${place.fret} does not sound ${formatPitch(note.pitch)}`;
}
