"use client";

import { parseReference } from "@intonazione/core/pitch";
import type { Song } from "@intonazione/core/score";
import { useOpenSong } from "@/open-song/context";
import { changeDetails } from "@/open-song/transactions";
import { Setting } from "../setting";

/** What A is: 440 Hz, unless the record lies between the keys. */
export function ReferenceField({ song }: { readonly song: Song }) {
  const { store } = useOpenSong();
  return (
    <div className="max-w-52">
      <Setting
        label="Reference A, in Hz"
        hint="415 to 466, for a record between keys"
        value={String(song.referenceHz)}
        read={parseReference}
        onChange={(referenceHz) => {
          store.run(changeDetails(store.getState().history.song, { referenceHz }));
        }}
      />
    </div>
  );
}
