import { TAKES_FORMAT } from "@intonazione/core/formats/json";
import { mergeTakes, type MergedTakes, type Takes } from "@intonazione/core/takes";
import { get, set } from "idb-keyval";
import { nanoid } from "nanoid";
import { takesClient, takesOfSong } from "@/calls/documents";
import { LocalCopies } from "@/documents/local-copies";
import { Saver, startingPoint, type OpenDocument } from "@/documents/saver";
import { windowName } from "@/documents/window-name";
import { forgetHearing } from "@/workers/kept-hearing";
import { Hearing } from "./hearing";
import { letGoOfUnused } from "./kept-sounds";
import { TakePlayer } from "./player";
import { Sendings } from "./sendings";
import { Sounds } from "./sounds";
import { createTakesStore, type TakesStore } from "./store";

const RETRY_MS = 4000;

/** The takes of an open song: their document, their bytes, what is heard and played of them. */
export interface OpenTakes {
  readonly store: TakesStore;
  readonly sounds: Pick<Sounds, "keep" | "of" | "here">;
  readonly hearing: Pick<Hearing, "attend" | "tile" | "pulse" | "transposition">;
  readonly player: Pick<
    TakePlayer,
    "playOrStop" | "play" | "stop" | "seek" | "prepare" | "positionNow" | "setBalance" | "follow"
  >;
  /** What still has to be done before the song is left. */
  readonly holdOpen: (work: Promise<unknown>) => void;
  readonly leave: () => Promise<void>;
}

/**
 * Opens the takes of a song behind the song itself, which need not wait for them.
 * @param tell Told what became of takes that two windows changed.
 */
export function openTakes(songId: string, tell: (words: string) => void): OpenTakes {
  const store = createTakesStore();
  const sounds = new Sounds(store);
  const hearing = new Hearing(store, sounds);
  const player = new TakePlayer(store, sounds);
  let saver: Saver<Takes> | undefined;
  let sendings: Sendings | undefined;
  let isLeft = false;
  const held = new Set<Promise<unknown>>();
  const open = async (): Promise<void> => {
    const opened = await openDocument(songId, store, tell);
    if (isLeft) {
      await opened?.stop();
      return;
    }
    if (!opened) {
      store.setState({ opening: "away" });
      setTimeout(() => !isLeft && void open(), RETRY_MS);
      return;
    }
    saver = opened;
    store.setState({ opening: "open" });
    sendings = new Sendings(store, sounds);
  };
  void open();
  void letGoOfUnused(Date.now()).then((takeIds) => Promise.all(takeIds.map(forgetHearing)));
  const merged = store.subscribe(({ saving }, before) => {
    // Other windows' takes come in by themselves: nothing of either is lost.
    if (saving.kind === "conflict" && before.saving.kind !== "conflict") {
      queueMicrotask(() => saver?.mergeBoth(nanoid) ?? saver?.keepMine());
    }
  });
  return {
    store,
    sounds,
    hearing,
    player,
    holdOpen(work) {
      held.add(work);
    },
    async leave() {
      isLeft = true;
      hearing.stop();
      player.leave();
      await Promise.allSettled(held);
      merged();
      sendings?.stop();
      await saver?.stop();
    },
  };
}

/** @returns undefined while neither the server nor this browser has them. */
async function openDocument(
  songId: string,
  store: TakesStore,
  tell: (words: string) => void,
): Promise<Saver<Takes> | undefined> {
  const [name, id] = await Promise.all([windowName(), idOf(songId)]);
  if (id === undefined) return undefined;
  const copies = new LocalCopies(TAKES_FORMAT, id, name);
  const stored = await takesClient.fetch(id);
  const found = await copies.find(stored?.version).catch(() => undefined);
  const start = startingPoint(stored, found);
  if (!start) return undefined;
  store.reopen(start.value);
  store.setState({ saving: start.saving });
  const shelves = {
    keep: copies.keep.bind(copies),
    send: takesClient.save.bind(takesClient, id),
    fetch: takesClient.fetch.bind(takesClient, id),
  };
  // Another window's copy, while the database is away: it is shown, and that window keeps it.
  if (start.saving.kind === "reading") return undefined;
  return new Saver(takesDocument(store, tell), shelves, start.version, start.base);
}

/** Remembered, so that a song is opened with its takes while the server is away. */
async function idOf(songId: string): Promise<string | undefined> {
  const key = `takes-of/${songId}`;
  const answer = await takesOfSong(songId);
  if (answer.kind !== "done") return get<string>(key).catch(() => undefined);
  void set(key, answer.value).catch(() => undefined);
  return answer.value;
}

function takesDocument(store: TakesStore, tell: (words: string) => void): OpenDocument<Takes> {
  const value = () => store.getState().history.takes;
  return {
    value,
    subscribe: (changed) =>
      store.subscribe((state, before) => {
        if (state.history.takes !== before.history.takes) changed();
      }),
    saving: () => store.getState().saving,
    report: (saving) => store.setState({ saving }),
    reopen: (takes) => store.reopen(takes),
    merge(base, theirs) {
      const merged = mergeTakes(base, value(), theirs);
      store.run("bring both windows together", () => merged.takes);
      const words = mergedInWords(merged);
      if (words !== "") tell(words);
      return merged.both;
    },
  };
}

/** What another window did that somebody here may miss. */
function mergedInWords({ both, removed, stayed }: MergedTakes): string {
  const named = (names: readonly string[]) => `“${names.join("”, “")}”`;
  return [
    ...(removed.length > 0 ? [`Another window removed ${named(removed)}.`] : []),
    ...(stayed.length > 0
      ? [`Another window removed ${named(stayed)}; what was changed here stays.`]
      : []),
    ...(both.length > 0 ? [`Both windows changed ${both.join(", ")}: it is as it is here.`] : []),
  ].join(" ");
}
