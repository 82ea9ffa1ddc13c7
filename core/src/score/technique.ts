import type { Place } from "../neck/neck";
import type { Fraction } from "../rhythm/fraction";

/**
 * How a note is reached from the note before it on its string. Only a shift slide and a tap are
 * sounded anew; a release comes back from a bend, a tie only goes on.
 */
export const LINK_KINDS = [
  "hammer-on",
  "pull-off",
  "slide",
  "shift-slide",
  "tap",
  "release",
  "tie",
] as const;
export type LinkKind = (typeof LINK_KINDS)[number];

export const BEND_COURSES = [
  "bend",
  "pre-bend",
  "bend-and-release",
  "pre-bend-and-release",
] as const;
export type BendCourse = (typeof BEND_COURSES)[number];

/** What one note does. Of each kind a note has at most one, and at most one link. */
export type Technique =
  | { readonly kind: LinkKind }
  /** From nowhere into the note. */
  | { readonly kind: "slide-in"; readonly from: "below" | "above" }
  /** Out of the note to nowhere. */
  | { readonly kind: "slide-out"; readonly to: "below" | "above" }
  | {
      readonly kind: "bend";
      /** How far at the highest, above the fretted pitch. */
      readonly cents: number;
      readonly course: BendCourse;
      /** The place whose pitch it is bent to, where it was said that way. */
      readonly to?: Place;
    }
  | { readonly kind: "vibrato"; readonly width: "narrow" | "wide" }
  /** In quick turns with the note so many semitones higher. */
  | { readonly kind: "trill"; readonly semitones: number }
  /** Touched over the fret of its place: the string sounds in parts. */
  | { readonly kind: "natural-harmonic" }
  /** Fretted, and sounding this partial of what is fretted: 2 is the octave. */
  | { readonly kind: "pinched-harmonic"; readonly partial: number }
  | { readonly kind: "let-ring" }
  | { readonly kind: "ghost" }
  /** Damped by the fretting hand as soon as it sounds. */
  | { readonly kind: "fret-hand-mute" }
  /** Played with the slide-bar; the pitch may lie between frets. */
  | { readonly kind: "slide-bar" };
export type TechniqueKind = Technique["kind"];

export const PLUCKS = ["slap", "pop", "thumb", "p", "i", "m", "a"] as const;
/** What sounds the string where it is not the pick: the bass thumb and finger, or p i m a. */
export type Pluck = (typeof PLUCKS)[number];

/** Down goes from the thick strings to the thin ones. */
export type Stroke = "down" | "up";

export const BAR_COURSES = ["dip", "dive", "scoop"] as const;

/** What a whole event does, all its notes alike. */
export type EventTechnique =
  | { readonly kind: "palm-mute" }
  | { readonly kind: "staccato" }
  | { readonly kind: "accent" }
  /** Over the damped strings before the note. */
  | { readonly kind: "rake"; readonly stroke: Stroke }
  | { readonly kind: "arpeggio"; readonly stroke: Stroke }
  /** Tremolo picking; without a value as fast as it goes. */
  | { readonly kind: "tremolo"; readonly value?: Fraction }
  /** Down and back, down and away, or up to the note from so far below. */
  | {
      readonly kind: "tremolo-bar";
      readonly cents: number;
      readonly course: (typeof BAR_COURSES)[number];
    };

export function isLink({ kind }: Technique): boolean {
  return (LINK_KINDS as readonly string[]).includes(kind);
}

/** In the one order in which techniques are kept, so that equal ones compare equal. */
export function inOrder<One extends { readonly kind: string }>(
  techniques: readonly One[],
): readonly One[] {
  return [...techniques].sort((a, b) => (a.kind < b.kind ? -1 : a.kind > b.kind ? 1 : 0));
}

/** Equal for techniques that say the same; the order in which their facts were written means nothing. */
export function techniqueKey(technique: Technique | EventTechnique): string {
  const facts = Object.entries(technique).filter(([name]) => name !== "kind");
  if (facts.length === 0) return `.${technique.kind}`;
  const said = facts.sort(([a], [b]) => (a < b ? -1 : 1));
  return `.${technique.kind}${JSON.stringify(said)}`;
}
