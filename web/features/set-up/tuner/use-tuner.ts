"use client";

import { readTuner, SteadyPitch, type TunerReading } from "@intonazione/core/ear";
import { NO_CAPO, type Capo, type Instrument } from "@intonazione/core/instrument";
import { targetsOf, type StringTarget } from "@intonazione/core/neck";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { BenchAct } from "@/worklets/bench-protocol";
import { Listening, ListeningFailed, type Source, type Trouble } from "./listening";

/** The last steady readings of a string, in cents from its target. */
export interface StringLog {
  /** How often it was read. */
  readonly readings: number;
  readonly withoutCapo?: number;
  readonly withCapo?: number;
}

export interface TunerSetUp {
  readonly instrument: Instrument;
  readonly capo: Capo;
  readonly referenceHz: number;
  readonly seed: number;
}

const NO_LOG: ReadonlyMap<number, StringLog> = new Map();
/** A string that was read stays shown for a while after it has died away. */
const SHOWN_AFTER_MS = 1800;

/** Listens, reads against the strings of the set-up, and remembers what each string was last. */
export function useTuner({ instrument, capo, referenceHz, seed }: TunerSetUp) {
  const [source, setSource] = useState<Source>();
  const [isOpening, setOpening] = useState(false);
  const [trouble, setTrouble] = useState<Trouble>();
  const [chosen, setChosen] = useState<number>();
  const [isCapoOn, setCapoOn] = useState(true);
  const [reading, setReading] = useState<TunerReading>();
  const [log, setLog] = useState(NO_LOG);
  const listening = useRef<Listening>(undefined);
  const steady = useRef(new SteadyPitch());

  const on = isCapoOn ? capo : NO_CAPO;
  const targets = useMemo(
    () => targetsOf(instrument, on, referenceHz),
    [instrument, on, referenceHz],
  );
  // What the ear's callback needs of the moment in which it is called.
  const present = useRef({ targets, chosen, referenceHz, isCapoOn });
  useEffect(() => {
    present.current = { targets, chosen, referenceHz, isCapoOn };
  }, [targets, chosen, referenceHz, isCapoOn]);

  const hear = useCallback((hz: number | undefined) => {
    const now = present.current;
    const held = steady.current.add(hz);
    if (held === undefined) return;
    const { referenceHz: reference, chosen: string } = now;
    const next = readTuner(held, now.targets, {
      referenceHz: reference,
      ...(string !== undefined && { chosen: string }),
    });
    if (!next) return;
    setReading(next);
    if (next.verdict === "another-note") return;
    setLog((before) => {
      const entry = now.isCapoOn ? { withCapo: next.cents } : { withoutCapo: next.cents };
      const { string: at } = next.target;
      const known = before.get(at);
      const readings = (known?.readings ?? 0) + 1;
      return new Map(before).set(at, { ...known, ...entry, readings });
    });
  }, []);

  useEffect(() => {
    if (!reading) return;
    const timer = setTimeout(() => setReading(undefined), SHOWN_AFTER_MS);
    return () => clearTimeout(timer);
  }, [reading]);

  const close = useCallback(() => {
    listening.current?.close();
    listening.current = undefined;
    setSource(undefined);
    setReading(undefined);
  }, []);
  // Another instrument or tuning is another bench guitar; the ear is closed with the view.
  useEffect(() => close, [close, instrument, referenceHz]);

  const open = async (wanted: Source): Promise<boolean> => {
    close();
    setTrouble(undefined);
    setOpening(true);
    try {
      const options = { instrument, referenceHz, seed };
      const opened = await Listening.open(wanted, options, (heard) => hear(heard?.hz));
      listening.current = opened;
      opened.act({ kind: "put-capo", capo: on });
      setSource(wanted);
      return true;
    } catch (error) {
      setTrouble(error instanceof ListeningFailed ? error.trouble : "no-audio");
      return false;
    } finally {
      setOpening(false);
    }
  };

  /** What was heard says nothing of what is asked now. */
  const hearAnew = () => {
    steady.current.add(undefined);
    setReading(undefined);
  };
  const act = useCallback((what: BenchAct) => listening.current?.act(what), []);
  return {
    source,
    isOpening,
    trouble,
    open,
    close,
    act,
    targets,
    chosen,
    choose: (string: number | undefined) => {
      setChosen(string);
      hearAnew();
    },
    isCapoOn,
    putCapo: (isOn: boolean) => {
      setCapoOn(isOn);
      hearAnew();
      act({ kind: "put-capo", capo: isOn ? capo : NO_CAPO });
    },
    soundReference: (target: StringTarget) => listening.current?.soundReference(target.hz),
    reading,
    log,
  };
}

export type Tuner = ReturnType<typeof useTuner>;
