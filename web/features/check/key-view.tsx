"use client";

import { shiftOfParts, type StretchKey } from "@intonazione/core/analysis";
import { displayKey } from "@intonazione/core/pitch";
import type { Song } from "@intonazione/core/score";
import { displayScale, keyOfScale } from "@intonazione/core/theory";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { changeDetails } from "@/open-song/transactions";
import { ChordTable } from "./chord-table";
import { fingeredScaleName } from "./names";
import { Table } from "@/ui/table";

const NO_KEYS: readonly StretchKey[] = [];

/** The keys and modes that are heard, phrase by phrase, and the chords of the phrase at the cursor. */
export function KeyView() {
  const song = useSong(selectSong);
  const review = useSong((state) => state.review);
  const keys = review.kind === "done" ? review.keys : NO_KEYS;
  return (
    <>
      <section
        aria-label="Keys"
        className="flex flex-col gap-2 rounded-md border border-hairline bg-sheet px-4 pt-3 pb-3"
      >
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h2 className="font-serif text-xl">Key, by what is played</h2>
          <p className="text-[13px] text-soft">
            the song says {displayKey(song.key)} · sounding first, the shape’s name beside it
          </p>
        </div>
        {review.kind === "none" && <p className="text-soft">listening …</p>}
        {review.kind === "done" && keys.length === 0 && (
          <p className="text-soft">Nothing is written yet: a key is heard once a line is.</p>
        )}
        {keys.length > 0 && (
          <div
            role="region"
            aria-label="Keys by phrase"
            tabIndex={0}
            className="max-h-72 overflow-y-auto"
          >
            <Table
              caption="Keys of the song and its phrases"
              columns={[
                { name: "where", look: "w-40" },
                { name: "sounds", look: "w-36" },
                { name: "fingered", look: "w-36" },
                { name: "why" },
              ]}
            >
              {inOrder(keys, song).map((key) => (
                <KeyRow key={`${key.phraseId} ${key.partId}`} own={key} song={song} />
              ))}
            </Table>
          </div>
        )}
      </section>
      <ChordTable />
    </>
  );
}

/** The whole song first, then its parts, then phrase after phrase. */
function inOrder(keys: readonly StretchKey[], { phrases }: Song): readonly StretchKey[] {
  const rank = ({ phraseId, partId }: StretchKey) =>
    2 * phrases.findIndex(({ id }) => id === phraseId) + (partId === undefined ? 0 : 1);
  return [...keys].sort((a, b) => rank(a) - rank(b));
}

function KeyRow({ own, song }: { readonly own: StretchKey; readonly song: Song }) {
  const { store } = useOpenSong();
  const { phraseId, partId, clear, evidence, readings, agrees } = own;
  const phrase = song.phrases.find(({ id }) => id === phraseId);
  const part = song.parts.find(({ id }) => id === partId);
  const shift = shiftOfParts(part ? [part] : song.parts);
  const where = [
    phrase?.name ?? "all phrases",
    song.parts.length > 1 && (part?.name ?? "all parts"),
  ];
  const others = readings
    .slice(1, 3)
    .map(({ scale }) => displayScale(scale))
    .join(", ");
  const isWhole = !phrase && !part;
  const key = clear && keyOfScale(clear.scale);
  return (
    <tr className="align-baseline">
      <td className="py-1">
        {phrase && part ? (
          <button
            type="button"
            className="min-h-6 text-left underline decoration-hairline underline-offset-2"
            onClick={() =>
              store.moveCursor({ phraseId: phrase.id, partId: part.id, eventId: undefined })
            }
          >
            {where.filter(Boolean).join(" · ")}
          </button>
        ) : (
          <span className={isWhole ? "font-semibold" : undefined}>
            {where.filter(Boolean).join(" · ")}
          </span>
        )}
      </td>
      <td className="font-semibold">
        {clear ? (
          displayScale(clear.scale)
        ) : (
          <span className="font-normal text-soft">no clear key</span>
        )}
      </td>
      <td>
        {!clear || shift === undefined ? (
          "–"
        ) : shift === 0 ? (
          <span className="text-soft">as it sounds</span>
        ) : (
          fingeredScaleName(clear.scale, shift)
        )}
      </td>
      <td className="py-1">
        {evidence.join(" · ")}
        {clear && others !== "" && <span className="text-soft"> · next: {others}</span>}
        {!agrees && clear && (
          <span className="block text-ochre-ink">
            ! the song says {displayKey(song.key)}; that stands until you change it
            {isWhole && key && (
              <button
                type="button"
                className="ml-2 min-h-6 underline"
                onClick={() => store.run(changeDetails(song, { key }))}
              >
                call it {displayKey(key)}
              </button>
            )}
          </span>
        )}
      </td>
    </tr>
  );
}
