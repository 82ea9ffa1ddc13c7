"use client";

import type { Capo } from "@intonazione/core/instrument";
import {
  displayChord,
  displayKey,
  formatChord,
  parseChords,
  parseKey,
} from "@intonazione/core/pitch";
import type { Part, Song } from "@intonazione/core/score";
import {
  fingeredChord,
  fingeredKey,
  openShapeOf,
  soundingChord,
  soundingKey,
  soundingShift,
  triadsOf,
} from "@intonazione/core/theory";
import { Fragment, useState } from "react";
import { setUpInWords } from "@/ui/instrument-picker";
import { Table } from "@/ui/table";

interface Column {
  readonly id: string;
  readonly name: string;
  readonly setUp: string;
  readonly shift: number;
}

/** What sounds and what the hands play for it, of every part that is set up in the song. */
export function ShapesAndSound({
  song,
  part,
  capo,
}: {
  readonly song: Song;
  readonly part: Part;
  /** The one that is on, or the one that is being thought of. */
  readonly capo: Capo;
}) {
  const [typed, setTyped] = useState("");
  const read = parseChords(typed);
  const own = triadsOf(song.key);
  const chords = read.ok && read.value.length > 0 ? read.value : own;
  const columns = [part, ...song.parts.filter(({ id }) => id !== part.id)].map((one): Column => {
    const on = one.id === part.id ? capo : one.capo;
    return {
      id: one.id,
      name: one.name,
      setUp: setUpInWords({ instrument: one.instrument, capo: on }),
      shift: soundingShift(one.instrument, on),
    };
  });
  return (
    <section aria-labelledby="shapes-and-sound" className="flex min-w-0 flex-col gap-2">
      <div className="flex items-baseline gap-3">
        <h3 id="shapes-and-sound" className="flex-1 font-semibold">
          Shapes and sound
        </h3>
        <input
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          aria-label="Chords that sound"
          placeholder={own.slice(0, 3).map(formatChord).join(" ")}
          title={read.ok ? "Chords as they sound" : read.error}
          aria-invalid={!read.ok || undefined}
          className="w-40 rounded-sm border border-hairline bg-sheet px-2 py-0.5 text-[13px] aria-invalid:border-madder"
        />
      </div>
      {!read.ok && (
        <p role="alert" className="text-xs font-medium text-madder">
          {read.error}
        </p>
      )}
      <div className="overflow-x-auto">
        <Table
          caption="The same sound, and the shapes that make it on each instrument"
          columns={[
            { name: "it sounds" },
            ...columns.map(({ name, setUp }) => ({
              name: (
                <>
                  <span className="block font-semibold text-ink">{name} plays</span>
                  {setUp}
                </>
              ),
            })),
          ]}
        >
          <tr>
            <th scope="row" className="font-normal text-soft">
              {displayKey(song.key)}
            </th>
            {columns.map(({ id, shift }) => (
              <td key={id} className="text-soft">
                {displayKey(fingeredKey(song.key, shift))}
              </td>
            ))}
          </tr>
          {chords.map((chord, index) => (
            <tr key={index}>
              <th scope="row" className="font-serif text-[15px] font-semibold">
                {displayChord(chord)}
              </th>
              {columns.map(({ id, shift }) => {
                const shape = fingeredChord(chord, shift, song.key);
                return (
                  <td key={id} className="font-serif text-[15px]">
                    {displayChord(shape)}
                    {openShapeOf(shape) && (
                      <span className="font-sans text-xs text-soft"> open</span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </Table>
      </div>
      <OtherWayRound column={columns[0]!} />
    </section>
  );
}

const HOMES = ["C major", "A minor", "G major", "E minor", "D major", "A major", "E major"];

/** The keys that hands live in, and what they sound here. */
function OtherWayRound({ column: { name, shift } }: { readonly column: Column }) {
  if (shift === 0) {
    return <p className="text-xs text-soft">Shapes of {name} sound as they are called.</p>;
  }
  return (
    <p className="text-xs text-soft">
      The other way round, shapes of {name}:{" "}
      {HOMES.map((text, index) => {
        const key = parseKey(text);
        if (!key.ok) return null;
        const [home] = triadsOf(key.value);
        return (
          <Fragment key={text}>
            {index > 0 && " · "}
            <span className="whitespace-nowrap">
              {displayChord(home!)} sounds{" "}
              <b className="font-semibold text-ink">
                {displayChord(soundingChord(home!, shift, key.value))}
              </b>
              <span className="sr-only"> in {displayKey(soundingKey(key.value, shift))}</span>
            </span>
          </Fragment>
        );
      })}
    </p>
  );
}
