"use client";

import { barsOn, formatBar } from "@intonazione/core/foundation";
import { harmonyBetween, parallelOf, type HarmonicInterval } from "@intonazione/core/analysis";
import { displayPitch, intervalInWords } from "@intonazione/core/pitch";
import { add } from "@intonazione/core/rhythm";
import type { Song } from "@intonazione/core/score";
import { useState } from "react";
import { useOpenSong } from "@/open-song/context";
import type { DrawLines } from "@/open-song/draw-bars";
import { heardLineAt } from "@/open-song/heard-song";
import { PressButton } from "@/ui/press-button";
import { countInWords } from "@/ui/words";
import { MakeHarmony } from "./make-harmony";
import { isOutside } from "./outside";
import { useLineHeard } from "./use-line-heard";
import { Table } from "@/ui/table";
import { Select } from "@/ui/select";

const NUMBER_WORDS = [
  "",
  "unisons",
  "seconds",
  "thirds",
  "fourths",
  "fifths",
  "sixths",
  "sevenths",
  "octaves",
];

/** Two parts of the phrase at the cursor, interval by interval; and a second part made to the first. */
export function HarmonyView({ drawLine }: { readonly drawLine: DrawLines }) {
  const { song, part, phraseId, heard } = useLineHeard();
  const [otherId, setOtherId] = useState<string>();
  const [isMaking, setMaking] = useState(false);
  const others = song.parts.filter(
    ({ id }) => id !== part.id && heardLineAt(song, phraseId, id) !== undefined,
  );
  const other = others.find(({ id }) => id === otherId) ?? others[0];
  const theirs = other && heardLineAt(song, phraseId, other.id);
  const moments = heard && theirs ? harmonyBetween(heard.heard, theirs.heard) : [];
  if (!heard || phraseId === undefined) {
    return (
      <p className="m-auto text-soft">
        {part.name} has nothing in this phrase: choose another phrase or part first.
      </p>
    );
  }
  return (
    <>
      {isMaking && (
        <MakeHarmony
          key={heard.phrase.id}
          own={heard}
          drawLine={drawLine}
          onClose={() => setMaking(false)}
        />
      )}
      <section
        aria-label="Harmony"
        className="flex flex-col gap-2 rounded-md border border-hairline bg-sheet px-4 pt-3 pb-3"
      >
        <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <h2 className="font-serif text-xl">{heard.phrase.name}: two parts together</h2>
          {other && (
            <label className="flex items-center gap-2 text-[13px]">
              <span className="text-soft">{part.name} and</span>
              <Select
                value={other.id}
                options={others.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={setOtherId}
                look="small"
              />
            </label>
          )}
          <span className="ml-auto text-[13px]">
            <PressButton isOn={isMaking} onChange={setMaking}>
              Make a harmony…
            </PressButton>
          </span>
        </div>
        {other ? (
          <>
            <p className="text-[13px] text-soft">{summary(moments)}</p>
            <Intervals moments={moments} names={[part.name, other.name]} song={song} />
          </>
        ) : (
          <p className="text-[13px] text-soft">
            No other part plays in this phrase. A second one can be made to it: thirds, sixths, or
            any distance.
          </p>
        )}
      </section>
    </>
  );
}

function Intervals({
  moments,
  names,
  song,
}: {
  readonly moments: readonly HarmonicInterval[];
  readonly names: readonly [string, string];
  readonly song: Song;
}) {
  const { store } = useOpenSong();
  const { heard } = useLineHeard();
  const parallel = parallelOf(moments);
  const leaving = new Set(parallel?.leaving);
  return (
    <div
      role="region"
      aria-label="Interval by interval"
      tabIndex={0}
      className="max-h-96 overflow-y-auto"
    >
      <Table
        caption="Both parts, moment by moment"
        columns={[
          { name: "where", look: "w-36" },
          { name: `${names[0]} sounds`, look: "w-28" },
          { name: `${names[1]} sounds`, look: "w-28" },
          { name: "interval", look: "w-56" },
          { name: "note" },
        ]}
      >
        {moments.map((moment, index) => {
          const { bar, onset, one, other, interval, clash } = moment;
          const frame = heard?.frames[bar];
          const remarks = [
            clash && "! a clash",
            leaving.has(moment) && `leaves the ${NUMBER_WORDS[parallel!.number]}`,
            isOutside(other.midi, song.key) && `${displayPitch(other.pitch)} is outside the key`,
          ].filter(Boolean);
          return (
            <tr key={index} className={clash ? "text-ochre-ink" : ""}>
              <td>
                <button
                  type="button"
                  className="min-h-6 underline decoration-hairline underline-offset-2"
                  onClick={() => store.moveCursor({ eventId: one.event.id, noteId: one.note.id })}
                >
                  {formatBar(barsOn(bar, heard?.barsBefore ?? 0))}
                  {frame && `, ${countInWords(add(onset, frame.from), frame.metre)}`}
                </button>
              </td>
              <td className="font-mono">{displayPitch(one.pitch)}</td>
              <td className="font-mono">{displayPitch(other.pitch)}</td>
              <td>{intervalInWords(interval)}</td>
              <td>{remarks.join(" · ")}</td>
            </tr>
          );
        })}
      </Table>
    </div>
  );
}

function summary(moments: readonly HarmonicInterval[]): string {
  if (moments.length === 0) return "They never sound together here.";
  const parallel = parallelOf(moments);
  const clashes = moments.filter(({ clash }) => clash).length;
  return [
    `${moments.length} moments together`,
    parallel
      ? `in ${NUMBER_WORDS[parallel.number]} for ${Math.round(100 * parallel.share)} % of them`
      : "not in parallel",
    clashes === 0 ? "no clash" : `${clashes} ${clashes === 1 ? "clash" : "clashes"}`,
  ].join(" · ");
}
