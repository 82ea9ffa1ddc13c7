import { formatFraction } from "../rhythm/fraction";
import { timed, withEvents, type Bar } from "./bar";
import { copyOfEvent, withNotes, type Note } from "./event";
import type { LineContent } from "./edit";
import { barKey } from "./merge-bars";
import type { Version } from "./song";
import type { LinkKind } from "./technique";

/** The usual reasons for another version, as starting points of its label. */
export const VERSION_LABELS = [
  "as on the record",
  "as on stage",
  "simplified",
  "other fingering",
  "every note picked",
] as const;

/** What an ear or an eye would tell apart: ids of the events of `bars` that `other` does not have there. */
export function differences(bars: readonly Bar[], other: readonly Bar[]): ReadonlySet<string> {
  const ids = new Set<string>();
  for (const [index, bar] of bars.entries()) {
    const there = new Set(placesIn(other[index]).map(({ key }) => key));
    for (const { id, key } of placesIn(bar)) if (!there.has(key)) ids.add(id);
  }
  return ids;
}

/** Every event of a bar with its moment and all that is written of it. */
function placesIn(bar: Bar | undefined): readonly { readonly id: string; readonly key: string }[] {
  if (!bar) return [];
  return [bar.events, bar.voiceTwo ?? []].flatMap((voice, which) =>
    timed(voice).map(({ event, onset }) => ({
      id: event.id,
      key: `${which} ${formatFraction(onset)} ${barKey({ events: [event] })}`,
    })),
  );
}

const LEGATO: readonly LinkKind[] = ["hammer-on", "pull-off", "slide"];

/** The same notes without legato: each one struck. A slide that was drawn stays, and is picked at its end. */
export function everyNotePicked(bars: readonly Bar[]): readonly Bar[] {
  return bars.map((bar) => withEvents(bar, (event) => withNotes(event, picked)));
}

function picked(note: Note): Note {
  if (note.kind === "dead") return note;
  const techniques = note.techniques.flatMap((one) => {
    if (one.kind === "slide") return [{ kind: "shift-slide" } as const];
    return (LEGATO as readonly string[]).includes(one.kind) ? [] : [one];
  });
  const isSame =
    techniques.length === note.techniques.length &&
    techniques.every((one, index) => one === note.techniques[index]);
  return isSame ? note : { ...note, techniques };
}

/** The same bars with ids of their own, so that both versions can stand in one song. */
export function copyOfBars(bars: readonly Bar[], newId: () => string): readonly Bar[] {
  return bars.map((bar) => withEvents(bar, (event) => copyOfEvent(event, newId)));
}

/**
 * Puts another version in the place of the one that stands in the song; that one takes its place
 * among the others.
 * @throws RangeError when there is no such version.
 */
export function chooseVersion({ others, ...current }: LineContent, index: number): LineContent {
  const wanted = others[index];
  if (!wanted) throw new RangeError(`version must be 0–${others.length - 1}, got ${index}`);
  return { ...wanted, others: others.with(index, current) };
}

export function addVersion(line: LineContent, version: Version): LineContent {
  return { ...line, others: [...line.others, version] };
}

export function removeVersion(line: LineContent, index: number): LineContent {
  return { ...line, others: line.others.toSpliced(index, 1) };
}
