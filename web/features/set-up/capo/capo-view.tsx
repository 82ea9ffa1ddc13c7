"use client";

import {
  capoInWords,
  capoOn,
  capoProblem,
  isSameCapo,
  MAX_CAPO,
  NO_CAPO,
  type Capo,
} from "@intonazione/core/instrument";
import { lastFretOf, neckOf, placeNamesOf, type PlaceNames } from "@intonazione/core/neck";
import { styleOf, type Part, type Song } from "@intonazione/core/score";
import { useState } from "react";
import { useOpenSong, useSong } from "@/open-song/context";
import { LANDMARKS } from "@/open-song/state/view";
import { Button } from "@/ui/button";
import { stringInWords, stringName } from "@/ui/words";
import { CapoFinder } from "./capo-finder";
import { KeepBar } from "../keep-bar";
import { ShapesAndSound } from "./shapes-and-sound";

/** Where the capo goes, what it makes of the names, and where else it could go. */
export function CapoView({ song, part }: { readonly song: Song; readonly part: Part }) {
  const { store } = useOpenSong();
  const studio = useSong((state) => state.studio);
  const [wanted, setWanted] = useState<Capo>();
  const [isSet, setIsSet] = useState(false);
  const capo = wanted ?? part.capo;
  const to = { instrument: part.instrument, capo };
  const isWaiting = !isSameCapo(capo, part.capo);
  const problem = capoProblem(capo, part.instrument);
  const names = placeNamesOf(to, styleOf(song, studio));
  const want = (next: Capo) => {
    setWanted(next);
    setIsSet(false);
  };
  return (
    <div className="flex flex-col gap-3">
      <div className="grid grid-cols-1 gap-x-6 gap-y-3 xl:grid-cols-[30rem_minmax(0,1fr)]">
        <div className="flex flex-col gap-2">
          <CapoChoice part={part} capo={capo} names={names} onWant={want} />
          {problem !== undefined && <p className="text-madder">{problem}</p>}
          {isWaiting && problem === undefined && (
            <KeepBar
              song={song}
              part={part}
              to={to}
              onLeave={() => setWanted(undefined)}
              onDone={({ capo: put }) => {
                setWanted(undefined);
                setIsSet(put.fret > 0);
              }}
            />
          )}
          {isSet && !isWaiting && (
            <p
              role="status"
              className="flex items-center gap-3 rounded-md border border-verdigris px-3 py-1.5 text-[13px]"
            >
              <span className="flex-1">
                {part.name} has {capoInWords(part.capo)}. Put it on, and only then tune.
              </span>
              <Button look="main" onClick={() => store.goTo(LANDMARKS.tuner)}>
                Tune with it on
              </Button>
            </p>
          )}
          <Advice />
        </div>
        <ShapesAndSound song={song} part={part} capo={capo} />
      </div>
      <CapoFinder song={song} part={part} onWant={(fret) => want({ fret })} />
    </div>
  );
}

function CapoChoice({
  part: { instrument },
  capo,
  names,
  onWant,
}: {
  readonly part: Part;
  readonly capo: Capo;
  readonly names: PlaceNames;
  readonly onWant: (capo: Capo) => void;
}) {
  const strings = instrument.tuning.map((_, index) => index + 1);
  const covered = capo.fret === 0 ? strings : (capo.strings ?? strings);
  const most = Math.min(MAX_CAPO, instrument.frets - 1);
  const neck = capoProblem(capo, instrument) === undefined ? neckOf(instrument, capo) : undefined;
  const toggle = (string: number) => {
    const next = covered.includes(string)
      ? covered.filter((one) => one !== string)
      : [...covered, string];
    // The last string cannot be left out: that is what "none" says.
    if (next.length > 0) onWant(capoOn(capo.fret, next, strings.length));
  };
  const look =
    "min-w-6.5 rounded-sm border border-hairline bg-sheet px-1 py-0.5 font-mono text-[13px] hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper disabled:opacity-45";
  return (
    <>
      <div role="group" aria-label="Capo at fret" className="flex flex-wrap items-center gap-1">
        <span className="w-17 text-[13px] font-medium">Capo at</span>
        {Array.from({ length: most + 1 }, (_, fret) => (
          <button
            key={fret}
            type="button"
            aria-pressed={capo.fret === fret}
            onClick={() => onWant(fret === 0 ? NO_CAPO : capoOn(fret, covered, strings.length))}
            className={look}
          >
            {fret === 0 ? "none" : fret}
          </button>
        ))}
      </div>
      <div
        role="group"
        aria-label="Strings it covers"
        className="flex flex-wrap items-center gap-1"
      >
        <span className="w-17 text-[13px] font-medium">on strings</span>
        {[...strings].reverse().map((string) => (
          <button
            key={string}
            type="button"
            aria-pressed={capo.fret > 0 && covered.includes(string)}
            aria-label={stringInWords(string, names)}
            disabled={capo.fret === 0}
            onClick={() => toggle(string)}
            className={look}
          >
            {stringName(string, names)}
          </button>
        ))}
        {neck && capo.fret > 0 && (
          <span className="pl-2 text-xs text-soft">
            {lastFretOf(neck, covered[0] ?? 1)} frets are left above it
          </span>
        )}
      </div>
    </>
  );
}

/** Said once, beside the choice. */
function Advice() {
  return (
    <div className="border-l-2 border-hairline pl-3 text-[13px] text-soft">
      <p>
        <b className="font-semibold text-ink">Capo on first, then tune with it on.</b> It presses
        every string a little sharp, and not all by the same amount; tuned before, they no longer
        agree. Tune again when it comes off.
      </p>
      <p className="mt-1">
        Clamp it between two wires, from the middle of the space to just behind the wire it stops:
        on top of a wire it dulls the strings, at the back of the space it slips into the next and
        pulls them sharp.
      </p>
    </div>
  );
}
