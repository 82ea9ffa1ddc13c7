import { midi, spellMidi, type Key } from "@intonazione/core/pitch";
import { fret, type Place } from "@intonazione/core/neck";
import {
  add,
  barLength,
  compare,
  fraction,
  parseFraction,
  type Fraction,
  type Metre,
} from "@intonazione/core/rhythm";
import type {
  Bar,
  EventTechnique,
  LineEvent,
  Pluck,
  PitchedNote,
  Technique,
} from "@intonazione/core/score";
import { Unusable } from "../failure";
import type { AskedEvent } from "./asked";

/** Names for the notes: where nobody said the key, their spelling means nothing here. */
export const ANY_KEY: Key = { tonic: { step: "C", alter: 0 }, mode: "major" };

/** A note of an answer: the event it stands in, and its order there. */
export const idOf = (event: number, note: number) => `${event}.${note}`;

/**
 * Bars of the metre with what was asked for. A dead stroke of which no string is told is a knock: it
 * takes its time, and the hand does not rest.
 * @param places By event and note where it lies, if the phrase is put right; its notes are pinned.
 */
export function barsOfEvents(
  events: readonly AskedEvent[],
  metre: Metre,
  key: Key = ANY_KEY,
  places?: readonly (readonly (readonly [number, number])[])[],
): readonly Bar[] {
  const bars: LineEvent[][] = [[]];
  const length = barLength(metre);
  let filled: Fraction = fraction(0);
  for (const [index, { d, midi: pitches, t }] of events.entries()) {
    const duration = parseFraction(d);
    if (!duration.ok) throw new Unusable(`events.${index}.d: ${duration.error}`);
    if (compare(filled, length) >= 0) {
      bars.push([]);
      filled = fraction(0);
    }
    filled = add(filled, duration.value);
    const shared = { id: `${index}`, duration: duration.value };
    if (pitches.length === 0) {
      const isDead = t.includes("dead");
      bars
        .at(-1)!
        .push(isDead ? { ...shared, kind: "hit", sound: "body" } : { ...shared, kind: "rest" });
      continue;
    }
    const notes = pitches.map((pitch, order): PitchedNote => {
      const place = places?.[index]?.[order];
      const at: Place | undefined = place && { string: place[0], fret: fret(place[1]) };
      const pluck = t.find((word): word is Pluck => word === "slap" || word === "pop");
      return {
        kind: "pitched",
        id: idOf(index, order),
        pitch: spellMidi(midi(pitch), key),
        pinned: at !== undefined,
        ...(at && { place: at }),
        ...(pluck && { pluck }),
        techniques: t.flatMap((word) => techniqueFor(word, pitches, order)),
      };
    });
    const techniques = t.flatMap((word): EventTechnique[] =>
      word === "palm mute" ? [{ kind: "palm-mute" }] : [],
    );
    bars.at(-1)!.push({ ...shared, kind: "notes", notes, techniques });
  }
  return bars.map((own) => ({ events: own }));
}

/** What a word asks of a note; `bend 1/2` is half a whole step, 100 cents. */
function techniqueFor(word: string, pitches: readonly number[], order: number): Technique[] {
  const bend = /^(pre-)?bend (\d+(?:\/\d+)?)$/u.exec(word);
  if (bend) {
    const steps = parseFraction(bend[2]!);
    if (!steps.ok || order > 0) return [];
    const cents = Math.round((200 * steps.value.num) / steps.value.den);
    return [{ kind: "bend", cents, course: bend[1] ? "pre-bend" : "bend" }];
  }
  switch (word) {
    case "hammer-on":
    case "pull-off":
    case "slide":
    case "let-ring":
    case "slide-bar":
      return [{ kind: word }];
    case "let ring":
      return [{ kind: "let-ring" }];
    case "slide in":
      return [{ kind: "slide-in", from: "below" }];
    case "slide out":
      return [{ kind: "slide-out", to: "below" }];
    case "vibrato":
      return [{ kind: "vibrato", width: "narrow" }];
    case "trill":
      return [{ kind: "trill", semitones: 2 }];
    case "unison bend": {
      // The lower note is bent up to the higher one.
      const cents = 100 * (pitches.at(-1)! - pitches[0]!);
      return order === 0 && cents > 0 ? [{ kind: "bend", cents, course: "bend" }] : [];
    }
    default:
      return [];
  }
}
