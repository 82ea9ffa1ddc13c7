import { calloutContext, parseCallout, parseForm } from "@intonazione/core/callout";
import {
  parseScale,
  parseTuning,
  tuningById,
  usualInstrument,
  type Instrument,
} from "@intonazione/core/instrument";
import { neckOf, USUAL_STYLE } from "@intonazione/core/neck";
import { placeBars } from "@intonazione/core/placement";
import { parseKey } from "@intonazione/core/pitch";
import { parseMetre, STRAIGHT } from "@intonazione/core/rhythm";
import { newPart, type Line, type Part, type Phrase, type Song } from "@intonazione/core/score";
import { formatGauges, parseGauges, stringSetsFor, usualMaterial } from "@intonazione/core/strings";
import { DEMO_RACK } from "./rack.data";
import { DEMO_SONGS, type DemoPart, type DemoSong } from "./songs.data";

export { DEMO_SONGS, DEMO_STUDIO, type DemoSong } from "./songs.data";

/**
 * Builds the document of a demo song; the same song every time, ids included.
 * @throws RangeError when the data has a slip: a test keeps that from happening.
 */
export function demoSong(data: DemoSong): Song {
  let count = 0;
  const newId = () => `${data.slug}-${(count++).toString(36)}`;
  const key = parseKey(data.key);
  const metre = parseMetre(data.metre);
  if (!key.ok || !metre.ok) throw new RangeError(`${data.slug}: key or metre unreadable`);
  const phrases = data.phrases.map((name): Phrase => ({ id: newId(), name, marks: [] }));
  const frame = { key: key.value, metre: metre.value, tempoBpm: data.tempoBpm };
  const style = data.school === USUAL_STYLE.stringSchool ? {} : { stringSchool: data.school };
  const parts: Part[] = [];
  const lines: Line[] = [];
  for (const row of data.parts) {
    const part = partOf(row, newId());
    parts.push(part);
    const context = calloutContext(part, frame, { ...USUAL_STYLE, ...style });
    const neck = neckOf(part.instrument, part.capo);
    for (const [index, text] of row.callouts.entries()) {
      const phrase = phrases[index]!;
      const { bars, marks, relations, findings } = parseCallout(
        text,
        { ...context, marks: phrase.marks },
        newId,
      );
      phrases[index] = { ...phrase, marks };
      const slip = findings.find(
        ({ severity }) => severity === "error" || (severity === "warning" && !data.slips),
      );
      if (slip)
        throw new RangeError(`${data.slug}, ${row.name}, phrase ${index + 1}: ${slip.message}`);
      const placed = placeBars(bars, neck, "unplaced").bars;
      const saidAs = relations.length > 0 && { relations };
      lines.push({
        phraseId: phrases[index].id,
        partId: part.id,
        bars: placed,
        ...saidAs,
        others: [],
      });
    }
  }
  const { form, findings } = parseForm(data.form ?? "", phrases, newId);
  const [slip] = findings;
  if (slip) throw new RangeError(`${data.slug}, form: ${slip.message}`);
  const { title, note, feel = STRAIGHT } = data;
  return {
    title,
    ...frame,
    feel,
    referenceHz: 440,
    style,
    note,
    parts,
    phrases,
    form,
    lines,
  };
}

function partOf(row: DemoPart, id: string): Part {
  const { family, tuning } = tuningById(row.tuningId);
  const inRack = demoRack().find(({ name }) => name === row.instrument);
  const instrument = inRack
    ? { ...inRack, tuning }
    : usualInstrument({ family, tuning }, row.instrument);
  const part = newPart(id, row.name, { instrument, capo: { fret: row.capo } });
  return row.tone === undefined ? part : { ...part, tone: row.tone };
}

/** @throws RangeError when the data has a slip: a test keeps that from happening. */
export function demoRack(): readonly Instrument[] {
  return DEMO_RACK.map(({ strings, scale, gauges, ...row }): Instrument => {
    const tuning = parseTuning(strings);
    const wound = parseGauges(gauges, usualMaterial(row.kind));
    if (!tuning.ok || !wound.ok) throw new RangeError(`${row.name}: tuning or gauges unreadable`);
    const length = parseScale(scale, tuning.value.tuning.length);
    if (!length.ok) throw new RangeError(`${row.name}: ${length.error}`);
    const set = stringSetsFor(row.kind, wound.value.length).find(
      (one) => formatGauges(one.gauges) === formatGauges(wound.value),
    );
    return {
      ...row,
      handed: row.handed ?? "right",
      tuning: tuning.value.tuning,
      scaleLengthMm: length.value,
      strings: { name: set?.name ?? "A set of its own", gauges: wound.value },
    };
  });
}

export function demoSongs(): readonly Song[] {
  return DEMO_SONGS.map(demoSong);
}
