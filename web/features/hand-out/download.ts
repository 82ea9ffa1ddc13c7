import { writeSongJson } from "@intonazione/core/formats/json";
import { writeTextTab } from "@intonazione/core/formats/text-tab";
import type { PlaceStyle } from "@intonazione/core/neck";
import type { Part, Song } from "@intonazione/core/score";
import { saveAs } from "@/ui/save-as";

/** Hands the part out as plain-text tablature, as it stands in this window. */
export function downloadTextTab(song: Song, part: Part, studio: PlaceStyle): void {
  const name = song.parts.length > 1 ? `${song.title} - ${part.name}` : song.title;
  download(name, "txt", "text/plain", writeTextTab(song, part.id, studio));
}

/** Hands the whole song out as our own JSON. */
export function downloadJson(song: Song): void {
  download(song.title, "json", "application/json", writeSongJson(song));
}

function download(name: string, ending: string, type: string, text: string): void {
  saveAs(new Blob([text], { type: `${type};charset=utf-8` }), name, ending);
}
