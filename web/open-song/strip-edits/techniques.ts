import { isSame } from "@intonazione/core/foundation";
import {
  inOrder,
  isLink,
  notesOf,
  type EventTechnique,
  type Note,
  type Stroke,
  type Technique,
} from "@intonazione/core/score";
import type { SongState } from "../state/store";
import { change, changeNotes, here, type StripEdit } from "./line-at-hand";

/** What is done to the chosen notes and events, switched on and off. */

/** Links exclude each other; pressing the same one again takes it away. */
export function toggleTechnique(state: SongState, technique: Technique): StripEdit | undefined {
  const label = technique.kind.replaceAll("-", " ");
  const at = here(state);
  const has = at?.chosen
    .flatMap(notesOf)
    .some(
      (note) => note.kind === "pitched" && note.techniques.some((one) => isSame(one, technique)),
    );
  return changeNotes(state, label, (note): Note => {
    if (note.kind === "dead") return note;
    const others = note.techniques.filter(
      (one) => one.kind !== technique.kind && !(isLink(technique) && isLink(one)),
    );
    return { ...note, techniques: has ? others : inOrder([...others, technique]) };
  });
}

export function toggleEventTechnique(
  state: SongState,
  technique: EventTechnique,
): StripEdit | undefined {
  const at = here(state);
  const label = technique.kind.replaceAll("-", " ");
  const has = at?.chosen.some(
    (event) => event.kind === "notes" && event.techniques.some((one) => isSame(one, technique)),
  );
  return change(state, label, (event) => {
    if (event.kind !== "notes") return event;
    const others = event.techniques.filter(({ kind }) => kind !== technique.kind);
    return { ...event, techniques: has ? others : inOrder([...others, technique]) };
  });
}

/** Down, up, as the school suggests. */
export function turnStroke(state: SongState): StripEdit | undefined {
  const next: Readonly<Record<string, Stroke | undefined>> = {
    none: "down",
    down: "up",
    up: undefined,
  };
  return change(state, "turn the stroke", (event) => {
    if (event.kind !== "notes") return event;
    const { stroke, ...rest } = event;
    const wanted = next[stroke ?? "none"];
    return wanted ? { ...rest, stroke: wanted } : rest;
  });
}

export function toggleFermata(state: SongState): StripEdit | undefined {
  return change(state, "fermata", ({ fermata, ...event }) =>
    fermata ? event : { ...event, fermata: true },
  );
}
