"use client";

import {
  barLength,
  formatFeel,
  STRAIGHT,
  toNumber,
  TRIPLET_SWING,
  type Fraction,
} from "@intonazione/core/rhythm";
import { beatOf } from "@intonazione/core/tapping";
import { framesOfPhrase, type Phrase } from "@intonazione/core/score";
import { useEffect, useMemo, useRef, useState } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import type { DrawBars } from "@/open-song/draw-bars";
import { writePhrase } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { Check } from "@/ui/check";
import { SelectField, TextField } from "@/ui/form";
import { startClicks } from "./clicks";
import { FoundValues } from "./found-values";
import { tappableIn, understoodTaps, writtenAs } from "./tapped-line";
import { useTaps } from "./use-taps";

/** The count-in begins a little later, so that its first click is heard whole. */
const LEAD_MS = 150;
/** Shorter bars are counted in twice. */
const FEWEST_COUNTS = 3;
type Stage = "ready" | "tapping" | "found";
type Grid = "straight" | "swing";

/** A phrase's rhythm is tapped on one key; what was understood is shown before it is taken. */
export function TapDesk({
  phrase,
  drawBars,
  onClose,
}: {
  readonly phrase: Phrase;
  readonly drawBars: DrawBars;
  readonly onClose: () => void;
}) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const tappable = useMemo(() => tappableIn(song, phrase, part), [song, phrase, part]);
  const [stage, setStage] = useState<Stage>("ready");
  const [hasClick, setHasClick] = useState(true);
  const [tempoText, setTempoText] = useState(String(song.tempoBpm));
  const [grid, setGrid] = useState<Grid>(song.feel.kind === "straight" ? "straight" : "swing");
  const [hasMidi, setHasMidi] = useState(false);
  // What the taps were made to; choices that are changed behind them hold for the next start.
  const [led, setLed] = useState({ zero: 0, tempoBpm: song.tempoBpm, hasClick: true });
  const [turned, setTurned] = useState<ReadonlyMap<number, number>>(new Map());
  const pad = useRef<HTMLButtonElement>(null);

  const tempoBpm = Math.max(40, Math.min(240, Number(tempoText) || song.tempoBpm));
  const swing = song.feel.kind === "straight" ? TRIPLET_SWING : song.feel;
  const feel = grid === "swing" ? swing : STRAIGHT;
  const { metre } = framesOfPhrase(song, phrase, 1)[0]!;
  const beat = toNumber(beatOf(metre));
  const beatsInBar = Math.round(toNumber(barLength(metre)) / beat);
  const counts = beatsInBar < FEWEST_COUNTS ? 2 * beatsInBar : beatsInBar;

  const finish = () => setStage("found");
  const { taps, strike, letGo, clear } = useTaps({
    isOn: stage === "tapping",
    hasMidi,
    zero: led.zero,
    most: tappable.struck.length,
    onFull: finish,
  });
  const found = useMemo(
    () => (stage === "found" ? understoodTaps(song, phrase, taps, { ...led, feel }) : undefined),
    [stage, song, phrase, taps, led, feel],
  );
  const chosen = found?.values.map(({ duration, others }, index): Fraction => {
    const at = turned.get(index) ?? 0;
    return at === 0 ? duration : (others[at - 1] ?? duration);
  });
  const written = found && chosen && writtenAs(song, phrase, tappable, found, chosen);

  useEffect(() => {
    if (stage !== "tapping") return;
    pad.current?.focus();
    if (!led.hasClick) return;
    const beatMs = (beat * 240_000) / led.tempoBpm;
    const clicks = startClicks(led.zero - counts * beatMs, beatMs, beatsInBar);
    return clicks.stop;
  }, [stage, led, counts, beat, beatsInBar]);

  const start = () => {
    clear();
    setTurned(new Map());
    const lead = hasClick ? LEAD_MS + (counts * beat * 240_000) / tempoBpm : 0;
    setLed({ zero: performance.now() + lead, tempoBpm, hasClick });
    setStage("tapping");
  };
  const take = () => {
    if (!written) return;
    const { edits } = writePhrase(song, written.phrase, part.id, written.bars);
    store.run({ label: `tap the rhythm of ${phrase.name}`, edits });
    onClose();
  };

  if (tappable.hindrance) return <p className="text-soft">{tappable.hindrance}</p>;
  return (
    <div className="flex flex-col gap-3">
      <div className="grid grid-cols-[1fr_1fr_1fr_auto] items-start gap-3">
        <SelectField
          label="Led by"
          value={hasClick ? "click" : "none"}
          options={[
            { value: "click", label: "a click, counted in" },
            { value: "none", label: "nothing: the tempo is found" },
          ]}
          onChange={(led) => setHasClick(led === "click")}
        />
        <TextField
          label="Tempo"
          hint={hasClick ? "quarter notes a minute" : "about, in quarter notes a minute"}
          type="number"
          min={40}
          max={240}
          value={tempoText}
          onChange={setTempoText}
        />
        <SelectField
          label="Grid"
          value={grid}
          options={[
            { value: "straight", label: "straight, and triplets" },
            { value: "swing", label: formatFeel(swing) },
          ]}
          onChange={setGrid}
        />
        <Button
          look={stage === "found" ? "plain" : "main"}
          onClick={start}
          autoFocus
          className="mt-5.5"
        >
          {stage === "ready" ? "Start" : "Start again"}
        </Button>
      </div>
      <Check isOn={hasMidi} onChange={setHasMidi}>
        MIDI pads and keys as well
      </Check>
      {stage !== "found" && (
        <button
          ref={pad}
          type="button"
          disabled={stage === "ready"}
          data-zero={stage === "tapping" ? led.zero : undefined}
          onPointerDown={({ timeStamp }) => strike(timeStamp)}
          onPointerUp={({ timeStamp }) => letGo(timeStamp)}
          onKeyDown={(press) => {
            if (press.key !== "Enter") return;
            press.preventDefault();
            if (taps.length > 0) finish();
          }}
          className="flex min-h-40 flex-col items-center justify-center gap-1 rounded-md border border-ink bg-sheet disabled:border-hairline disabled:text-soft"
        >
          <span role="status" className="font-serif text-3xl">
            {stage === "ready"
              ? `${tappable.struck.length} to tap`
              : `${taps.length} of ${tappable.struck.length}`}
          </span>
          <span className="text-[13px] text-soft">
            {stage === "ready"
              ? hasClick
                ? `Start gives ${counts} clicks; then tap each note where it begins, on the space bar or this field.`
                : "Tap each note where it begins, on the space bar or this field."
              : "Hold a key as long as its note; Enter ends before the last one."}
          </span>
        </button>
      )}
      {written && found && chosen && (
        <>
          <FoundValues
            struck={tappable.struck}
            values={found.values}
            chosen={chosen}
            onTurn={(index) => {
              const count = found.values[index]!.others.length + 1;
              setTurned(new Map(turned).set(index, ((turned.get(index) ?? 0) + 1) % count));
            }}
          />
          <p role="status" className="text-[13px] text-soft">
            {led.hasClick ? "" : `Tapped at ${Math.round(found.tempoBpm)}. `}
            {found.values.length < tappable.struck.length
              ? `${found.values.length} of ${tappable.struck.length} were tapped: the others keep the length they have. `
              : ""}
            {written.phrase.marks[0]?.from && written.phrase.marks[0].bar === 0
              ? "It begins with a pick-up, for all parts of this phrase."
              : ""}
          </p>
          <div className="max-h-72 overflow-y-auto rounded-md border border-hairline bg-sheet p-1">
            {drawBars(phrase.id, written.bars, new Set())}
          </div>
        </>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Leave it</Button>
        <Button look="main" disabled={!written} onClick={take}>
          Take this rhythm
        </Button>
      </div>
    </div>
  );
}
