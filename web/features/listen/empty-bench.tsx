"use client";

import { BringButtons } from "./bring-buttons";

/** What stands in Listen before the first take. */
export function EmptyBench() {
  return (
    <div className="flex flex-1 flex-col items-center justify-center gap-4 rounded-md border border-dashed border-hairline bg-sheet p-8 text-center">
      <h2 className="font-serif text-2xl">No take on the bench yet</h2>
      <p className="max-w-112 text-soft">
        Drop the recording here, or choose it: a song, a rehearsal, a film of somebody’s hands. It
        stays in this browser and your studio, and is heard, slowed and looped from the first
        moment.
      </p>
      <BringButtons />
      <p className="text-xs text-soft">
        WAV, MP3, FLAC, Ogg, Opus, M4A, MP4, WebM · up to four hours
      </p>
    </div>
  );
}
