"use client";

import type { Pulse } from "@intonazione/core/listening";
import type { Take, TakeMap } from "@intonazione/core/takes";
import { useState } from "react";
import { useOpenSong, useTakes } from "@/open-song/context";
import { acceptPulse, editBeats, setBarOne, setBeat } from "@/open-takes/beats";
import { Button } from "@/ui/button";
import { PressButton } from "@/ui/press-button";
import { PanelSection } from "./panel-section";
import { momentNow } from "./moment-now";

/** Where the beats are and which of them is "one": found, tapped or said. */
export function BeatCard({ take }: { readonly take: Take }) {
  const { takes } = useOpenSong();
  const pulse = useTakes(({ heard }) => (heard?.takeId === take.id ? heard.pulse : undefined));
  const isHeard = useTakes(({ heard }) => heard?.takeId === take.id && heard.done === 1);
  const hasClick = useTakes((state) => state.hasClick);
  const isHere = useTakes(({ sounds }) => sounds[take.id]?.kind === "here");
  const { map } = take;
  const here = () => momentNow(takes);
  return (
    <PanelSection
      title="Beat and bar one"
      beside={<TempoField key={`${take.id} ${pulse?.bpm}`} pulse={pulse} />}
    >
      {!isHeard ? (
        <p className="text-soft">
          {isHere ? "Listening for the beat …" : "Its sound is not here."}
        </p>
      ) : pulse ? (
        <Found pulse={pulse} map={map} />
      ) : (
        <p className="text-soft">No beat was found. Tap it while the take plays (K).</p>
      )}
      {map && (
        <div className="flex flex-wrap gap-1">
          <Button size="small" onClick={() => setBarOne(takes.store, here())} title="I">
            This is bar 1
          </Button>
          <Button size="small" onClick={() => editBeats(takes.store, "earlier")}>
            a beat earlier
          </Button>
          <Button size="small" onClick={() => editBeats(takes.store, "later")}>
            later
          </Button>
          <Button size="small" onClick={() => editBeats(takes.store, "half")}>
            half
          </Button>
          <Button size="small" onClick={() => editBeats(takes.store, "double")}>
            double
          </Button>
          <Button size="small" onClick={() => setBeat(takes.store, here())} title="Shift I">
            A beat is here
          </Button>
          <PressButton
            look="small"
            isOn={hasClick}
            onChange={(isOn) => takes.store.setState({ hasClick: isOn })}
          >
            click (Shift K)
          </PressButton>
        </div>
      )}
    </PanelSection>
  );
}

function Found({ pulse, map }: { readonly pulse: Pulse; readonly map: TakeMap | undefined }) {
  const { takes } = useOpenSong();
  const { bpm, metre, feel, sure, barsSure, others } = pulse;
  const again = async (hint: number) => {
    const found = await takes.hearing.pulse(hint);
    if (found) acceptPulse(takes.store, found);
  };
  return (
    <>
      <p>
        {map ? "Counted" : "Found"}: <strong>{Math.round(bpm)}</strong> a minute, in {metre}, {feel}
        <span className="text-soft">
          {" "}
          · {sureWords(sure)}, bar 1 {sureWords(barsSure)}
        </span>
      </p>
      <div className="flex flex-wrap items-center gap-1">
        {!map && (
          <Button size="small" look="main" onClick={() => acceptPulse(takes.store, pulse)}>
            Take it
          </Button>
        )}
        {others
          .filter((other) => Math.round(other.bpm) !== Math.round(bpm))
          .slice(0, 3)
          .map((other) => (
            <Button key={other.bpm} size="small" onClick={() => void again(other.bpm)}>
              or {Math.round(other.bpm)}
            </Button>
          ))}
        <span className="text-xs text-soft">or tap it: K</span>
      </div>
    </>
  );
}

function sureWords(sure: number): string {
  if (sure > 0.85) return "quite sure";
  return sure > 0.6 ? "likely" : "doubtful";
}

/** The tempo, to be said. */
function TempoField({ pulse }: { readonly pulse: Pulse | undefined }) {
  const { takes } = useOpenSong();
  const [text, setText] = useState(pulse ? String(Math.round(pulse.bpm)) : "");
  const say = async () => {
    const bpm = Number(text);
    if (!(bpm >= 30 && bpm <= 300) || (pulse && Math.round(pulse.bpm) === bpm)) return;
    const found = await takes.hearing.pulse(bpm);
    if (found) acceptPulse(takes.store, found);
  };
  return (
    <label className="flex items-center gap-1 text-xs text-soft">
      tempo
      <input
        inputMode="numeric"
        aria-label="Tempo of the take"
        value={text}
        onChange={({ target }) => setText(target.value)}
        onBlur={() => void say()}
        onKeyDown={({ key }) => key === "Enter" && void say()}
        className="w-12 rounded-sm border border-hairline bg-sheet px-1 font-mono text-ink"
      />
    </label>
  );
}
