import { lineOf } from "@intonazione/core/score";
import { spellBars } from "@intonazione/core/theory";
import { download, SONG_JSON, TEXT_TAB, type FileWay } from "@/features/hand-out/download";
import { BAR_FIELD_ID, EVENT_FIELD_ID } from "@/features/write/said-and-techniques";
import { focusCallOut, turnTo } from "@/open-song/call-out-actions";
import type { OpenSong } from "@/open-song/context";
import { nextNote, walk, type Step } from "@/open-song/cursor";
import { partAt } from "@/open-song/derived";
import { noteHere } from "@/open-song/note-here";
import { LANES, toggleLane } from "@/open-song/state/shown-lanes";
import type { SongStore } from "@/open-song/state/store";
import { LANDMARKS } from "@/open-song/state/view";
import { pinNote, unpin, writeLine } from "@/open-song/transactions";
import { STAGES, stageById, viewOf } from "@/stages/register";
import type { Command } from "@/stages/command";
import { switchTheme } from "@/ui/theme";

/** Every command of an open song: what the stage at hand means by its keys, then what all mean. */
export function commandsOf(opened: OpenSong): readonly Command[] {
  const { store } = opened;
  return [
    ...STAGES.flatMap((stage) =>
      (stage.commandsHere?.(opened) ?? []).map((command): Command => ({
        ...command,
        isOn: () => stageById(store.getState().stage) === stage && (command.isOn?.() ?? true),
      })),
    ),
    ...general(opened),
    ...STAGES.flatMap((stage) => stage.commands?.(opened) ?? []),
    ...leading(store),
  ];
}

/** What every stage has. */
function general({ store, player, order }: OpenSong): readonly Command[] {
  const changesTakes = () => stageById(store.getState().stage).changesTakes === true;
  const hasEvent = () => {
    const { stage, cursor } = store.getState();
    return stage === LANDMARKS.strips.stage && cursor.eventId !== undefined;
  };
  return [
    {
      id: "palette",
      label: "All commands",
      keys: ["mod+k"],
      run: () => store.setState({ overlay: { kind: "palette" } }),
    },
    {
      id: "undo",
      label: "Undo",
      keys: ["mod+z"],
      run: () => (changesTakes() ? order.undo() : void store.undo()),
    },
    {
      id: "redo",
      label: "Redo",
      keys: ["mod+shift+z", "mod+y"],
      run: () => (changesTakes() ? order.redo() : void store.redo()),
    },
    ...walking(store),
    { id: "play", label: "Play, or stop playing", keys: [" "], run: player.playOrStop },
    { id: "say", label: "Say a new phrase", keys: ["s"], run: () => say(store, undefined) },
    {
      id: "rewrite",
      label: "Say this phrase anew",
      keys: ["e", "Enter"],
      run: () => {
        const { phraseId } = store.getState().cursor;
        if (phraseId !== undefined) say(store, phraseId);
      },
    },
    {
      id: "say-event",
      label: "Say this event anew",
      keys: ["shift+Enter"],
      isOn: hasEvent,
      run: () => focusField(store, EVENT_FIELD_ID),
    },
    {
      id: "say-bar",
      label: "Say chords, metre, tempo or pick-up of this bar",
      keys: ["shift+s"],
      isOn: hasEvent,
      run: () => focusField(store, BAR_FIELD_ID),
    },
    { id: "pin", label: "Pin the note here, or unpin it", keys: ["p"], run: () => pin(store) },
    {
      id: "move-phrase",
      label: "Move this phrase to other frets, strings or a chord…",
      keys: ["shift+p"],
      run: () => {
        const { phraseId } = store.getState().cursor;
        if (phraseId !== undefined) store.setState({ overlay: { kind: "move-phrase", phraseId } });
      },
    },
    {
      id: "tap-rhythm",
      label: "Tap the rhythm of this phrase…",
      keys: ["shift+t"],
      run: () => {
        const { phraseId } = store.getState().cursor;
        if (phraseId !== undefined) store.setState({ overlay: { kind: "tap-rhythm", phraseId } });
      },
    },
    {
      id: "move-to",
      label: "Move to another instrument, tuning or capo…",
      keys: ["m"],
      run: () => store.goTo(LANDMARKS.moveTo),
    },
    {
      id: "read-tab",
      label: "Read a tablature…",
      keys: ["t"],
      run: () => store.setState({ overlay: { kind: "read-tab" } }),
    },
    {
      id: "open-talk",
      label: "Open a talk, or captions of a lesson…",
      keys: ["shift+o"],
      run: () => store.setState({ overlay: { kind: "open-talk" } }),
    },
    { id: "next-part", label: "Next part", keys: ["."], run: () => changePart(store, 1) },
    { id: "previous-part", label: "Previous part", keys: [","], run: () => changePart(store, -1) },
    {
      id: "all-parts",
      label: "Show all parts one above the other, or only this one",
      keys: ["a"],
      run: () => store.setState((state) => ({ showsAllParts: !state.showsAllParts })),
    },
    {
      id: "fold-panel",
      label: "Fold the panel at the cursor, or bring it back",
      keys: ["shift+d"],
      run: () => fold(store, "panel"),
    },
    {
      id: "fold-neck",
      label: "Fold the neck, or bring it back",
      keys: ["shift+g"],
      run: () => fold(store, "neck"),
    },
    {
      id: "next-view",
      label: "Next view of this stage",
      keys: [">"],
      run: () => turnView(store, 1),
    },
    {
      id: "previous-view",
      label: "Previous view of this stage",
      keys: ["<"],
      run: () => turnView(store, -1),
    },
    {
      id: "respell",
      label: "Spell this phrase by key and direction",
      run: () => respellPhrase(store),
    },
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

/** The ways to every stage and view. */
function leading(store: SongStore): readonly Command[] {
  return STAGES.flatMap(({ id, name, key, views }) => [
    { id, label: `Stage: ${name}`, keys: [key], run: () => store.goTo({ stage: id }) },
    ...views.map((view): Command => ({
      id: `${id}-${view.id}`,
      label: `${name}: ${view.name}`,
      run: () => store.goTo({ stage: id, view: view.id }),
    })),
  ]);
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

function pin(store: SongStore): void {
  const here = noteHere(store.getState());
  if (!here?.note.place) return;
  const { at, note } = here;
  store.run(note.pinned ? unpin(at, note) : pinNote(at, note, here.note.place));
}

/** Where the call-out line is not to be seen, what stands in its place gives way to it. */
export function showCallOut(store: SongStore): void {
  const { stage, views } = store.getState();
  const { hasStrips: isShown, hasCallOut } = viewOf(stageById(stage), views[stage]);
  if (isShown || hasCallOut) return;
  const here = stageById(stage).views.find(({ hasStrips }) => hasStrips);
  store.goTo(here ? { stage, view: here.id } : LANDMARKS.strips);
}

function say(store: SongStore, phraseId: string | undefined): void {
  showCallOut(store);
  turnTo(store, phraseId);
  focusCallOut();
}

/** A field of the panel, which may be folded. */
function focusField(store: SongStore, id: string): void {
  store.setState(({ folds }) => ({ folds: { ...folds, panel: false } }));
  const field = document.getElementById(id);
  if (field instanceof HTMLInputElement) return takeKeys(field);
  requestAnimationFrame(() => {
    const shown = document.getElementById(id);
    if (shown instanceof HTMLInputElement) takeKeys(shown);
  });
}

function takeKeys(field: HTMLInputElement): void {
  field.focus();
  field.select();
}

export function fold(store: SongStore, what: "panel" | "neck"): void {
  store.setState(({ folds }) => ({ folds: { ...folds, [what]: !folds[what] } }));
}

function turnView(store: SongStore, step: 1 | -1): void {
  const { stage: id, views } = store.getState();
  const stage = stageById(id);
  const here = stage.views.indexOf(viewOf(stage, views[stage.id]));
  const next = stage.views[(here + step + stage.views.length) % stage.views.length]!;
  store.goTo({ stage: stage.id, view: next.id });
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
