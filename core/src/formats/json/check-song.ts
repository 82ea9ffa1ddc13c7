import { barEntries, barsOn, formatBar, type BarIndex } from "../../foundation/bar-index";
import { checkForm } from "../../checks/form";
import type { Finding } from "../../foundation/finding";
import { remembering } from "../../foundation/remembering";
import { capoProblem } from "../../instrument/capo";
import { checkInstrument } from "../../instrument/check-instrument";
import { soundedAt } from "../../neck/harmonic";
import { isOnNeck, neckOf, type Neck } from "../../neck/neck";
import { formatPitch, midiOf } from "../../pitch/pitch";
import { eventsOf, type Bar } from "../../score/bar";
import { harmonicOf, notesOf, stringOf, type LineEvent, type Note } from "../../score/event";
import { barsBefore, type Song } from "../../score/song";
import { isLink } from "../../score/technique";

/**
 * What a schema cannot see: ids used twice, lines of parts that do not exist, places off the neck,
 * two notes on one string, pitches that their place does not sound. Empty for a sound document.
 */
export function checkSong(song: Song): readonly Finding[] {
  const findings: Finding[] = [];
  const report = (code: string, message: string, bar?: BarIndex) =>
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
    for (const { bars, relations = [] } of [line, ...line.others]) {
      const said = new Set(relations.map(({ bar }) => bar));
      const isSound = relations.every(
        ({ bar, of }) => bar !== of && bar < bars.length && of < bars.length,
      );
      if (!isSound || said.size < relations.length) {
        report(
          "relation-wrong",
          `a bar of phrase ${line.phraseId} is said as one that is not there, or twice`,
        );
      }
      for (const [index, bar] of barEntries(bars)) {
        for (const id of idsIn(bar)) see(id);
        if (!neck) continue;
        for (const { code, message } of problemsIn(bar, neck)) {
          const ofPart = barsOn(index, barsBefore(song, line));
          report(code, `${formatBar(ofPart)}: ${message}`, ofPart);
        }
      }
    }
  }
  for (const { id } of song.form) see(id);
  findings.push(...checkForm(song).filter(({ severity }) => severity === "error"));
  return findings;
}

const idsIn = remembering((bar: Bar): readonly string[] => {
  const ids: string[] = [];
  for (const event of eventsOf([bar])) {
    ids.push(event.id);
    for (const { id } of notesOf(event)) ids.push(id);
  }
  return ids;
});

interface Problem {
  readonly code: string;
  readonly message: string;
}

const knownProblems = new WeakMap<
  Bar,
  { readonly neck: string; readonly problems: readonly Problem[] }
>();

/** What does not fit the neck in a bar; looked for once while both stay as they are. */
function problemsIn(bar: Bar, neck: Neck): readonly Problem[] {
  const key = `${neck.openMidi.join()}/${neck.openOffsets.join()}/${neck.capo.fret}/${neck.frets}`;
  const before = knownProblems.get(bar);
  if (before?.neck === key) return before.problems;
  const problems = eventsOf([bar]).flatMap((event) => problemsOfEvent(event, neck));
  knownProblems.set(bar, { neck: key, problems });
  return problems;
}

function problemsOfEvent(event: LineEvent, neck: Neck): readonly Problem[] {
  const problems: Problem[] = [];
  const strings = new Set<number>();
  for (const note of notesOf(event)) {
    const string = stringOf(note);
    if (string === undefined) continue;
    if (strings.has(string)) {
      problems.push({ code: "string-twice", message: `two notes at once on string ${string}` });
    }
    strings.add(string);
    const message = problemOf(note, neck);
    if (message !== undefined) problems.push({ code: "place-wrong", message });
  }
  return problems;
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
