import { formatBar, type BarIndex } from "../foundation/bar-index";
import type { Place } from "../neck/neck";
import { displayKey, type Key } from "../pitch/key";
import { durationInWords } from "../rhythm/duration";
import type { Fraction } from "../rhythm/fraction";
import { sayRelation, type BarRelation } from "../score/bar-relation";
import type { BendCourse, LinkKind, Technique } from "../score/technique";

/** What would put a finding right, as data; the place is the finding's. */
export type Mend =
  | NoteMend
  /** At the end of a bar, by its index in the line. */
  | { readonly kind: "add-rest"; readonly bar: BarIndex; readonly duration: Fraction }
  /** A bar is once more what it was said to be. */
  | {
      readonly kind: "follow-bar";
      readonly relation: BarRelation;
      /** Through the part. */ readonly bar: BarIndex;
    }
  | { readonly kind: "drop-tremolo" }
  | { readonly kind: "respell" }
  | { readonly kind: "set-key"; readonly key: Key };

export type NoteMend =
  /** Joins the note otherwise to the one before, or picks it. */
  | { readonly kind: "relink"; readonly link?: LinkKind }
  | { readonly kind: "drop-technique"; readonly technique: Technique["kind"] }
  | { readonly kind: "set-bend"; readonly cents: number }
  | { readonly kind: "set-bend-course"; readonly course: BendCourse }
  /** On another string or fret; what sounds goes with it. */
  | { readonly kind: "re-place"; readonly place: Place };

const LINK_WORDS: Readonly<Record<LinkKind, string>> = {
  "hammer-on": "a hammer-on",
  "pull-off": "a pull-off",
  slide: "a slide",
  "shift-slide": "a picked slide",
  tap: "a tap",
  release: "a release",
  tie: "a tie",
};

/** What a mend would do, for its button. */
export function mendInWords(mend: Mend): string {
  switch (mend.kind) {
    case "relink":
      return mend.link ? `make it ${LINK_WORDS[mend.link]}` : "pick it instead";
    case "drop-technique":
      return `leave out the ${mend.technique.replaceAll("-", " ")}`;
    case "set-bend":
      return `bend it by ${mend.cents} cents`;
    case "set-bend-course":
      return "let it come back";
    case "re-place":
      return `play it on string ${mend.place.string}, fret ${mend.place.fret}`;
    case "add-rest":
      return `fill the bar with a rest (${durationInWords(mend.duration)})`;
    case "follow-bar": {
      const { relation, bar } = mend;
      return `make ${formatBar(bar)} ${sayRelation(relation, bar - relation.bar)} again`;
    }
    case "drop-tremolo":
      return "leave out the tremolo";
    case "respell":
      return "spell the phrase by key and direction";
    case "set-key":
      return `call the song ${displayKey(mend.key)}`;
  }
}
