"use client";

import { useOpenSong } from "@/open-song/context";
import { Button } from "@/ui/button";

const EXAMPLES = [
  ["E0 A7 5", "string and fret; the string goes on to the bar line"],
  ["open A twice, then 3", "or in sentences, as you would say it"],
  ["A5+D7+G7", "together"],
  ["'16 E0 E0 '8 A2h4", "sixteenths, then eighths; h hammers on"],
  ["pm[ E0 E0 ] x -", "palm muted; x is a dead stroke, - a rest"],
] as const;

/** Before anything is said: how it is. */
export function FirstPhrase() {
  const { store } = useOpenSong();
  return (
    <div className="m-auto flex max-w-xl flex-col items-center gap-4 py-6 text-center">
      <h2 className="font-serif text-2xl">Say the first phrase</h2>
      <p className="text-soft">
        Type into the line below what you would call out to a student. The strip draws itself, and
        Enter writes it.
      </p>
      <dl className="grid grid-cols-[auto_auto] gap-x-6 gap-y-1 text-left">
        {EXAMPLES.map(([said, meaning]) => (
          <div key={said} className="contents">
            <dt className="font-mono font-semibold">{said}</dt>
            <dd className="text-soft">{meaning}</dd>
          </div>
        ))}
      </dl>
      <div className="flex gap-2">
        <Button onClick={() => store.setState({ overlay: { kind: "read-tab" } })}>
          Or read a tablature you have…
        </Button>
        <Button onClick={() => store.setState({ overlay: { kind: "open-talk" } })}>
          Or open a talk, or captions…
        </Button>
      </div>
    </div>
  );
}
