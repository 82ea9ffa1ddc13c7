import type { Fraction } from "../../rhythm/fraction";
import type { EventTechnique, LinkKind, Pluck, Stroke, Technique } from "../../score/technique";

/** What a few words mean by themselves, before they are put together. */
export type Meaning =
  /** Words that change nothing. */
  | { readonly kind: "filler" }
  /** A sentence that holds such words speaks about something else, unless it also names a place. */
  | { readonly kind: "aside" }
  | { readonly kind: "pause"; readonly strength: PauseStrength }
  | { readonly kind: "and" }
  | { readonly kind: "with" }
  | { readonly kind: "from" }
  | { readonly kind: "to" }
  | { readonly kind: "or" }
  | { readonly kind: "for" }
  | { readonly kind: "play" }
  /** It, that one, those two, both. */
  | { readonly kind: "pronoun"; readonly count?: number }
  /** “On both”, “on all three”: on the strings of the chord before. */
  | { readonly kind: "on-those" }
  | {
      readonly kind: "fret";
      /** 0 where it is said to be open. */
      readonly fret: number;
      /** Whether it was called a fret, the eighth, or open: a plain number may count something else. */
      readonly isNamed: boolean;
      /** “13s” */
      readonly isPlural: boolean;
      /** Whether it goes on from the number before: 6-8-6. */
      readonly isJoined: boolean;
    }
  | { readonly kind: "dead" }
  | StringsMeaning
  /** Said in the call-out's own words: `A5h7`. */
  | { readonly kind: "callout"; readonly signs: string }
  /** Words to a note: `"softly"`. */
  | { readonly kind: "quoted"; readonly words: string }
  | { readonly kind: "grip"; readonly signs: string }
  /** “Hold the C shape”: until the sentence ends, a string alone is a note of it. */
  | HeldGripMeaning
  | { readonly kind: "chord-name"; readonly name: string }
  /** “The low one”, behind a name that two strings have. */
  | { readonly kind: "side"; readonly isLow: boolean }
  /** “That D note”: a name without a place. */
  | { readonly kind: "note-name" }
  | { readonly kind: "chord"; readonly isPlural: boolean }
  | { readonly kind: "together"; readonly isAll?: true; readonly pair?: number }
  | { readonly kind: "plus" }
  /** “Then add the second fret”: alone, or with what was there. */
  | { readonly kind: "added" }
  | { readonly kind: "count"; readonly times: number; readonly of: CountOf }
  | { readonly kind: "vague-count" }
  /** A number of notes to come: “two muted hits”, “three low E's”. */
  | {
      readonly kind: "so-many";
      readonly times: number;
      /** “Three notes”: as many as follow, and not one of them so often. */
      readonly isOfNotes?: true;
    }
  | { readonly kind: "value"; readonly duration: Fraction; readonly isMany: boolean }
  | { readonly kind: "beats"; readonly beats: number }
  | { readonly kind: "rest" }
  | { readonly kind: "hold" }
  /** From here on nobody says how long notes last. */
  | { readonly kind: "value-unknown" }
  | { readonly kind: "pinned" }
  | { readonly kind: "tied" }
  | { readonly kind: "fermata" }
  | { readonly kind: "hit"; readonly sound: "body" | "scrape" }
  | { readonly kind: "link"; readonly link: LinkKind; readonly hasTo: boolean }
  | { readonly kind: "slide-in"; readonly from?: "below" | "above" }
  | { readonly kind: "slide-from"; readonly from: "below" | "above" }
  | { readonly kind: "technique"; readonly technique: Technique }
  | {
      readonly kind: "manner";
      readonly technique?: EventTechnique;
      readonly stroke?: Stroke;
      readonly pluck?: Pluck;
    }
  | { readonly kind: "unmuted" }
  | {
      readonly kind: "bend";
      readonly cents?: number;
      readonly isBefore?: true;
      /** “A bit”: how far it goes has to be said yet. */
      readonly isVague?: true;
    }
  | { readonly kind: "amount"; readonly cents: number }
  | { readonly kind: "bend-target" }
  | { readonly kind: "unison-bend" }
  | { readonly kind: "release" }
  | { readonly kind: "trill" }
  | { readonly kind: "strokes"; readonly strokes: readonly Stroke[] }
  | { readonly kind: "finger"; readonly finger: 1 | 2 | 3 | 4 }
  | { readonly kind: "bar-line" }
  | { readonly kind: "bar"; readonly bar: number }
  /** A bar said before comes again. */
  | { readonly kind: "bar-again"; readonly bar: number }
  /** “The last two notes”, “the first half”: of what was said before, or of what follows. */
  | { readonly kind: "part" }
  | { readonly kind: "unknown-reference" }
  | { readonly kind: "same" }
  | { readonly kind: "again" }
  | { readonly kind: "all" }
  | { readonly kind: "same-fret" }
  | {
      readonly kind: "move";
      readonly frets?: number;
      readonly strings?: number;
      readonly isVague?: true;
      readonly isSlide?: true;
    }
  | { readonly kind: "move-to"; readonly isFirst?: true }
  /** All the way: of everything in the sentence. */
  | { readonly kind: "throughout" }
  | { readonly kind: "ends-on" }
  | { readonly kind: "instead" }
  | { readonly kind: "starts-on" }
  | { readonly kind: "at-end" }
  | { readonly kind: "last-time" }
  /** “The second ending goes to …”: all of it again, but for its last note. */
  | { readonly kind: "next-ending" }
  /** “Leave off the open string”: of what comes again. */
  | { readonly kind: "leave-out" }
  /** “The second time round”: the same again where its end is another. */
  | { readonly kind: "next-time" }
  | { readonly kind: "back-to-first" }
  | { readonly kind: "correction"; readonly isSoft?: true }
  | { readonly kind: "doubt" }
  /** Meaning that cannot be read yet, and must not be passed over. */
  | { readonly kind: "unread"; readonly why: string }
  | { readonly kind: "unknown" };

/** A comma, “then”, the end of a sentence. */
export type PauseStrength = 1 | 2 | 3;

/** What “three times” counts: what was said last, or all of it; how often more, or in all. */
export type CountOf = "last" | "all" | "more";

export interface HeldGripMeaning {
  readonly kind: "held-grip";
  /** A grip by its signs, or by the name of a chord. */
  readonly signs?: string;
  readonly name?: string;
  /** Whether it was called a shape: then the open one is meant, where there is one. */
  readonly isShape: boolean;
  /** The words that name it, for an answer that says which. */
  readonly namedAt: number;
}

export interface StringsMeaning {
  readonly kind: "strings";
  /** Thinnest 1. More than one: they sound together. */
  readonly strings: readonly number[];
  /** Others that the words may mean as well. */
  readonly others: readonly number[];
  /** Whether “on” or “of” leads to it, or it stands as a name before its frets. */
  readonly form: "on" | "bare";
  /** “on the D and G strings”: surely one moment. */
  readonly isTogether: boolean;
  /** A string of the grip that is held, with no fret of its own. */
  readonly isOfGrip?: true;
  /** “three low E's” are open. */
  readonly isOpen?: true;
  /** Where the letter stands, for an answer that says which of two. */
  readonly letterAt?: number;
}

/** A meaning, and how far its words go. */
export type Found = Meaning & { readonly end: number };

/** A meaning with the words it was read from, from 0. */
export type Atom = Meaning & { readonly start: number; readonly end: number };

/** The atom of one kind. */
export type AtomOf<Kind extends Meaning["kind"]> = Extract<Atom, { readonly kind: Kind }>;
