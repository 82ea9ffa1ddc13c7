import { HEARD_SIDES } from "@intonazione/core/listening";
import { positionAt, secondsAt, type Loop } from "@intonazione/core/takes";
import { keepStill, stepFilm } from "@/features/listen/film/film-keys";
import { momentNow } from "@/features/listen/moment-now";
import { pan, showAll, showStretch, zoom } from "@/features/listen/show";
import { bandOfNeck, tuneCents } from "@/features/listen/tune";
import { setStretch } from "@/features/listen/use-set-stretch";
import type { OpenSong } from "@/open-song/context";
import { neckOfPart, partAt } from "@/open-song/derived";
import { setBarOne, setBeat, Taps } from "@/open-takes/beats";
import { keepLoop, mark, nextLoop } from "@/open-takes/loops";
import { loopAtHand, takeAtHand, type TakesStore } from "@/open-takes/store";
import type { Command } from "../command";

const BACK_SECONDS = 2;
const NUDGE_SECONDS = 0.01;
const STEP_SECONDS = 0.5;
const SPEED_STEP = 0.05;
const PAN_SHARE = 0.8;

/** What keys do while a take is on the bench. */
export function listenCommands(opened: OpenSong): readonly Command[] {
  const { takes } = opened;
  const { store, player } = takes;
  const isOn = () => takeAtHand(store.getState()) !== undefined;
  const here = () => momentNow(takes);
  const loop = () => loopAtHand(store.getState())!;
  const go = (seconds: number) => {
    player.seek(seconds);
    showStretch(store, Math.max(0, seconds), Math.max(0, seconds));
  };
  const command = (
    id: string,
    label: string,
    keys: readonly string[],
    run: () => void,
  ): Command => ({
    id: `take-${id}`,
    label,
    keys,
    isOn,
    run,
  });
  return [
    command("play", "Play the take, or stop", [" "], player.playOrStop),
    command("back", "Jump back two seconds", ["Backspace"], () => go(here() - BACK_SECONDS)),
    command("back-bar", "Jump back a bar", ["b"], () => go(barsBack(store, here(), 1))),
    command("back-half", "Jump back half a bar", ["shift+b"], () =>
      go(barsBack(store, here(), 0.5)),
    ),
    command("step-on", "On by a beat", ["ArrowRight"], () => go(beatsOn(store, here(), 1))),
    command("step-back", "Back by a beat", ["ArrowLeft"], () => go(beatsOn(store, here(), -1))),
    command("nudge-on", "On by 10 ms", ["shift+ArrowRight"], () => go(here() + NUDGE_SECONDS)),
    command("nudge-back", "Back by 10 ms", ["shift+ArrowLeft"], () => go(here() - NUDGE_SECONDS)),
    command("loop-from", "The loop begins here", ["["], () => {
      const { to } = loop();
      const at = here();
      setStretch(store, at, to > at ? to : takeAtHand(store.getState())!.recording.seconds, true);
    }),
    command("loop-to", "The loop ends here", ["]"], () => {
      const { from } = loop();
      const at = here();
      setStretch(store, from < at ? from : 0, at, true);
    }),
    ...nudges(store, command),
    command("keep-loop", "Keep this loop", ["h"], () => keepLoop(store)),
    command("next-loop", "Next loop", ["j"], () => nextLoop(store, 1)),
    command("previous-loop", "Previous loop", ["shift+j"], () => nextLoop(store, -1)),
    command("whole", "The whole take instead of a loop", ["Escape"], () =>
      store.chooseLoop(undefined),
    ),
    command("slower", "Slower by 5 %", ["-"], () =>
      setSpeed(store, loop().speed.start - SPEED_STEP),
    ),
    command("faster", "Faster by 5 %", ["+", "="], () =>
      setSpeed(store, loop().speed.start + SPEED_STEP),
    ),
    command("full-speed", "At its own speed", ["0"], () => setSpeed(store, 1)),
    command("tune", "In tune with the guitar, or as it is", ["g"], () => {
      const { heard } = store.getState();
      store.change("tune the take", (take) => ({
        ...take,
        playedCents: take.playedCents === 0 ? tuneCents(take, heard?.reference) : 0,
      }));
    }),
    command("side", "Hear the next side: left, right, middle, sides", ["v"], () => {
      const at = HEARD_SIDES.indexOf(loop().hearing.side);
      store.setHearing({ side: HEARD_SIDES[(at + 1) % HEARD_SIDES.length]! });
    }),
    command("band", "Hear only what the instrument has, or all", ["f"], () => {
      const { aboveHz, belowHz, ...others } = loop().hearing;
      const { history, cursor } = opened.store.getState();
      const usual = bandOfNeck(neckOfPart(partAt(history.song, cursor.partId)));
      const isOpen = aboveHz === undefined && belowHz === undefined;
      store.setLoop("hear a band", { hearing: { ...others, ...(isOpen && usual) } });
    }),
    command("strikes", "Without what strikes, or with it", ["n"], () =>
      store.setHearing({ withoutStrikes: !loop().hearing.withoutStrikes }),
    ),
    command("octave", "An octave up, or as it is", ["o"], () =>
      store.setHearing({ octaveUp: !loop().hearing.octaveUp }),
    ),
    ...beatCommands(opened, command, here),
    ...filmCommands(store, command),
    command("mark", "Mark this moment", ["x"], () =>
      mark(store, store.getState().markKind, here()),
    ),
    command("next-take", "Next take", ["r"], () => nextTake(store, 1)),
    command("previous-take", "Previous take", ["shift+r"], () => nextTake(store, -1)),
    command("show-loop", "Show the loop", ["z"], () => showStretch(store, loop().from, loop().to)),
    command("show-all", "Show the whole take", ["shift+z"], () => showAll(store)),
    command("notes", "Show the strip’s notes over the picture, or not", ["shift+e"], () =>
      store.setState(({ showsNotes }) => ({ showsNotes: !showsNotes })),
    ),
    command("ruler", "Number the frets of the next string", ["y"], () => {
      const { history, cursor } = opened.store.getState();
      const strings = neckOfPart(partAt(history.song, cursor.partId)).openMidi.length;
      store.setState(({ rulerString = strings }) => ({
        rulerString: rulerString > 1 ? rulerString - 1 : strings,
      }));
    }),
    command("zoom-in", "Show less, larger", ["ArrowUp"], () => zoom(store, 0.7, here())),
    command("zoom-out", "Show more, smaller", ["ArrowDown"], () => zoom(store, 1 / 0.7, here())),
    command("pan-on", "Show what comes later", ["PageDown"], () => pan(store, PAN_SHARE)),
    command("pan-back", "Show what came before", ["PageUp"], () => pan(store, -PAN_SHARE)),
  ];
}

type Make = (id: string, label: string, keys: readonly string[], run: () => void) => Command;

function nudges(store: TakesStore, command: Make): readonly Command[] {
  const nudge = (what: "from" | "to", by: number) => () => {
    const loop = loopAtHand(store.getState())!;
    const moved = { from: loop.from, to: loop.to, [what]: loop[what] + by };
    setStretch(store, moved.from, moved.to, false);
  };
  return [
    command(
      "from-earlier",
      "Loop begins 10 ms earlier",
      ["alt+ArrowLeft"],
      nudge("from", -NUDGE_SECONDS),
    ),
    command(
      "from-later",
      "Loop begins 10 ms later",
      ["alt+ArrowRight"],
      nudge("from", NUDGE_SECONDS),
    ),
    command(
      "to-earlier",
      "Loop ends 10 ms earlier",
      ["alt+ArrowDown"],
      nudge("to", -NUDGE_SECONDS),
    ),
    command("to-later", "Loop ends 10 ms later", ["alt+ArrowUp"], nudge("to", NUDGE_SECONDS)),
  ];
}

function beatCommands(
  { store: song, takes }: OpenSong,
  command: Make,
  here: () => number,
): readonly Command[] {
  const { store, hearing } = takes;
  const taps = new Taps(store, hearing);
  return [
    command("tap", "Tap the beat", ["k"], () => {
      void taps.tap(here()).then(({ count, bpm }) =>
        song.tell({
          words:
            bpm === undefined
              ? `Tapped ${count}: go on with the beat`
              : `Tapped: ${Math.round(bpm)} a minute`,
        }),
      );
    }),
    command("click", "Click over the record, or not", ["shift+k"], () =>
      store.setState(({ hasClick }) => ({ hasClick: !hasClick })),
    ),
    command("bar-one", "This is bar 1", ["i"], () => setBarOne(store, here())),
    command("beat-here", "A beat is here", ["shift+i"], () => setBeat(store, here())),
  ];
}

function filmCommands(store: TakesStore, command: Make): readonly Command[] {
  const isFilm = () => takeAtHand(store.getState())?.recording.hasPicture === true;
  const acts = [
    command("frame-back", "A frame back", [","], () => stepFilm(-1)),
    command("frame-on", "A frame on", ["."], () => stepFilm(1)),
    command("still", "Keep a still of the picture", ["q"], keepStill),
  ];
  return acts.map((act) => ({ ...act, isOn: isFilm }));
}

function setSpeed(store: TakesStore, share: number): void {
  const { speed } = loopAtHand(store.getState())!;
  const start = Math.round(100 * Math.min(2, Math.max(0.25, share))) / 100;
  store.setLoop("another speed", { speed: { ...speed, start } } satisfies Partial<Loop>, "speed");
}

/** So many bars earlier by the take's beats; by two seconds a bar where none stand. */
function barsBack(store: TakesStore, seconds: number, bars: number): number {
  const state = store.getState();
  const map = takeAtHand(state)?.map;
  if (!map) return seconds - BACK_SECONDS * bars;
  return secondsAt(map, positionAt(map, seconds) - bars * state.bars.beatsABar);
}

function beatsOn(store: TakesStore, seconds: number, beats: 1 | -1): number {
  const map = takeAtHand(store.getState())?.map;
  if (!map) return seconds + beats * STEP_SECONDS;
  const position = positionAt(map, seconds);
  const near = Math.round(position);
  const isOnBeat = Math.abs(position - near) < 0.05;
  const next = isOnBeat ? near + beats : beats > 0 ? Math.ceil(position) : Math.floor(position);
  return secondsAt(map, next);
}

function nextTake(store: TakesStore, step: 1 | -1): void {
  const state = store.getState();
  const { takes } = state.history;
  const here = takes.findIndex(({ id }) => id === takeAtHand(state)?.id);
  const next = takes[(here + step + takes.length) % takes.length];
  if (next) store.choose(next.id);
}
