import { stringInSentence } from "../../instrument/string-names";
import { barEntries, barsOn, formatBar } from "../../foundation/bar-index";
import { err, ok, type Result } from "../../foundation/result";
import { formatFret } from "../../neck/place-names";
import { noteValueOf } from "../../rhythm/duration";
import type { Fraction } from "../../rhythm/fraction";
import type { Bar } from "../../score/bar";
import { isPalmMuted, linkOf, stringOf, type LineEvent, type Note } from "../../score/event";
import type { Technique } from "../../score/technique";
import type { CalloutContext } from "../context";
import { signOfCents } from "../words.data";
import { BEND_WORDS, sayNumber, sayOrdinal, VALUE_WORDS } from "./numbers.data";

const LINK_WORDS: Readonly<Record<string, string>> = {
  "hammer-on": "hammer on to",
  "pull-off": "pull off to",
  slide: "slide to",
  tap: "tap",
};

/**
 * Says bars in plain sentences, those of which `readEnglish` makes the same call-out again. Not
 * everything has such words: the answer then says what has not, and the call-out stays as it is.
 */
export function sayEnglish(
  bars: readonly Bar[],
  context: Pick<CalloutContext, "names" | "barsBefore">,
): Result<string> {
  const speaker = new Speaker(context);
  for (const [index, bar] of barEntries(bars)) {
    const name = formatBar(barsOn(index, context.barsBefore ?? 0));
    if (bar.voiceTwo) return err(`${name} has a second voice`);
    for (const event of bar.events) {
      const problem = speaker.event(event);
      if (problem !== undefined) return err(`${name}: ${problem}`);
    }
    if (index < bars.length - 1 || bars.length === 1) speaker.say("next bar");
  }
  return ok(speaker.text());
}

class Speaker {
  private readonly words: string[] = [];
  private duration = "";
  private string: number | undefined;
  private isMuted = false;

  constructor(private readonly context: Pick<CalloutContext, "names">) {}

  say(words: string): void {
    this.words.push(words);
  }

  text(): string {
    return this.words.join(", ");
  }

  /** @returns what there are no words for. */
  event(event: LineEvent): string | undefined {
    const value = sayValue(event.duration);
    if (value === undefined) return "there are no words for this note value";
    if (event.fermata || event.note !== undefined || event.lyric !== undefined) {
      return "words and fermatas are not said in sentences";
    }
    if (event.kind === "hit" || (event.kind === "notes" && (event.grace ?? event.stroke))) {
      return "there are no words for this event";
    }
    if (value !== this.duration) this.say(`in ${value}`);
    this.duration = value;
    if (isPalmMuted(event) !== this.isMuted && event.kind === "notes") {
      this.isMuted = !this.isMuted;
      this.say(this.isMuted ? "palm muted" : "not muted");
    }
    if (event.kind === "rest") {
      // A rest ends what the palm holds, as it does in the call-out.
      if (this.isMuted) {
        this.isMuted = false;
        this.say("not muted");
      }
      this.say("rest");
      return undefined;
    }
    const others = event.techniques.filter(({ kind }) => kind !== "palm-mute" && kind !== "accent");
    if (others.length > 0) return `there are no words for ${others[0]!.kind}`;
    const isMixed = event.notes.some((note) => note.kind === "dead" || linkOf(note) !== undefined);
    if (event.notes.length > 1 && isMixed)
      return "links and dead notes inside a chord are not said";
    const notes = event.notes.map((note) => this.note(note));
    const problem = notes.find((one) => !one.ok);
    if (problem && !problem.ok) return problem.error;
    const isAccented = event.techniques.some(({ kind }) => kind === "accent");
    const said = notes.map((one) => (one.ok ? one.value : "")).join(" together with ");
    this.say(said + (isAccented ? " accented" : ""));
    return undefined;
  }

  private note(note: Note): Result<string> {
    if (note.pluck) return err("who plucks the string is not said in sentences");
    if (note.kind === "dead") {
      this.string = note.string;
      return ok(`dead note on ${this.stringWords(note.string)}`);
    }
    if (!note.place) return err("a note without a place has no string to be said");
    if (note.pinned || note.finger !== undefined || note.pitch.cents) {
      return err("pins, fingers and places between frets are not said in sentences");
    }
    const fret = formatFret(note.place, this.context.names);
    const link = linkOf(note);
    const suffixes = note.techniques.filter(({ kind }) => kind !== link).map(suffixWords);
    if (suffixes.includes(undefined)) return err("there are no words for what this note does");
    const string = stringOf(note)!;
    const where = string === this.string ? "" : ` on ${this.stringWords(string)}`;
    this.string = string;
    const tail = suffixes.join("");
    if (link === undefined) {
      const name =
        fret === 0 ? "open" : where === "" ? sayNumber(fret) : `${sayOrdinal(fret)} fret`;
      return ok(name + where + tail);
    }
    const verb = LINK_WORDS[link];
    if (verb === undefined) return err(`there are no words for a ${link} here`);
    return ok(`${verb} ${fret === 0 ? "open" : sayNumber(fret)}${where}${tail}`);
  }

  private stringWords(string: number): string {
    const name = this.context.names.strings[string - 1]!;
    if (/^\d/u.test(name)) return `string ${sayNumber(Number(name))}`;
    return stringInSentence(name);
  }
}

function suffixWords(technique: Technique): string | undefined {
  switch (technique.kind) {
    case "bend": {
      if (technique.course !== "bend" || technique.to) return undefined;
      const sign = signOfCents(technique.cents);
      const words = Object.entries(BEND_WORDS).find(([, one]) => one === sign)?.[0];
      return words && ` bend ${words}`;
    }
    case "vibrato":
      return technique.width === "wide" ? " with wide vibrato" : " with vibrato";
    case "let-ring":
      return " ringing";
    case "ghost":
      return " ghosted";
    default:
      return undefined;
  }
}

/** Like “dotted quarter notes”; undefined for a value without a name. */
function sayValue(duration: Fraction): string | undefined {
  const value = noteValueOf(duration);
  if (!value || (value.tuplet && (value.tuplet.actual !== 3 || value.dots > 0))) return undefined;
  const name = Object.entries(VALUE_WORDS).find(([, sign]) => sign === String(value.value))?.[0];
  if (name === undefined) return undefined;
  const dotted = ["", "dotted ", "double-dotted "][value.dots]!;
  return `${dotted}${name} ${value.tuplet ? "triplets" : "notes"}`;
}
