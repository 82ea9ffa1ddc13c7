"use client";

import { formatKey, parseKey } from "@intonazione/core/pitch";
import {
  formatFeel,
  formatMetre,
  parseFeel,
  parseMetre,
  parseTempo,
} from "@intonazione/core/rhythm";
import type { Song, SongDetails } from "@intonazione/core/score";
import { useOpenSong, useSong } from "@/open-song/context";
import { changeDetails } from "@/open-song/transactions";
import { StyleFields } from "@/ui/style-fields";
import { Setting } from "./setting";

/** Title, tempo, metre, key and the way strings are called; each takes hold when it is left. */
export function DetailsForm({ song }: { readonly song: Song }) {
  const { store } = useOpenSong();
  const studio = useSong((state) => state.studio);
  const change = (details: Partial<SongDetails>) => {
    store.run(changeDetails(store.getState().history.song, details));
  };
  return (
    <div className="grid grid-cols-4 gap-x-3 gap-y-1">
      <div className="col-span-2">
        <Setting
          label="Title"
          value={song.title}
          read={(text) =>
            text.trim() === ""
              ? { ok: false, error: "a song needs a title" }
              : { ok: true, value: { title: text.trim().slice(0, 200) } }
          }
          onChange={change}
        />
      </div>
      <Setting
        label="Tempo"
        hint="quarter notes a minute"
        value={String(song.tempoBpm)}
        read={(text) => {
          const tempo = parseTempo(text);
          return tempo.ok ? { ok: true, value: { tempoBpm: tempo.value } } : tempo;
        }}
        onChange={change}
      />
      <Setting
        label="Metre"
        hint="bar lines stay where they are"
        value={formatMetre(song.metre)}
        read={(text) => {
          const metre = parseMetre(text);
          return metre.ok ? { ok: true, value: { metre: metre.value } } : metre;
        }}
        onChange={change}
      />
      <Setting
        label="Feel"
        hint="straight, swing, shuffle 3:2"
        value={formatFeel(song.feel)}
        read={(text) => {
          const feel = parseFeel(text);
          return feel.ok ? { ok: true, value: { feel: feel.value } } : feel;
        }}
        onChange={change}
      />
      <Setting
        label="Key, as it sounds"
        hint="spells all names"
        value={formatKey(song.key)}
        read={(text) => {
          const key = parseKey(text);
          return key.ok ? { ok: true, value: { key: key.value } } : key;
        }}
        onChange={change}
      />
      <StyleFields style={song.style} studio={studio} onChange={(style) => change({ style })} />
      <div className="col-span-4">
        <Setting
          label="Notes"
          value={song.note ?? ""}
          read={(note) => ({ ok: true, value: { note: note.slice(0, 2000) } })}
          onChange={change}
        />
      </div>
    </div>
  );
}
