import { barEntries } from "../../foundation/bar-index";
import { NO_CAPO } from "../../instrument/capo";
import { STANDARD_REFERENCE_HZ } from "../../pitch/frequency";
import { formatFeel } from "../../rhythm/feel";
import { subtract } from "../../rhythm/fraction";
import { barLength } from "../../rhythm/metre";
import { MAX_TEMPO_BPM, MIN_TEMPO_BPM } from "../../rhythm/tempo";
import type { Bar } from "../../score/bar";
import { tidyMarks, type BarMark } from "../../score/frame";
import { MAX_PARTS, newPart, type Song } from "../../score/song";
import { guessInstrument } from "../reading/instrument-guess";
import { inRuns, PhraseMaker, type Stretch } from "../reading/phrase-maker";
import { Remarks } from "../reading/remarks";
import type { SongReading } from "../reading/song-reading";
import {
  MOST_NOTES_IN_FILE,
  TOO_MANY_BARS,
  TOO_MANY_NOTES,
  withinPhrases,
} from "../reading/song-room";
import { keysOf } from "./keys-of-file";
import { lineOfVoice, type MidiLine } from "./midi-lines";
import type { MidiBar } from "./midi-maps";
import type { MidiSurvey, MidiVoice } from "./midi-survey";
import { metresRead } from "./pick-up-bars";
import type { GridWish, Moved } from "./quantise";
import { NO_SWING, swingIn, type Swing } from "./swing";
import { placeOnChannel, stringChannelsOf, type StringChannels } from "./string-channels";

export interface MidiChoice {
  /** Ids of voices; those that are likely a guitar or bass where it is left out. */
  readonly take?: readonly string[] | undefined;
  /** Found beat by beat where it is left out. */
  readonly grid?: GridWish | undefined;
}

export interface MidiSongReading extends SongReading {
  /** How far the notes of each taken voice were moved. */
  readonly moved: readonly { readonly name: string; readonly moved: Moved }[];
}

const PHRASE_BARS = 8;

/** Makes a song of the chosen voices. Notes without a string of their own have no place yet. */
export function songOfMidi(
  { title, file, maps, voices }: MidiSurvey,
  newId: () => string,
  { take, grid = { kind: "auto" } }: MidiChoice = {},
  fileName = "",
): MidiSongReading {
  const remarks = new Remarks();
  const chosen = voices
    .filter(({ id, isLikely }) => (take ? take.includes(id) : isLikely))
    .slice(0, MAX_PARTS);
  const bars = withoutSilentEnd(maps.bars, chosen, remarks);
  const { key, keys } = keysOf(maps.key, chosen, bars, startsOfPhrases(bars), remarks);
  const { feel, straightened } = swingOf(chosen, bars, file.ticksPerQuarter, grid);
  const taken = chosen.map((voice) => {
    const byString = voice.isByString ? stringChannelsOf(voice) : undefined;
    const { ticksPerQuarter } = file;
    const line = lineOfVoice(voice, {
      bars,
      ticksPerQuarter,
      key,
      keys,
      grid,
      straightened,
      byString,
      name: voice.name,
      remarks,
      newId,
    });
    const { instrument, capo } = guessInstrument({
      partName: voice.name,
      program: voice.program,
      tuning: byString?.tuning ?? voice.tuning,
      capo: byString?.capo ?? voice.capo ?? NO_CAPO,
      range: { lowest: voice.lowest, highest: voice.highest },
      highestFret: byString && highestFretOf(voice, byString),
    });
    tell(voice, line, remarks);
    return { part: newPart(newId(), voice.name, { instrument, capo }), line };
  });
  for (const voice of voices) {
    if (chosen.includes(voice)) continue;
    const what = `${voice.name}: ${voice.noteCount} notes were not taken`;
    remarks.say("midi-not-taken", "info", voice.isDrums ? `${what}: drums` : what);
  }
  if (taken.length === 0) {
    remarks.say("midi-nothing-taken", "error", "no voice of the file was chosen");
    return { findings: remarks.findings(), moved: [] };
  }
  tellTempos(bars, maps.beyond, remarks);
  if (feel.kind !== "straight") {
    const what = "eighths off the beat are played late: written straight, and the song swings";
    remarks.say("midi-swing", "info", `${what} (${formatFeel(feel)})`);
  }
  const details = {
    title: title ?? titleOf(fileName),
    tempoBpm: bars[0]!.tempoBpm,
    metre: metresRead(bars.slice(0, startsOfPhrases(bars)[1]).map(({ metre }) => metre))[0]!,
    feel,
    key,
    referenceHz: STANDARD_REFERENCE_HZ,
    style: {},
  };
  const maker = new PhraseMaker(
    taken.map(({ part }) => part.id),
    newId,
  );
  const lines = taken.map(({ line }) => line.bars);
  const stretches = stretchesOf(bars, lines, details);
  const order = maker.phrasesOf(stretches, remarks).map(({ id }) => id);
  const song: Song = {
    ...details,
    parts: taken.map(({ part }) => part),
    phrases: maker.phrases,
    // Phrases that come again make a form.
    form:
      order.length === maker.phrases.length
        ? []
        : [{ id: newId(), name: "Song", times: 1, endings: [], items: inRuns(order) }],
    lines: maker.lines,
  };
  const moved = taken.map(({ part, line }) => ({ name: part.name, moved: line.moved }));
  return { song, findings: remarks.findings(), moved };
}

/** The swing of all who play, where no grid is wished for. */
function swingOf(
  voices: readonly MidiVoice[],
  bars: readonly MidiBar[],
  ticksPerQuarter: number,
  grid: GridWish,
): Swing {
  if (grid.kind !== "auto") return NO_SWING;
  const notes = voices.flatMap(({ channels }) => channels.flatMap((channel) => channel.notes));
  return swingIn(
    notes.map(({ start }) => start),
    bars,
    ticksPerQuarter,
  );
}

/** The file's name without its ending, where the file itself has no title. */
function titleOf(fileName: string): string {
  const name = fileName
    .replace(/\.[a-z0-9]{1,5}$/iu, "")
    .replaceAll("_", " ")
    .trim();
  return name.slice(0, 200) || "Untitled";
}

function highestFretOf({ channels }: MidiVoice, byString: StringChannels): number {
  let highest = 0;
  for (const { notes, channel } of channels) {
    for (const { midi } of notes) {
      highest = Math.max(highest, placeOnChannel(byString, channel, midi)?.fret ?? 0);
    }
  }
  return highest;
}

/** What a part usually plays of a value that is told as short. */
const PLAYED_SHORT = 0.65;

function tell({ name }: MidiVoice, { moved, shortened, share }: MidiLine, remarks: Remarks): void {
  if (moved.moved > 0) {
    remarks.say(
      "midi-moved",
      "info",
      `${name}: ${moved.moved} of ${moved.notes} notes were brought to the grid, by ${moved.meanMillibeats / 1000} of a quarter note on average, ${moved.mostMillibeats / 1000} at most`,
    );
  }
  if (share < PLAYED_SHORT) {
    remarks.say(
      "midi-short",
      "info",
      `${name}: nearly all notes are played short, ${Math.round(100 * share)} % of the time to the next: written as full values, without staccato`,
    );
  }
  if (shortened > 0) {
    remarks.say(
      "midi-shortened",
      "info",
      `${name}: ${shortened} notes that sound on under later ones end with them: a part has two voices`,
    );
  }
}

/** Up to the last bar in which a chosen voice sounds, as far as a song has room. */
function withoutSilentEnd(
  bars: readonly MidiBar[],
  voices: readonly MidiVoice[],
  remarks: Remarks,
): readonly MidiBar[] {
  const notes = voices.flatMap(({ channels }) => channels.flatMap((channel) => channel.notes));
  const starts = notes.map(({ start }) => start).sort((a, b) => a - b);
  const beyond = starts[MOST_NOTES_IN_FILE];
  if (beyond !== undefined) {
    remarks.say("too-many-notes", "error", TOO_MANY_NOTES);
    return bars.filter(({ startTick, endTick }) => startTick === 0 || endTick <= beyond);
  }
  const end = notes.reduce((latest, note) => Math.max(latest, note.end), 0);
  const last = bars.findIndex(({ endTick }) => endTick >= end);
  if (last < 0) remarks.say("too-many-bars", "error", TOO_MANY_BARS);
  return last < 0 ? bars : bars.slice(0, last + 1);
}

/** The bars that phrases begin with: those with a marker, else every eighth. */
function startsOfPhrases(bars: readonly MidiBar[]): readonly number[] {
  const hasMarkers = bars.some(({ marker }) => marker !== undefined);
  const marked = bars.flatMap(({ marker }, index) =>
    index === 0 || (hasMarkers ? marker !== undefined : index % PHRASE_BARS === 0) ? [index] : [],
  );
  return withinPhrases(marked, bars.length);
}

function stretchesOf(
  bars: readonly MidiBar[],
  lines: readonly (readonly Bar[])[],
  details: Pick<Song, "metre" | "tempoBpm">,
): readonly Stretch[] {
  const starts = startsOfPhrases(bars);
  return starts.map((from, index): Stretch => {
    const to = starts[index + 1] ?? bars.length;
    const marks = tidyMarks(
      barEntries(bars.slice(from, to)).map(([bar, { metre, tempoBpm }]) =>
        bar === 0
          ? { bar, tempoBpm, ...firstMetre(bars.slice(from, to)) }
          : { bar, metre, tempoBpm },
      ),
      details,
    );
    const ownBars = lines
      .map((line) => line.slice(from, to))
      .map((line) => (isSilent(line) ? [] : line));
    if (ownBars.every((line) => line.length === 0)) ownBars[0] = lines[0]!.slice(from, to);
    return { name: bars[from]!.marker, marks, bars: ownBars };
  });
}

/** What a phrase's first bar is: a pick-up is the end of a full one. */
function firstMetre(bars: readonly MidiBar[]): Pick<BarMark, "metre" | "from"> {
  const [own] = bars.map(({ metre }) => metre);
  const [metre] = metresRead(bars.map((bar) => bar.metre));
  return { metre: metre!, from: subtract(barLength(metre!), barLength(own!)) };
}

function tellTempos(bars: readonly MidiBar[], beyond: number, remarks: Remarks): void {
  for (const [bar, { tempi, tempoBpm }] of barEntries(bars)) {
    if (tempi < 2) continue;
    const message = `${tempi} tempos in one bar: ${tempoBpm} a minute, so that it lasts as long`;
    remarks.say("midi-tempos", "info", message, { bar });
  }
  if (beyond === 0) return;
  remarks.say(
    "midi-tempo",
    "warning",
    `${beyond} tempos lie beyond ${MIN_TEMPO_BPM} to ${MAX_TEMPO_BPM} a minute: brought to the nearest of these`,
  );
}

function isSilent(bars: readonly Bar[]): boolean {
  return bars.every(
    ({ events, voiceTwo }) => !voiceTwo && events.every((event) => event.kind === "rest"),
  );
}
