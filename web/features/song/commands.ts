import { lineOf } from "@intonazione/core/score";
import { spellBars } from "@intonazione/core/theory";
import { nextFinding } from "./show-finding";
import { followWish } from "@/open-song/follow-wish";
import { unpin, pinNote, writeLine } from "@/open-song/transactions";
import { neckOfPart, partAt } from "@/open-song/derived";
import { nextNote, noteAt, stopAt, walk, type Step } from "@/open-song/cursor";
import { LANES, toggleLane } from "@/open-song/shown-lanes";
import {
  CHECK_VIEWS,
  PLACE_VIEWS,
  SET_UP_VIEWS,
  WRITE_VIEWS,
  type SongStore,
} from "@/open-song/store";
import { CALL_OUT_ID } from "@/features/call-out/call-out-line";
import { turnTo } from "@/features/call-out/actions";
import { download, SONG_JSON, TEXT_TAB, type FileWay } from "@/features/hand-out/download";
import { otherPlaces } from "@/ui/other-places";
import { switchTheme } from "@/ui/theme";
import { BAR_FIELD_ID, EVENT_FIELD_ID } from "@/features/write/event-panel";
import { SET_UP_VIEW_NAME } from "@/features/set-up/view-names";
import type { Command } from "./command";
import { goToStage } from "./stage-line";
import { stripCommands } from "./strip-commands";

/** What only the screen itself can do. */
export interface ScreenActions {
  readonly openPalette: () => void;
  readonly openMoveTo: () => void;
  readonly openReadTab: () => void;
  readonly playOrStop: () => void;
  readonly movePhrase: () => void;
  /** The call-out line makes room for Move to…; this brings it back. */
  readonly showCallOut: () => void;
}

/** One key is one hint. */
const HINTED_FRETS: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8, 9];

function placeAround(store: SongStore, fret: number | undefined): void {
  const { cursor, history } = store.getState();
  const { phraseId, partId } = cursor;
  if (phraseId === undefined) return;
  const { around: _, ...others } = lineOf(history.song, phraseId, partId)?.wishes ?? {};
  const wishes = fret === undefined ? others : { ...others, around: fret };
  void followWish(store, { phraseId, partId }, wishes);
}

/** Every command of an open song. */
export function commandsOf(store: SongStore, screen: ScreenActions): readonly Command[] {
  const hasEvent = () => {
    const { stage, cursor } = store.getState();
    return stage === "write" && cursor.eventId !== undefined;
  };
  return [
    { id: "palette", label: "All commands", keys: ["mod+k"], run: screen.openPalette },
    { id: "undo", label: "Undo", keys: ["mod+z"], run: () => store.undo() },
    { id: "redo", label: "Redo", keys: ["mod+shift+z", "mod+y"], run: () => store.redo() },
    ...stripCommands(store),
    ...walking(store),
    {
      id: "play",
      label: "Play, or stop playing",
      keys: [" "],
      run: screen.playOrStop,
    },
    { id: "say", label: "Say a new phrase", keys: ["s"], run: () => sayNew(store, screen) },
    {
      id: "rewrite",
      label: "Say this phrase anew",
      keys: ["e", "Enter"],
      run: () => rewrite(store, screen),
    },
    {
      id: "say-event",
      label: "Say this event anew",
      keys: ["shift+Enter"],
      isOn: hasEvent,
      run: () => focusField(EVENT_FIELD_ID),
    },
    {
      id: "say-bar",
      label: "Say chords, metre, tempo or pick-up of this bar",
      keys: ["shift+s"],
      isOn: hasEvent,
      run: () => focusField(BAR_FIELD_ID),
    },
    { id: "pin", label: "Pin the note here, or unpin it", keys: ["p"], run: () => pin(store) },
    ...movesToRings(store),
    {
      id: "move-phrase",
      label: "Move this phrase to other frets, strings or a chord…",
      keys: ["shift+p"],
      run: screen.movePhrase,
    },
    {
      id: "move-to",
      label: "Move to another instrument, tuning or capo…",
      keys: ["m"],
      run: screen.openMoveTo,
    },
    { id: "read-tab", label: "Read a tablature…", keys: ["t"], run: screen.openReadTab },
    { id: "next-part", label: "Next part", keys: ["."], run: () => changePart(store, 1) },
    { id: "previous-part", label: "Previous part", keys: [","], run: () => changePart(store, -1) },
    {
      id: "all-parts",
      label: "Show all parts one above the other, or only this one",
      keys: ["a"],
      run: () => store.setState((state) => ({ showsAllParts: !state.showsAllParts })),
    },
    {
      id: "set-up",
      label: "Stage: Set up",
      keys: ["u"],
      run: () => goToStage(store, "set-up"),
    },
    ...SET_UP_VIEWS.map((view): Command => ({
      id: `set-up-${view}`,
      label: `Set up: ${SET_UP_VIEW_NAME[view]}`,
      run: () => {
        store.setState({ setUpView: view });
        goToStage(store, "set-up");
      },
    })),
    ...WRITE_VIEWS.map((view): Command => ({
      id: `write-${view}`,
      label: `Write: ${view}`,
      run: () => {
        store.setState({ writeView: view });
        goToStage(store, "write");
      },
    })),
    ...PLACE_VIEWS.map((view): Command => ({
      id: `place-${view}`,
      label: `Place: ${view}`,
      run: () => {
        store.setState({ placeView: view });
        goToStage(store, "place");
      },
    })),
    ...CHECK_VIEWS.map((view): Command => ({
      id: `check-${view}`,
      label: `Check: ${view}`,
      run: () => {
        store.setState({ checkView: view });
        goToStage(store, "check");
      },
    })),
    ...HINTED_FRETS.map((fret): Command => ({
      id: `around-${fret}`,
      label: `Place this phrase around fret ${fret}`,
      keys: [`alt+${fret}`],
      run: () => placeAround(store, fret),
    })),
    {
      id: "place-best",
      label: "Place this phrase the best way",
      keys: ["alt+0"],
      run: () => placeAround(store, undefined),
    },
    { id: "write", label: "Stage: Write", keys: ["w"], run: () => goToStage(store, "write") },
    { id: "place", label: "Stage: Place", keys: ["l"], run: () => goToStage(store, "place") },
    { id: "check", label: "Stage: Check", keys: ["shift+f"], run: () => goToStage(store, "check") },
    {
      id: "respell",
      label: "Spell this phrase by key and direction",
      run: () => respellPhrase(store),
    },
    { id: "next-finding", label: "Next finding", keys: ["shift+n"], run: () => nextFinding(store) },
    ...LANES.map((lane): Command => ({
      id: `lane-${lane}`,
      label: `Show or hide the lane “${lane}”`,
      run: () => store.setState((state) => toggleLane(state, state.cursor.phraseId, lane)),
    })),
    {
      id: "text-tab",
      label: "Hand out: plain-text tablature of this part",
      run: () => handOut(store, TEXT_TAB),
    },
    {
      id: "json",
      label: "Hand out: the whole song as a file",
      run: () => handOut(store, SONG_JSON),
    },
    { id: "theme", label: "Day or evening theme", run: switchTheme },
  ];
}

function walking(store: SongStore): readonly Command[] {
  const steps: readonly (readonly [Step, string, ...string[]])[] = [
    ["next", "Next event", "ArrowRight"],
    ["previous", "Previous event", "ArrowLeft"],
    ["next-phrase", "Next phrase", "PageDown", "ArrowDown"],
    ["previous-phrase", "Previous phrase", "PageUp", "ArrowUp"],
    ["first", "First event of the phrase", "Home"],
    ["last", "Last event of the phrase", "End"],
  ];
  const go = (step: Step) => () => {
    const { history, cursor } = store.getState();
    store.moveCursor({ noteId: undefined, ...walk(history.song, cursor, step) });
  };
  const among = (step: 1 | -1) => () => {
    const { history, cursor } = store.getState();
    store.moveCursor(nextNote(history.song, cursor, step));
  };
  return [
    ...steps.map(([step, label, ...keys]): Command => ({
      id: step,
      label,
      keys,
      run: go(step),
    })),
    { id: "next-note", label: "Next note of the chord", keys: ["c"], run: among(1) },
    { id: "previous-note", label: "Previous note of the chord", keys: ["shift+c"], run: among(-1) },
  ];
}

/** The note at the cursor with everything around it. */
function noteHere(store: SongStore) {
  const { history, cursor } = store.getState();
  const stop = stopAt(history.song, cursor);
  const note = stop && noteAt(stop.event, cursor);
  if (!stop || note?.kind !== "pitched") return undefined;
  const part = partAt(history.song, cursor.partId);
  return { note, event: stop.event, part, at: { phraseId: stop.phraseId, partId: part.id } };
}

function movesToRings(store: SongStore): readonly Command[] {
  return Array.from({ length: 9 }, (_, index) => ({
    id: `ring-${index + 1}`,
    label: `Move the note to ring ${index + 1}`,
    keys: [String(index + 1)],
    isOn: () => store.getState().stage === "place",
    run: () => {
      const here = noteHere(store);
      const place = here && otherPlaces(here.note, here.event, neckOfPart(here.part))[index];
      if (place) store.run(pinNote(here.at, here.note, place));
    },
  }));
}

function pin(store: SongStore): void {
  const here = noteHere(store);
  if (!here?.note.place) return;
  const { at, note } = here;
  store.run(note.pinned ? unpin(at, note) : pinNote(at, note, here.note.place));
}

function sayNew(store: SongStore, screen: ScreenActions): void {
  screen.showCallOut();
  turnTo(store, undefined);
  focusCallOut();
}

function rewrite(store: SongStore, screen: ScreenActions): void {
  const { cursor } = store.getState();
  if (cursor.phraseId === undefined) return;
  screen.showCallOut();
  turnTo(store, cursor.phraseId);
  focusCallOut();
}

/**
 * The line takes the keys at once, so that none of the next ones is lost; once it shows the phrase's
 * words, the caret goes behind them.
 */
export function focusCallOut(): void {
  document.getElementById(CALL_OUT_ID)?.focus();
  requestAnimationFrame(() => {
    const field = document.getElementById(CALL_OUT_ID);
    if (!(field instanceof HTMLTextAreaElement)) return;
    field.focus();
    field.setSelectionRange(field.value.length, field.value.length);
  });
}

function focusField(id: string): void {
  const field = document.getElementById(id);
  if (!(field instanceof HTMLInputElement)) return;
  field.focus();
  field.select();
}

function respellPhrase(store: SongStore): void {
  const { cursor, history } = store.getState();
  const { phraseId, partId } = cursor;
  const line = phraseId === undefined ? undefined : lineOf(history.song, phraseId, partId);
  if (!line) return;
  const bars = spellBars(line.bars, history.song.key);
  if (bars.some((bar, index) => bar !== line.bars[index])) {
    store.run(writeLine("spell a phrase by its key", { ...line, bars }));
  }
}

function changePart(store: SongStore, step: 1 | -1): void {
  const { history, cursor } = store.getState();
  const { parts } = history.song;
  const here = parts.findIndex(({ id }) => id === cursor.partId);
  const next = parts[(here + step + parts.length) % parts.length]!;
  store.moveCursor({ partId: next.id, eventId: undefined, noteId: undefined });
}

function handOut(store: SongStore, way: FileWay): void {
  const { history, cursor, studio } = store.getState();
  const { song } = history;
  download(way, { song, part: partAt(song, cursor.partId), studio });
}
