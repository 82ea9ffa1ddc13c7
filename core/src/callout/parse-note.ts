import { stringInSentence } from "../instrument/string-names";
import { HARMONIC_FRETS, soundedAt } from "../neck/harmonic";
import { fret, lastFretOf, midiAt, type Place } from "../neck/neck";
import { parseFret, formatFret } from "../neck/place-names";
import { parsePitch, type Pitch } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import type { Note } from "../score/event";
import { BAR_COURSES, inOrder, type LinkKind, type Technique } from "../score/technique";
import type { CalloutContext } from "./context";
import type { GroupWords } from "./groups";
import { nearestWord } from "./meant";
import type { SaidOfEvent, SaidOfNote } from "./said-behind";
import type { Scanner } from "./scanner";
import { centsOf, EVENT_WORDS, MAX_BEND_CENTS, NOTE_WORDS, PLUCK_WORDS } from "./words.data";
import { parseDuration } from "../rhythm/duration";

export const LINK_OF_LETTER: Readonly<Record<string, LinkKind>> = {
  h: "hammer-on",
  p: "pull-off",
  s: "slide",
  S: "shift-slide",
  t: "tap",
  r: "release",
  "~": "tie",
};

/** Reads the parts of a note at the scanner; every function leaves it behind what it understood. */
export class NoteReader {
  /** What the words behind the notes say of the event as a whole. */
  said: SaidOfEvent = { techniques: [] };

  constructor(
    private readonly scanner: Scanner,
    private readonly context: CalloutContext,
    private readonly newId: () => string,
  ) {}

  /** A new event: what was said of the one before concerns it no longer. */
  begin(): void {
    this.said = { techniques: [] };
  }

  /** `A`, `5:` or nothing; the scanner does not move when no string is named here. */
  string(): number | undefined {
    const byNumber = this.scanner.take(/(\d+):(?=[\dx\s]|$)/uy);
    if (byNumber) {
      const number = Number(byNumber[1]);
      if (number >= 1 && number <= this.context.names.strings.length) return number;
      this.scanner.position -= byNumber[0].length;
      return undefined;
    }
    const { text, position } = this.scanner;
    // A colon may follow the name, for a sticky string or simply as people write it.
    const word = /^[A-Ga-g][#♯b♭a-g]*(?=:|\d|x)/u.exec(text.slice(position, position + 6))?.[0];
    const string = word && this.stringOf(word);
    if (!word || !string) return undefined;
    this.scanner.position += word.length;
    this.scanner.take(/:/uy);
    return string;
  }

  private stringOf(word: string): number | undefined {
    return this.stringCalled(word.replace("♯", "#").replace("♭", "b"));
  }

  private stringCalled(word: string): number | undefined {
    const names = this.context.names.strings;
    const exact = names.indexOf(word);
    if (exact >= 0) return exact + 1;
    const alike = names.flatMap((name, index) =>
      name.toLowerCase() === word.toLowerCase() ? [index + 1] : [],
    );
    return alike.length === 1 ? alike[0] : undefined;
  }

  /** `7`, `7b½v!` or `x` on a known string. @returns undefined after a slip, which is reported. */
  fretted(string: number, link: LinkKind | undefined): Note | undefined {
    const start = this.scanner.position;
    if (this.scanner.take(/x/uy)) {
      const { pluck } = this.suffixes(undefined);
      return { kind: "dead", id: this.newId(), string, ...(pluck && { pluck }) };
    }
    return this.noteAt(this.fretOn(string, start), link, start);
  }

  /** A plain note at a place that is there. */
  atPlace(string: number, fretAt: number): Note {
    const place = { string, fret: fret(fretAt) };
    const { neck, key } = this.context;
    const said = { techniques: [], pinned: false };
    return this.noteOf(spellMidi(midiAt(place, neck), key), place, undefined, said);
  }

  /** The note of a place with what stands behind it; of no place only that is read. */
  private noteAt(place: Place | undefined, link: LinkKind | undefined, start: number) {
    const said = this.suffixes(place);
    if (!place) return undefined;
    const pitch = this.pitchAt(place, said, start);
    return pitch && this.noteOf(pitch, place, link, said);
  }

  /** `@G3`: a pitch whose place is still to be found. */
  atPitch(link: LinkKind | undefined): Note | undefined {
    const start = this.scanner.position;
    const match = this.scanner.take(/@([A-Ga-g][#♯b♭]{0,2}-?\d)/uy);
    const pitch = match && parsePitch(match[1]!);
    if (!pitch?.ok) {
      this.scanner.slip("pitch-expected", start, "a pitch with its octave after @, like @G3");
      return undefined;
    }
    return this.noteOf(pitch.value, undefined, link, this.suffixes(undefined));
  }

  private noteOf(
    pitch: Pitch,
    place: Place | undefined,
    link: LinkKind | undefined,
    { techniques, pinned, cents, finger, pluck }: SaidOfNote,
  ): Note {
    return {
      kind: "pitched",
      id: this.newId(),
      pitch: cents ? { ...pitch, cents } : pitch,
      ...(place && { place }),
      pinned: pinned && place !== undefined,
      ...(finger !== undefined && { finger }),
      ...(pluck && { pluck }),
      techniques: inOrder(link ? [{ kind: link }, ...techniques] : techniques),
    };
  }

  /** A fret on a string. @returns undefined after a slip, which is reported. */
  private fretOn(string: number, start: number): Place | undefined {
    const digits = this.scanner.take(/\d+/uy);
    if (!digits) {
      const called = stringInSentence(this.context.names.strings[string - 1]!);
      this.scanner.slip("fret-expected", start, `a fret on ${called}, or x`);
      return undefined;
    }
    const { neck, names } = this.context;
    const number = parseFret(string, Number(digits[0]), names);
    if (number >= 0 && number <= lastFretOf(neck, string)) return { string, fret: fret(number) };
    const last = formatFret({ string, fret: fret(lastFretOf(neck, string)) }, names);
    const first = formatFret({ string, fret: fret(0) }, names);
    const from = first > 0 ? " counted from the nut" : " counted from the capo";
    const message = `fret must be ${first}–${last}${neck.openOffsets[string - 1]! > 0 ? from : ""}, got ${digits[0]}`;
    this.scanner.report("fret-out-of-range", start, message);
    return undefined;
  }

  /** What is heard at a place; a harmonic that does not speak there is left out, and reported. */
  private pitchAt(place: Place, { techniques }: SaidOfNote, start: number): Pitch | undefined {
    const { neck, key } = this.context;
    const pinched = techniques.find((one) => one.kind === "pinched-harmonic");
    const isNatural = techniques.some(({ kind }) => kind === "natural-harmonic");
    if (!isNatural && !pinched) return spellMidi(midiAt(place, neck), key);
    const sounds = isNatural
      ? soundedAt(place, neck, { kind: "natural" })
      : soundedAt(place, neck, { kind: "pinched", partial: pinched!.partial });
    if (sounds !== undefined) return spellMidi(sounds, key);
    const message = `no harmonic speaks over fret ${place.fret}: expected one of ${HARMONIC_FRETS.join(", ")}`;
    this.scanner.report("harmonic-unknown", start, message);
    return undefined;
  }

  /** Words that concern the whole event, behind something that has no notes. */
  eventWords(): void {
    while (this.scanner.sees(/\./uy)) this.word({ techniques: [], pinned: false });
    this.doubtful();
  }

  /** `?` behind anything that is not sure. */
  doubtful(): boolean {
    const isDoubtful = this.scanner.take(/\?/uy) !== undefined;
    if (isDoubtful) this.said.isDoubtful = true;
    return isDoubtful;
  }

  /** What brackets say of all that stands in them: `slap[`, `down[`, `3[`, `v[`. */
  ofGroup(): GroupWords {
    const ofNote: SaidOfNote = { techniques: [], pinned: false };
    const start = this.scanner.position;
    this.begin();
    const vibrato = this.scanner.take(/vv?(?=\[)/uy)?.[0];
    if (vibrato) add(ofNote, vibratoOf(vibrato));
    else this.named(ofNote, start);
    const ofEvent = this.said;
    this.begin();
    return { ofNote, ofEvent };
  }

  /** A string alone, where a grip is held: its fret is that of the grip. */
  held(grip: ReadonlyMap<number, number>, link: LinkKind | undefined): Note | undefined {
    const { scanner } = this;
    const start = scanner.position;
    const word = scanner.take(/(?:[A-Ga-g][#♯b♭a-g]*|\d+)(?=[\s,|)\]+!?.vb]|$)/uy)?.[0] ?? "";
    const byNumber = this.context.names.strings.indexOf(word) + 1;
    const string = /^\d/u.test(word) ? byNumber : this.stringOf(word);
    const fretted = string ? grip.get(string) : undefined;
    if (!string || fretted === undefined) {
      scanner.position = start;
      return undefined;
    }
    return this.noteAt({ string, fret: fret(fretted) }, link, start);
  }

  private suffixes(place: Place | undefined): SaidOfNote {
    const { scanner } = this;
    const said: SaidOfNote = { techniques: [], pinned: false };
    for (;;) {
      const start = scanner.position;
      const bend = scanner.take(/(p?)b(>|[\d/]*[¼½¾]?)/uy);
      if (bend) {
        this.bend(bend[1] === "p", bend[2]!, place, said, start);
        continue;
      }
      const vibrato = scanner.take(/vv?/uy)?.[0];
      const trill = vibrato ? undefined : scanner.take(/tr(\+?)(\d+)/uy);
      const cents = vibrato || trill ? undefined : scanner.take(/c(-?\d{1,2})(?!\d)/uy);
      if (vibrato) {
        add(said, vibratoOf(vibrato));
      } else if (trill) {
        this.trill(trill[1] === "+", Number(trill[2]), place, said, start);
      } else if (cents) {
        said.cents = Number(cents[1]);
      } else if (place && scanner.take(/!/uy)) {
        said.pinned = true;
      } else if (scanner.sees(/\./uy)) {
        this.word(said);
      } else if (!this.doubtful()) {
        return said;
      }
    }
  }

  private bend(
    isPre: boolean,
    amount: string,
    place: Place | undefined,
    said: SaidOfNote,
    start: number,
  ): void {
    const { scanner } = this;
    const target = amount === ">" ? this.bendTarget(place) : undefined;
    if (amount === ">" && !target) return;
    const cents = target ? target.cents : centsOf(amount);
    const released = scanner.take(/r(?!\d)/uy) ? "-and-release" : "";
    if (cents === undefined) {
      const message = `“b${amount}”: expected b¼, b½, b1, b1½ or b2 (whole steps)`;
      return scanner.report("bend-unknown", start, message);
    }
    if (cents > MAX_BEND_CENTS || cents < 50) {
      const message = `a bend rises by a quarter step to three whole steps, this one by ${cents / 200}`;
      return scanner.report("bend-out-of-reach", start, message);
    }
    const course = `${isPre ? "pre-" : ""}bend${released}` as const;
    add(said, { kind: "bend", cents, course, ...(target && { to: target.to }) });
    if (place?.fret !== 0) return;
    const called = stringInSentence(this.context.names.strings[place.string - 1]!);
    const message = `${called} cannot be bent open: finger it, or take another place`;
    scanner.report("bend-on-open-string", start, message, "warning");
  }

  /** `b>B5`: bent until it sounds what that place sounds. */
  private bendTarget(place: Place | undefined) {
    const start = this.scanner.position;
    const string = this.string();
    const to = string === undefined ? undefined : this.fretOn(string, start);
    if (string === undefined) {
      this.scanner.slip("string-expected", start, "a place to bend to, like b>B5");
    }
    if (!to || !place) return undefined;
    const { neck } = this.context;
    return { to, cents: 100 * (midiAt(to, neck) - midiAt(place, neck)) };
  }

  /** To a fret higher on the same string, or so many semitones up. */
  private trill(
    isInterval: boolean,
    number: number,
    place: Place | undefined,
    said: SaidOfNote,
    start: number,
  ): void {
    const { names } = this.context;
    const semitones =
      isInterval || !place ? number : parseFret(place.string, number, names) - place.fret;
    if (semitones >= 1 && semitones <= 12) return add(said, { kind: "trill", semitones });
    const message = "a trill goes up by 1 to 12 frets: expected the higher fret, like A5tr7";
    this.scanner.report("trill-out-of-range", start, message);
  }

  /** `.ghost` `.trem16` `.dip½` `.2`: one word behind a note. */
  private word(said: SaidOfNote): void {
    const start = this.scanner.position;
    this.scanner.take(/\./uy);
    this.named(said, start);
  }

  private named(said: SaidOfNote, start: number): void {
    const { scanner } = this;
    const word = scanner.take(/[a-z]+(?:-up|-down)?|[1-4T]/uy)?.[0] ?? "";
    const ofNote = NOTE_WORDS[word];
    const ofEvent = EVENT_WORDS[word];
    const pluck = PLUCK_WORDS[word];
    const course = BAR_COURSES.find((one) => one === word);
    if (/^[1-4]$/u.test(word)) said.finger = Number(word) as 1 | 2 | 3 | 4;
    else if (word === "T") said.finger = "T";
    else if (word === "down" || word === "up") this.said.stroke = word;
    else if (word === "hold") this.said.fermata = true;
    else if (word === "pinch") {
      const partial = Number(scanner.take(/[2-8]/uy)?.[0] ?? 2);
      add(said, { kind: "pinched-harmonic", partial });
    } else if (word === "trem") this.tremolo(start);
    else if (course) {
      const cents = centsOf(scanner.take(/[\d/]*[¼½¾]?/uy)?.[0] ?? "");
      if (cents !== undefined) add(this.said, { kind: "tremolo-bar", cents, course });
      else
        scanner.report(
          "bend-unknown",
          start,
          `expected whole steps, like .${course}½ or .${course}1`,
        );
    } else if (pluck) said.pluck = pluck;
    else if (ofNote) add(said, ofNote);
    else if (ofEvent) add(this.said, ofEvent);
    else {
      const known = [...Object.keys(NOTE_WORDS), ...Object.keys(EVENT_WORDS)].join(" ");
      scanner.slip(
        "word-unknown",
        start,
        `one of ${known} and so on (docs: call-outs)`,
        nearestWord(word, scanner.text[start] === "." ? "." : ""),
      );
    }
  }

  private tremolo(start: number): void {
    const said = this.scanner.take(/(?:8|16|32|64)t?/uy)?.[0];
    const value = said === undefined ? undefined : parseDuration(said);
    if (value && !value.ok) this.scanner.report("note-value-unknown", start, value.error);
    add(this.said, { kind: "tremolo", ...(value?.ok && { value: value.value }) });
  }
}

const vibratoOf = (sign: string): Technique => ({
  kind: "vibrato",
  width: sign === "vv" ? "wide" : "narrow",
});

/** Of each kind the first one counts. */
function add<One extends { readonly kind: string }>(
  { techniques }: { readonly techniques: One[] },
  technique: One,
): void {
  if (!techniques.some(({ kind }) => kind === technique.kind)) techniques.push(technique);
}
