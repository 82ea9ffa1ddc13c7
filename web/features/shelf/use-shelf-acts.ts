import type { SongState } from "@intonazione/core/catalogue";
import { useCallback, useState } from "react";
import { problemOf, type Answer } from "@/calls/answer";
import {
  changeCollection,
  changeSongs,
  fetchCollections,
  type Card,
  type CollectionRow,
} from "@/calls/shelf-cards";
import type { Told } from "@/ui/toast";

/** What was done last, in words, and what takes it back. */
export interface Done extends Told {
  readonly undo?: () => Promise<void>;
}

export interface ShelfView {
  readonly cardOf: (id: string) => Card | undefined;
  /** Shows a change before the server has answered. */
  readonly change: (ids: ReadonlySet<string>, change: Partial<Card>) => void;
  /** Looks everything up again. */
  readonly again: () => Promise<void>;
}

const songsInWords = (count: number) => (count === 1 ? "1 song" : `${count} songs`);

/** What a teacher does with songs and collections; everything but emptying the bin can be undone. */
export function useShelfActs(view: ShelfView, first: readonly CollectionRow[]) {
  const [collections, setCollections] = useState(first);
  const [done, setDone] = useState<Done>();

  const lookUpCollections = async () => {
    const rows = await fetchCollections();
    if (rows.kind === "done") setCollections(rows.value);
  };
  const afresh = async () => {
    await Promise.all([view.again(), lookUpCollections()]);
  };
  /** @returns the answer, or undefined after the problem was told. */
  const settled = async <Value extends object>(
    asking: Promise<Answer<Value>>,
  ): Promise<Value | undefined> => {
    const answer = await asking;
    if (answer.kind === "done") return answer.value;
    setDone({ words: problemOf(answer), kind: "problem" });
    await afresh();
    return undefined;
  };
  const nameOf = (ids: readonly string[]) => {
    const [only] = ids;
    const card = ids.length === 1 && only !== undefined ? view.cardOf(only) : undefined;
    return card ? card.title : songsInWords(ids.length);
  };

  const setState = async (ids: readonly string[], state: SongState) => {
    view.change(new Set(ids), { state });
    const answer = await settled(changeSongs({ kind: "state", ids, state }));
    if (!answer) return;
    // What was looked up while this was on its way is older.
    view.change(new Set(ids), { state });
    const before = answer.before ?? [];
    setDone({
      words: `${nameOf(ids)}: ${state}`,
      undo: async () => {
        for (const was of new Set(before.map((one) => one.state))) {
          const own = before.filter((one) => one.state === was).map(({ id }) => id);
          view.change(new Set(own), { state: was });
          await settled(changeSongs({ kind: "state", ids: own, state: was }));
        }
      },
    });
  };

  const bringBack = async (ids: readonly string[]) => {
    if (!(await settled(changeSongs({ kind: "bring-back", ids })))) return;
    setDone({ words: `${nameOf(ids)}: back on the shelf`, undo: () => remove(ids) });
    await afresh();
  };

  const remove = async (ids: readonly string[]) => {
    const words = `${nameOf(ids)}: in the bin, for 30 days`;
    if (!(await settled(changeSongs({ kind: "remove", ids })))) return;
    setDone({ words, undo: () => bringBack(ids) });
    await afresh();
  };

  const copy = async (ids: readonly string[]) => {
    const answer = await settled(changeSongs({ kind: "copy", ids }));
    if (!answer) return;
    setDone({ words: `${nameOf(ids)}: copied`, undo: () => remove(answer.ids ?? []) });
    await afresh();
  };

  const rename = async (id: string, title: string) => {
    const before = view.cardOf(id)?.title;
    view.change(new Set([id]), { title });
    if (!(await settled(changeSongs({ kind: "rename", id, title })))) return;
    setDone({
      words: `renamed: ${title}`,
      ...(before !== undefined && { undo: () => rename(id, before) }),
    });
  };

  const emptyBin = async () => {
    const answer = await settled(changeSongs({ kind: "empty-bin" }));
    if (!answer) return;
    setDone({ words: `The bin is empty: ${songsInWords(answer.count ?? 0)} gone` });
    await afresh();
  };

  const create = async (name: string, ids: readonly string[] = []): Promise<string | undefined> => {
    const answer = await settled(changeCollection({ kind: "create", name, ids }));
    if (answer) await afresh();
    return answer?.id;
  };

  const renameCollection = async (id: string, name: string) => {
    const before = collections.find((one) => one.id === id)?.name;
    if (!(await settled(changeCollection({ kind: "rename", id, name })))) return;
    setDone({
      words: `renamed: ${name}`,
      ...(before !== undefined && { undo: () => renameCollection(id, before) }),
    });
    await lookUpCollections();
  };

  const dissolve = async ({ id, name }: CollectionRow) => {
    const answer = await settled(changeCollection({ kind: "remove", id }));
    if (!answer) return;
    setDone({
      words: `${name}: dissolved, its songs are on the shelf`,
      undo: async () => void (await create(name, answer.ids ?? [])),
    });
    await afresh();
  };

  const putInto = async (ids: readonly string[], id: string, isIn: boolean) => {
    const kind = isIn ? "add" : "take";
    if (!(await settled(changeCollection({ kind, id, ids })))) return;
    const name = collections.find((one) => one.id === id)?.name ?? "the collection";
    setDone({
      words: `${nameOf(ids)}: ${isIn ? "in" : "no longer in"} ${name}`,
      undo: () => putInto(ids, id, !isIn),
    });
    await afresh();
  };

  const move = async (id: string, songId: string, before: string | undefined) => {
    await settled(changeCollection({ kind: "move", id, songId, before }));
  };

  const undo = useCallback(() => {
    if (!done?.undo) return;
    setDone(undefined);
    void done.undo();
  }, [done]);

  return {
    collections,
    done,
    dismiss: () => setDone(undefined),
    undo,
    setState,
    bringBack,
    remove,
    copy,
    rename,
    emptyBin,
    create,
    renameCollection,
    dissolve,
    putInto,
    move,
  };
}
