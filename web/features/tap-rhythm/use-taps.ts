import type { Tap } from "@intonazione/core/tapping";
import { useEffect, useEffectEvent, useMemo, useRef, useState } from "react";

/** What strikes and lets go, on the clock of events in milliseconds. */
interface Stroke {
  readonly at: number;
  readonly until?: number;
}

const NOTE_ON = 0x90;
const NOTE_OFF = 0x80;

/**
 * Taps on the space bar, and on the keys and pads of what plays MIDI, while somebody taps.
 * @param zero The moment that taps are counted from, in milliseconds.
 */
export function useTaps({
  isOn,
  hasMidi,
  zero,
  most,
  onFull,
}: {
  readonly isOn: boolean;
  /** Asked for by the teacher, since the browser asks for leave. */
  readonly hasMidi: boolean;
  readonly zero: number;
  readonly most: number;
  readonly onFull: () => void;
}) {
  const [strokes, setStrokes] = useState<readonly Stroke[]>([]);
  // Keys come faster than pictures: the count that holds is the one kept here.
  const kept = useRef<readonly Stroke[]>([]);
  const isHeld = useRef(false);
  const keep = (anew: readonly Stroke[]) => {
    kept.current = anew;
    setStrokes(anew);
  };
  const strike = (at: number) => {
    if (!isOn || isHeld.current || kept.current.length >= most) return;
    isHeld.current = true;
    keep([...kept.current, { at }]);
  };
  const letGo = (until: number) => {
    if (!isHeld.current) return;
    isHeld.current = false;
    keep(kept.current.with(-1, { ...kept.current.at(-1)!, until }));
    if (kept.current.length >= most) onFull();
  };
  const onStroke = useEffectEvent((at: number, isDown: boolean) =>
    isDown ? strike(at) : letGo(at),
  );

  useEffect(() => {
    if (!isOn) return;
    isHeld.current = false;
    const onKey = (press: KeyboardEvent) => {
      if (press.key !== " ") return;
      press.preventDefault();
      press.stopPropagation();
      if (!press.repeat) onStroke(press.timeStamp, press.type === "keydown");
    };
    window.addEventListener("keydown", onKey, true);
    window.addEventListener("keyup", onKey, true);
    const stopMidi = hasMidi ? listenToMidi((at, isDown) => onStroke(at, isDown)) : undefined;
    return () => {
      window.removeEventListener("keydown", onKey, true);
      window.removeEventListener("keyup", onKey, true);
      stopMidi?.();
    };
  }, [isOn, hasMidi]);

  const taps = useMemo(() => {
    const seconds = (moment: number) => (moment - zero) / 1000;
    return strokes.map(({ at, until }): Tap => ({
      at: seconds(at),
      ...(until !== undefined && { until: seconds(until) }),
    }));
  }, [strokes, zero]);
  return {
    taps,
    strike,
    letGo,
    clear: () => keep([]),
  };
}

/** Where the browser and the teacher allow it; elsewhere the space bar stays. */
function listenToMidi(onStroke: (at: number, isDown: boolean) => void): () => void {
  if (!("requestMIDIAccess" in navigator)) return () => {};
  let isStopped = false;
  let inputs: readonly MIDIInput[] = [];
  const onMessage = ({ data, timeStamp }: MIDIMessageEvent) => {
    const kind = (data?.[0] ?? 0) & 0xf0;
    const isOn = kind === NOTE_ON && (data?.[2] ?? 0) > 0;
    if (kind === NOTE_ON || kind === NOTE_OFF) onStroke(timeStamp, isOn);
  };
  navigator.requestMIDIAccess().then(
    (access) => {
      if (isStopped) return;
      inputs = [...access.inputs.values()];
      for (const input of inputs) input.addEventListener("midimessage", onMessage);
    },
    () => {},
  );
  return () => {
    isStopped = true;
    for (const input of inputs) input.removeEventListener("midimessage", onMessage);
  };
}
