import { calloutContext } from "../callout/context";
import { parseForm } from "../callout/form-line";
import { parseCallout } from "../callout/parse-callout";
import { NO_CAPO } from "../instrument/capo";
import { usualInstrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import { USUAL_STYLE } from "../neck/place-names";
import { parseKey } from "../pitch/key";
import { STRAIGHT } from "../rhythm/feel";
import { newPart, type Song } from "../score/song";
import { testId } from "../score/song.arbitraries";

const key = parseKey("E minor");
if (!key.ok) throw new Error(key.error);
const FRAME = { key: key.value, metre: { beats: 4, unit: 4 }, tempoBpm: 120 };

/** A guitar's song, phrase by phrase. */
export function songOf(callouts: readonly string[], details: Partial<Song> = {}, form = ""): Song {
  const instrument = usualInstrument(tuningById("standard"), "Guitar");
  const part = newPart("guitar", "Guitar", { instrument, capo: NO_CAPO });
  const context = calloutContext(part, FRAME, USUAL_STYLE);
  const said = callouts.map((text) => parseCallout(text, context, testId));
  const phrases = said.map(({ marks }, index) => ({ id: `p${index}`, name: `P${index}`, marks }));
  return {
    title: "Slack Water",
    ...FRAME,
    feel: STRAIGHT,
    referenceHz: 440,
    style: {},
    parts: [part],
    phrases,
    form: parseForm(form, phrases, testId).form,
    lines: said.map(({ bars }, index) => ({
      phraseId: `p${index}`,
      partId: "guitar",
      bars,
      others: [],
    })),
    ...details,
  };
}
