import { writeSongJson } from "@intonazione/core/formats/json";
import { writeTextTab } from "@intonazione/core/formats/text-tab";
import type { PlaceStyle } from "@intonazione/core/neck";
import type { Part, Song } from "@intonazione/core/score";

/** Hands the part out as plain-text tablature, as it stands in this window. */
export function downloadTextTab(song: Song, part: Part, studio: PlaceStyle): void {
  const name = song.parts.length > 1 ? `${song.title} - ${part.name}` : song.title;
  download(`${fileName(name)}.txt`, "text/plain", writeTextTab(song, part.id, studio));
}

/** Hands the whole song out as our own JSON. */
export function downloadJson(song: Song): void {
  download(`${fileName(song.title)}.json`, "application/json", writeSongJson(song));
}

/** A name that every file system takes. */
function fileName(title: string): string {
  const plain = title
    .replace(/[^\p{L}\p{N} ,'()-]+/gu, " ")
    .replace(/\s+/gu, " ")
    .trim();
  return plain.slice(0, 100) || "song";
}

function download(name: string, type: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
