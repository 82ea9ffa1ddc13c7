import fc from "fast-check";
import { calloutContext } from "../callout/context";
import { parseCallout } from "../callout/parse-callout";
import { usualInstrument } from "../instrument/instrument";
import { TUNING_LIBRARY, tuningById } from "../instrument/tuning-library";
import { USUAL_STYLE } from "../neck/place-names";
import { parseKey, type Key } from "../pitch/key";
import { midi } from "../pitch/pitch";
import { spellMidi } from "../pitch/spelling";
import { fraction } from "../rhythm/fraction";
import { testId } from "../score/song.arbitraries";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf } from "../score/event";
import { newPart, type Part } from "../score/song";
import type { LinkKind } from "../score/technique";
import { HandTable } from "./hand-table";
import { judgementOf } from "./judgement";
import { profileById } from "./profiles";
import type { Plan } from "./plan-line";
import type { LineRequest } from "./line-request";
import { NO_WISHES } from "./wishes";

export function keyOf(text: string): Key {
  const key = parseKey(text);
  if (!key.ok) throw new Error(key.error);
  return key.value;
}

export function partOn(tuningId: string, capo = 0, name = "Guitar"): Part {
  const instrument = usualInstrument(tuningById(tuningId), name);
  return newPart("part", name, { instrument, capo: { fret: capo } });
}

/** What a call-out says, with the places it says. */
export function said(text: string, part: Part, key = "A minor"): readonly Bar[] {
  const frame = { key: keyOf(key), metre: { beats: 4, unit: 4 } as const, tempoBpm: 100 };
  return parseCallout(text, calloutContext(part, frame, USUAL_STYLE), testId).bars;
}

/** A bar of eighth notes that sound at the given heights, without places; a link leads to the first of each. */
export function soundingBar(
  moments: readonly { readonly heights: readonly number[]; readonly link?: LinkKind | undefined }[],
): Bar {
  const key = keyOf("A minor");
  return {
    events: moments.map(({ heights, link }) => ({
      kind: "notes",
      id: testId(),
      duration: fraction(1, 8),
      techniques: [],
      notes: heights.map((height, index) => ({
        kind: "pitched",
        id: testId(),
        pitch: spellMidi(midi(height), key),
        pinned: false,
        techniques: link && index === 0 ? [{ kind: link }] : [],
      })),
    })),
  };
}

export function tableOn(part: Part, key?: string, profile?: string): HandTable {
  return new HandTable(judgementOf(part, key ? keyOf(key) : undefined, profileById(profile)));
}

export function asked(bars: readonly Bar[], more: Partial<LineRequest> = {}): LineRequest {
  return { bars, scope: "unpinned", secondsPerWhole: () => 2.4, wishes: NO_WISHES, ...more };
}

/** @example placesIn(plan) // "6:0 5:2+4:2" */
export function placesIn(plan: Plan): string {
  return plan.moments
    .map(({ hand, notes }) =>
      hand.grip.holds
        .flatMap((hold, at) => (notes[at]!.isHeld ? [] : [`${hold.string}:${hold.fret ?? "x"}`]))
        .join("+"),
    )
    .join(" ");
}

/** @example placesSaid(bars) // "6:0 5:2+4:2" */
export function placesSaid(bars: readonly Bar[]): string {
  return eventsOf(bars)
    .map((event) =>
      notesOf(event)
        .map((note) =>
          note.kind === "dead" ? `${note.string}:x` : `${note.place?.string}:${note.place?.fret}`,
        )
        .join("+"),
    )
    .filter((text) => text !== "")
    .join(" ");
}

/** A part on any tuning of the library, with any capo a player might use. */
export const anyPart: fc.Arbitrary<Part> = fc
  .tuple(fc.constantFrom(...TUNING_LIBRARY), fc.nat({ max: 7 }))
  .map(([named, capo]) => partOn(named.id, capo));
