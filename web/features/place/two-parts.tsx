"use client";

import { barNumber, barsOn } from "@intonazione/core/foundation";
import { displayPitch, type Pitch } from "@intonazione/core/pitch";
import { againstEachOther, type Meeting, type Relation } from "@intonazione/core/remap";
import { compare, type Fraction } from "@intonazione/core/rhythm";
import { barsBefore, lineOf, timed, type Bar } from "@intonazione/core/score";
import { useState } from "react";
import { useOpenSong } from "@/open-song/context";
import { framesFor } from "@/open-song/derived";
import { setUpInWords } from "@/ui/instrument-picker";
import { countInWords } from "@/ui/words";
import type { DrawLines } from "@/open-song/draw-bars";
import { useLineAtHand } from "./use-line-at-hand";
import { Table } from "@/ui/table";
import { Select } from "@/ui/select";

const RELATION_WORDS: Readonly<Record<Relation, string>> = {
  same: "the same notes",
  octave: "the same in another octave",
  clash: "a semitone apart",
  together: "together",
  alone: "one alone",
};

const NO_BARS: readonly Bar[] = [];

/** Two parts of the phrase at the cursor, in tunings of their own, against each other by what sounds. */
export function TwoParts({ drawLine }: { readonly drawLine: DrawLines }) {
  const { store } = useOpenSong();
  const { song, part, phrase, line } = useLineAtHand();
  const others = song.parts.filter(({ id }) => id !== part.id);
  const [otherId, setOtherId] = useState<string>();
  const other = others.find(({ id }) => id === otherId) ?? others[0];
  const otherLine = phrase && other && lineOf(song, phrase.id, other.id);
  const ours = line?.bars ?? NO_BARS;
  const theirs = otherLine?.bars ?? NO_BARS;
  const meetings = againstEachOther(ours, theirs);
  if (!other || !phrase) {
    return (
      <p className="m-auto max-w-md text-center text-soft">
        This song has one part. Move it to another instrument, or add one beside it: then both are
        held against each other here, by what sounds.
      </p>
    );
  }
  const frames = framesFor(song, phrase, Math.max(ours.length, theirs.length));
  const before = barsBefore(song, { phraseId: phrase.id, partId: part.id });
  const goTo = ({ bar, onset }: Meeting) => {
    const eventId = line?.bars[bar] && eventAt(line.bars[bar], onset);
    if (eventId !== undefined)
      store.moveCursor({ phraseId: phrase.id, eventId, noteId: undefined });
  };
  return (
    <section
      aria-label="Two parts"
      className="flex flex-col gap-3 rounded-md border border-hairline bg-sheet px-4 pt-3 pb-4"
    >
      <div className="flex flex-wrap items-baseline gap-3">
        <h2 className="font-serif text-xl">{phrase.name}: two parts, one sound</h2>
        <label className="flex items-center gap-2 text-[13px]">
          <span className="text-soft">{part.name} against</span>
          <Select
            value={other.id}
            options={others.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setOtherId}
            look="small"
          />
        </label>
        <p className="text-[13px] text-soft">{summary(meetings)}</p>
      </div>
      <div className="divide-y divide-hairline rounded-md border border-hairline">
        {[part, other].map((one) => (
          <div key={one.id} className="px-2 py-1.5">
            <h3 className="pl-2 text-[13px] font-semibold">
              {one.name} · {setUpInWords(one)}
            </h3>
            {drawLine(one, phrase.id, song.lines)}
          </div>
        ))}
      </div>
      <div
        role="region"
        aria-label="What sounds together"
        tabIndex={0}
        className="max-h-80 overflow-y-auto"
      >
        <Table
          caption="What sounds together"
          columns={[
            { name: "bar" },
            { name: "count" },
            { name: `${part.name} sounds` },
            { name: `${other.name} sounds` },
            { name: "together" },
          ]}
        >
          {meetings.map((meeting) => {
            const { bar, onset, relation } = meeting;
            const frame = frames[bar]!;
            return (
              <tr
                key={`${bar} ${onset.num}/${onset.den}`}
                className={relation === "clash" ? "text-ochre-ink" : ""}
              >
                <td>
                  <button
                    type="button"
                    className="min-h-6 min-w-6 underline"
                    onClick={() => goTo(meeting)}
                  >
                    {barNumber(barsOn(bar, before))}
                  </button>
                </td>
                <td>{countInWords(onset, frame.metre)}</td>
                <td className="font-mono">{names(meeting.one)}</td>
                <td className="font-mono">{names(meeting.other)}</td>
                <td>
                  {relation === "clash" && "! "}
                  {RELATION_WORDS[relation]}
                </td>
              </tr>
            );
          })}
        </Table>
      </div>
    </section>
  );
}

function eventAt(bar: Bar, onset: Fraction): string | undefined {
  return timed(bar.events).find((at) => compare(at.onset, onset) === 0)?.event.id;
}

function names(pitches: readonly Pitch[]): string {
  return pitches.length === 0 ? "–" : pitches.map(displayPitch).join(" ");
}

function summary(meetings: readonly Meeting[]): string {
  const both = meetings.filter(({ relation }) => relation !== "alone");
  const count = (wanted: Relation) => both.filter(({ relation }) => relation === wanted).length;
  const clashes = count("clash");
  return [
    `${both.length} moments together`,
    `${count("same")} the same`,
    `${count("octave")} in octaves`,
    clashes === 1 ? "1 a semitone apart" : `${clashes} a semitone apart`,
  ].join(" · ");
}
