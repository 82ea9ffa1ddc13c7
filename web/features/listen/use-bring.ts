import type { TakeKind } from "@intonazione/core/takes";
import { useOpenSong } from "@/open-song/context";
import { bringTake } from "@/open-takes/bring";
import { problemInWords } from "./words";

/** Brings files as takes, one after the other, and says what became of them. */
export function useBring(): (
  files: Iterable<{ readonly name: string; readonly file: Blob }>,
  kind?: TakeKind,
) => Promise<void> {
  const { store, takes } = useOpenSong();
  return async (files, kind = "record") => {
    const problems: string[] = [];
    const names: string[] = [];
    let isKept = true;
    for (const { name, file } of files) {
      const brought = await bringTake(takes, file, { name, kind });
      if (brought.kind === "problem") {
        problems.push(problemInWords(brought.name, brought.problem));
        continue;
      }
      names.push(brought.take.name);
      isKept &&= brought.isKept;
    }
    const [first, ...details] = problems;
    if (first !== undefined) return store.tell({ words: first, kind: "problem", details });
    if (!isKept) {
      return store.tell({
        words: `This browser has no room to keep “${names.at(-1)}”. Leave the page open until it has been sent.`,
        kind: "caution",
      });
    }
    if (names.length > 0) store.tell({ words: `Brought “${names.join("”, “")}”` });
  };
}
