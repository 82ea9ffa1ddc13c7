"use client";

import { placeNamesOf } from "@intonazione/core/neck";
import { NO_CAPO, capoProblem, type Capo } from "@intonazione/core/instrument";
import { styleOf, type Part, type Song } from "@intonazione/core/score";
import { useState } from "react";
import { useOpenSong, useSong } from "@/open-song/context";
import { changeDetails } from "@/open-song/transactions";
import { instrumentTuned, type ChosenInstrument } from "@/ui/instrument-picker";
import { KeepBar } from "../keep-bar";
import { OpenStrings } from "./open-strings";
import { isSameSetUp, PartLine } from "./part-line";
import { ReferenceField } from "./reference-field";
import { readTyped, TuningChooser } from "./tuning-chooser";
import { tuningsNow } from "../tunings-now";
import { WayThere } from "./way-there";

/** The instrument and its tuning, and the way there from how it is tuned now. */
export function InHand({ song, part }: { readonly song: Song; readonly part: Part }) {
  const { store, rack } = useOpenSong();
  const studio = useSong((state) => state.studio);
  const [wanted, setWanted] = useState<ChosenInstrument>();
  const [typed, setTyped] = useState<string>();

  const base = wanted?.instrument ?? part.instrument;
  const reading = typed === undefined ? undefined : readTyped(typed, base);
  const tuned = reading?.ok
    ? instrumentTuned(reading.value.tuning, reading.value.family, base)
    : base;
  const to: ChosenInstrument = { instrument: tuned, capo: capoThatFits(part.capo, tuned) };
  const isWaiting = !isSameSetUp(to, part) && (reading === undefined || reading.ok);
  const names = placeNamesOf(to, styleOf(song, studio));
  const now = tuningsNow(
    to.instrument,
    rack,
    isWaiting && wanted === undefined ? part.instrument.tuning : undefined,
  );
  const leave = () => {
    setWanted(undefined);
    setTyped(undefined);
  };
  const takeReference = () => {
    if (!reading?.ok || reading.value.referenceHz === undefined) return;
    const { referenceHz } = reading.value;
    store.run(changeDetails(store.getState().history.song, { referenceHz }));
  };

  return (
    <div className="flex flex-col gap-2">
      <PartLine
        song={song}
        part={part}
        onWant={(next) => {
          setWanted(next);
          setTyped(undefined);
        }}
      />
      {isWaiting && (
        <KeepBar
          song={song}
          part={part}
          to={to}
          onLeave={leave}
          onDone={() => {
            takeReference();
            leave();
          }}
        />
      )}
      <div className="grid grid-cols-1 gap-x-6 gap-y-3 xl:grid-cols-[minmax(0,1fr)_26rem]">
        <div className="flex min-w-0 flex-col gap-2">
          <TuningChooser instrument={base} typed={typed} onType={setTyped} />
          <ReferenceField song={song} />
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          <OpenStrings setUp={to} names={names} songKey={song.key} referenceHz={song.referenceHz} />
          <WayThere
            instrument={to.instrument}
            now={now}
            referenceHz={song.referenceHz}
            names={names}
          />
        </div>
      </div>
    </div>
  );
}

/** The same capo, or none where the other neck has no room for it. */
function capoThatFits(capo: Capo, instrument: ChosenInstrument["instrument"]): Capo {
  return capoProblem(capo, instrument) === undefined ? capo : NO_CAPO;
}
