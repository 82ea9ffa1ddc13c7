import { NO_CAPO, type Capo } from "../../instrument/capo";
import {
  MAX_FRETS,
  USUAL_BUILD,
  type Instrument,
  type InstrumentFamily,
  type InstrumentKind,
} from "../../instrument/instrument";
import { usualTuning } from "../../instrument/string-names";
import type { Tuning } from "../../instrument/tuning";
import { nameOfTuning, TUNING_LIBRARY } from "../../instrument/tuning-library";
import { midiOf } from "../../pitch/pitch";

/** What a file says of the instrument of a part. */
export interface InstrumentFacts {
  readonly partName: string;
  readonly instrumentName?: string | undefined;
  /** General MIDI, 0–127. */
  readonly program?: number | undefined;
  readonly kind?: InstrumentKind | undefined;
  readonly tuning?: Tuning | undefined;
  readonly capo?: Capo | undefined;
  readonly frets?: number | undefined;
  /** Of the sounding pitches, as semitone numbers; absent where the part has none. */
  readonly range?: { readonly lowest: number; readonly highest: number } | undefined;
  /** The highest fret that is written, counted from the capo. */
  readonly highestFret?: number | undefined;
}

/** The instrument a part is most likely played on, named by its tuning where the file has no name. */
export function guessInstrument(facts: InstrumentFacts): {
  readonly instrument: Instrument;
  readonly capo: Capo;
} {
  const { tuning: given, capo = NO_CAPO, highestFret = 0, range } = facts;
  const kind = facts.kind ?? kindOf(facts);
  const family: InstrumentFamily = kind === "bass" || kind === "baritone" ? kind : "guitar";
  const tuning = given ?? tuningFor(family, range);
  const build = USUAL_BUILD[family];
  const reach = range && highestFret === 0 ? range.highest - Math.max(...tuning.map(midiOf)) : 0;
  const frets = Math.max(facts.frets ?? build.frets, capo.fret + highestFret, reach);
  const instrument = {
    ...build,
    kind,
    name: facts.instrumentName ?? nameOfTuning(tuning, family) ?? facts.partName,
    tuning,
    frets: Math.min(MAX_FRETS, Math.max(frets, capo.fret + 1)),
  };
  return { instrument, capo };
}

function kindOf({
  partName,
  instrumentName = "",
  program,
  tuning,
  range,
}: InstrumentFacts): InstrumentKind {
  const name = `${partName} ${instrumentName}`.toLowerCase();
  if (/\bbass\b|\bbaß\b/u.test(name)) return "bass";
  if (program !== undefined && program >= 32 && program <= 39) return "bass";
  // A low guitar is a guitar: who says so is believed before the range.
  const isGuitar =
    /\bguitars?\b|\bgtr/u.test(name) || (program !== undefined && program >= 24 && program <= 31);
  if (tuning) {
    const lowest = Math.min(...tuning.map(midiOf));
    const highest = Math.max(...tuning.map(midiOf));
    if (highest <= 50 && lowest < 36) return "bass";
  } else if (range && !isGuitar && range.lowest < 33 && range.highest < 60) return "bass";
  if (/baritone/u.test(name)) return "baritone";
  if (program === 24 || /nylon|classical/u.test(name)) return "classical";
  if (program === 25 || /acoustic|steel|folk/u.test(name)) return "acoustic";
  return "electric";
}

/** The usual tuning, or the nearest of the library under which the lowest pitch is an open string or above. */
function tuningFor(family: InstrumentFamily, range: InstrumentFacts["range"]): Tuning {
  const usual = usualTuning(family, family === "bass" ? 4 : 6)!;
  if (!range || range.lowest >= lowestOf(usual)) return usual;
  const reaching = TUNING_LIBRARY.filter(
    (named) => named.family === family && lowestOf(named.tuning) <= range.lowest,
  ).sort((a, b) => strangeness(a.tuning, usual) - strangeness(b.tuning, usual));
  return reaching[0]?.tuning ?? usual;
}

function lowestOf(tuning: Tuning): number {
  return Math.min(...tuning.map(midiOf));
}

/** More strings before other pitches: a seven-string guitar is a smaller guess than an odd tuning. */
function strangeness(tuning: Tuning, usual: Tuning): number {
  const changed = usual.filter(
    (open, index) => tuning[index] && midiOf(tuning[index]) !== midiOf(open),
  );
  return 2 * Math.abs(tuning.length - usual.length) + changed.length;
}
