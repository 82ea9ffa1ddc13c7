import { calloutContext } from "../callout/context";
import { parseCallout } from "../callout/parse-callout";
import { parseForm } from "../callout/form-line";
import { usualInstrument, type Instrument } from "../instrument/instrument";
import { tuningById } from "../instrument/tuning-library";
import type { Capo } from "../instrument/capo";
import { neckOf } from "../neck/neck";
import { USUAL_STYLE } from "../neck/place-names";
import { parseKey } from "../pitch/key";
import { placeBars } from "../placement/place-bars";
import { parseMetre } from "../rhythm/metre";
import { STRAIGHT } from "../rhythm/feel";
import { newPart, type Line, type Part, type Phrase, type Song } from "../score/song";
import { reviewSong, type ReviewOptions } from "./review-song";

/** A part as a test says it: a call-out a phrase; an empty one for nothing. */
export interface SaidPart {
  readonly callouts: readonly string[];
  readonly tuning?: string;
  readonly capo?: Capo;
  readonly name?: string;
  readonly instrument?: Partial<Instrument>;
  readonly part?: Partial<Part>;
}

export interface SaidSong extends Partial<Pick<Song, "note" | "tempoBpm">> {
  readonly parts: readonly SaidPart[];
  readonly key?: string;
  readonly metre?: string;
  readonly phrases?: readonly string[];
  readonly form?: string;
}

/** A song as it is called out, slips and all. @throws RangeError for what is no call-out at all. */
export function songSaid({ parts: said, key = "A minor", metre = "4/4", ...more }: SaidSong): Song {
  let count = 0;
  const newId = () => `id${count++}`;
  const parsedKey = parseKey(key);
  const parsedMetre = parseMetre(metre);
  if (!parsedKey.ok || !parsedMetre.ok) throw new RangeError(`${key}, ${metre}: unreadable`);
  const names = more.phrases ?? said[0]!.callouts.map((_, index) => `Phrase ${index + 1}`);
  const phrases = names.map((name): Phrase => ({ id: newId(), name, marks: [] }));
  const frame = { key: parsedKey.value, metre: parsedMetre.value, tempoBpm: more.tempoBpm ?? 100 };
  const lines: Line[] = [];
  const parts = said.map((one, order): Part => {
    const { family, tuning } = tuningById(one.tuning ?? "standard");
    const instrument = { ...usualInstrument({ family, tuning }, "Plain"), ...one.instrument };
    const capo = one.capo ?? { fret: 0 };
    const base = newPart(newId(), one.name ?? `Part ${order + 1}`, { instrument, capo });
    const part = { ...base, ...one.part };
    for (const [index, text] of one.callouts.entries()) {
      if (text === "") continue;
      const phrase = phrases[index]!;
      const context = { ...calloutContext(part, frame, USUAL_STYLE), marks: phrase.marks };
      const { bars, marks, relations, findings } = parseCallout(text, context, newId);
      const slip = findings.find(({ severity }) => severity === "error");
      if (slip) throw new RangeError(`${text}: ${slip.message}`);
      phrases[index] = { ...phrase, marks };
      const placed = placeBars(bars, neckOf(instrument, capo), "unplaced").bars;
      const saidAs = relations.length > 0 && { relations };
      lines.push({ phraseId: phrase.id, partId: part.id, bars: placed, ...saidAs, others: [] });
    }
    return part;
  });
  const { form } = parseForm(more.form ?? "", phrases, newId);
  const { note } = more;
  return {
    title: "Said",
    ...frame,
    feel: STRAIGHT,
    referenceHz: 440,
    style: {},
    ...(note !== undefined && { note }),
    parts,
    phrases,
    form,
    lines,
  };
}

/** The codes of what is found, in their order. */
export function codesIn(song: SaidSong | Song, options?: ReviewOptions): readonly string[] {
  const whole = "lines" in song ? song : songSaid(song);
  return reviewSong(whole, options).map(({ code }) => code);
}
