import { calloutContext, parseCallout } from "@intonazione/core/callout";
import { tuningById, usualInstrument } from "@intonazione/core/instrument";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { parseKey } from "@intonazione/core/pitch";
import { HandTable, judgementOf, profileById, type LineRequest } from "@intonazione/core/placement";
import { lineOf, newPart, withoutPlaces, type Bar } from "@intonazione/core/score";
import { demoSongs } from "@intonazione/demo";
import { STUDY_LINES } from "./agreement.data";

/** A line with the places that its writer gave it, and the same line with its places forgotten. */
export interface StudyCase {
  readonly name: string;
  readonly bars: readonly Bar[];
  readonly request: LineRequest;
  readonly table: HandTable;
}

const usual = profileById(undefined);

function caseOf(name: string, bars: readonly Bar[], table: HandTable, tempoBpm: number): StudyCase {
  const secondsPerWhole = () => 240 / tempoBpm;
  const request = {
    bars: withoutPlaces(bars),
    scope: "unpinned",
    secondsPerWhole,
    wishes: {},
  } as const;
  return { name, bars, request, table };
}

let ids = 0;
export const WRITTEN = STUDY_LINES.map(
  ({ name, tuningId, capo = 0, key: keyText, tempoBpm, callout }) => {
    const instrument = usualInstrument(tuningById(tuningId), name);
    const part = newPart("part", name, { instrument, capo: { fret: capo } });
    const key = parseKey(keyText);
    if (!key.ok) throw new Error(key.error);
    const frame = { key: key.value, metre: { beats: 4, unit: 4 } as const, tempoBpm };
    const context = calloutContext(part, frame, USUAL_STYLE);
    const { bars } = parseCallout(callout, context, () => `id${ids++}`);
    return caseOf(name, bars, new HandTable(judgementOf(part, key.value, usual)), tempoBpm);
  },
);
export const PLAYED = demoSongs().flatMap((song) =>
  song.parts.flatMap((part) => {
    const table = new HandTable(judgementOf(part, song.key, usual));
    return song.phrases.flatMap(({ id, name }) => {
      const line = lineOf(song, id, part.id);
      return line
        ? [caseOf(`${song.title}, ${part.name}: ${name}`, line.bars, table, song.tempoBpm)]
        : [];
    });
  }),
);
