import { parsePitch } from "@intonazione/core/pitch";
import type { Take } from "@intonazione/core/takes";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import { hear, NOTHING_HEARD, type Listening } from "@/open-song/listener-marks";
import { LANDMARKS } from "@/open-song/state/view";
import { setForm } from "@/open-song/transactions";
import { notesAlong } from "./along";
import { sectionsOfMarks } from "./sections-of-marks";
import { useAlong } from "./use-along";

/** A note that begins so near to a mark is meant by it, in seconds. */
const NEAR_SECONDS = 0.2;

/** What the marks of a take can be made of; each undefined where there is nothing to make it of. */
export function useMarks(take: Take): {
  readonly makeForm: (() => void) | undefined;
  readonly tellFinder: (() => void) | undefined;
} {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const along = useAlong(take);
  const known = useSong((state) => state.heard[part.id]) ?? NOTHING_HEARD;

  const nameOf = (phraseId: string) => song.phrases.find(({ id }) => id === phraseId)?.name ?? "";
  const sections = along && sectionsOfMarks(along.passes, take.marks, nameOf, newId);

  const heard = take.marks.reduce<Listening>((listening, mark) => {
    if (mark.kind === "lowest-note") {
      const pitch = parsePitch(mark.words.trim());
      return pitch.ok ? { ...listening, lowest: pitch.value } : listening;
    }
    if (mark.kind !== "open-string" || !along) return listening;
    const off = (from: number) => Math.abs(from - mark.seconds);
    const note = notesAlong(part.id, along)
      .filter(({ from }) => off(from) < NEAR_SECONDS)
      .sort((a, b) => off(a.from) - off(b.from))[0];
    if (!note) return listening;
    const { open: _, ...others } = listening.events[note.eventId] ?? {};
    return hear(listening, note.eventId, { ...others, open: true });
  }, known);

  return {
    makeForm:
      sections &&
      (() => {
        store.run(setForm(sections));
        store.tell({
          words: `The form is: ${sections.map(({ name }) => name).join(", ")}`,
          undoes: store.getState().history.past.at(-1)!,
        });
      }),
    tellFinder:
      heard === known
        ? undefined
        : () => {
            store.setState((state) => ({ heard: { ...state.heard, [part.id]: heard } }));
            store.goTo(LANDMARKS.whichTuning);
          },
  };
}
