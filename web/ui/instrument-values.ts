import {
  checkInstrument,
  displayScale,
  displayTuningShort,
  familyOf,
  formatScale,
  formatTuning,
  INSTRUMENT_KINDS,
  MAX_ACTION_MM,
  MAX_FRETS,
  nameOfTuning,
  parseScale,
  parseTuning,
  USUAL_BUILD,
  type Instrument,
  type InstrumentKind,
  type StringSet,
} from "@intonazione/core/instrument";
import {
  formatGauges,
  materialOf,
  parseGauges,
  stringSetsFor,
  usualMaterial,
  type StringMaterial,
} from "@intonazione/core/strings";

/** An instrument as it is typed into its form: everything is text until it can be read. */
export interface InstrumentValues {
  readonly name: string;
  readonly kind: InstrumentKind;
  readonly tuning: string;
  readonly frets: string;
  readonly bodyFret: string;
  readonly scale: string;
  readonly handed: Instrument["handed"];
  /** Empty when nobody knows what is on. */
  readonly gauges: string;
  readonly material: StringMaterial;
  readonly actionMm: string;
}

export type InstrumentErrors = Partial<Record<keyof InstrumentValues, string>>;

export type ValuesReading =
  | { readonly ok: true; readonly instrument: Instrument }
  | { readonly ok: false; readonly errors: InstrumentErrors };

export const KIND_IN_WORDS: Readonly<Record<InstrumentKind, string>> = {
  electric: "electric guitar",
  acoustic: "acoustic guitar",
  classical: "classical guitar",
  bass: "bass",
  baritone: "baritone guitar",
  slide: "lap or slide guitar",
  other: "other",
};
export const MATERIAL_IN_WORDS: Readonly<Record<StringMaterial, string>> = {
  nickel: "steel, wound with nickelled steel",
  bronze: "steel, wound with bronze",
  nylon: "nylon, wound with copper",
};
export const KINDS: readonly InstrumentKind[] = INSTRUMENT_KINDS;

export function valuesOf(instrument: Instrument): InstrumentValues {
  const { name, kind, tuning, frets, bodyFret, scaleLengthMm, handed, strings, actionMm } =
    instrument;
  return {
    name,
    kind,
    tuning: formatTuning(tuning),
    frets: String(frets),
    bodyFret: bodyFret === undefined ? "" : String(bodyFret),
    scale: formatScale(scaleLengthMm),
    handed,
    gauges: strings ? formatGauges(strings.gauges) : "",
    material: materialOf(strings?.gauges, kind),
    actionMm: actionMm === undefined ? "" : String(actionMm),
  };
}

/** Another kind brings its usual build, where what is typed is still that of the kind before. */
export function withKind(values: InstrumentValues, kind: InstrumentKind): InstrumentValues {
  const before = USUAL_BUILD[familyOf(values)];
  const after = USUAL_BUILD[familyOf({ kind })];
  return {
    ...values,
    kind,
    material:
      values.material === usualMaterial(values.kind) ? usualMaterial(kind) : values.material,
    frets: values.frets === String(before.frets) ? String(after.frets) : values.frets,
    scale:
      values.scale === String(before.scaleLengthMm) ? String(after.scaleLengthMm) : values.scale,
  };
}

const number = (text: string) => (text.trim() === "" ? undefined : Number(text.replace(",", ".")));

/** Reads the form; every field that cannot be read says why. */
export function readValues(values: InstrumentValues): ValuesReading {
  const errors: { -readonly [Field in keyof InstrumentValues]?: string } = {};
  const name = values.name.trim();
  if (name === "") errors.name = "an instrument needs a name";
  const tuning = parseTuning(values.tuning, familyOf(values));
  if (!tuning.ok) errors.tuning = tuning.error;
  const strings = tuning.ok ? tuning.value.tuning.length : 6;
  const frets = number(values.frets) ?? Number.NaN;
  if (!Number.isInteger(frets) || frets < 1 || frets > MAX_FRETS) {
    errors.frets = `1 to ${MAX_FRETS} frets`;
  }
  const bodyFret = number(values.bodyFret);
  const lastFret = errors.frets === undefined ? frets : MAX_FRETS;
  const isBodyFret =
    bodyFret === undefined || (Number.isInteger(bodyFret) && bodyFret >= 1 && bodyFret <= lastFret);
  if (!isBodyFret) errors.bodyFret = "a fret of this neck";
  const scale = parseScale(values.scale, strings);
  if (!scale.ok) errors.scale = scale.error;
  const gauges = parseGauges(values.gauges, values.material);
  if (!gauges.ok) errors.gauges = gauges.error;
  else if (gauges.value.length > 0 && gauges.value.length !== strings) {
    errors.gauges = `${strings} strings need ${strings} gauges, got ${gauges.value.length}`;
  }
  const actionMm = number(values.actionMm);
  if (actionMm !== undefined && !(actionMm >= 0 && actionMm <= MAX_ACTION_MM)) {
    errors.actionMm = `0 to ${MAX_ACTION_MM} mm`;
  }
  if (Object.keys(errors).length > 0 || !tuning.ok || !scale.ok || !gauges.ok) {
    return { ok: false, errors };
  }
  const instrument: Instrument = {
    name,
    kind: values.kind,
    tuning: tuning.value.tuning,
    frets,
    scaleLengthMm: scale.value,
    handed: values.handed,
    ...(bodyFret !== undefined && { bodyFret }),
    ...(gauges.value.length > 0 && { strings: setOf(gauges.value, values.kind) }),
    ...(actionMm !== undefined && { actionMm }),
  };
  const [finding] = checkInstrument(instrument);
  return finding ? { ok: false, errors: { name: finding.message } } : { ok: true, instrument };
}

/** Gauges under the name of the common set they are, if they are one. */
export function setOf(gauges: StringSet["gauges"], kind: InstrumentKind): StringSet {
  const written = formatGauges(gauges);
  const common = stringSetsFor(kind, gauges.length).find(
    (set) => formatGauges(set.gauges) === written,
  );
  return { name: common?.name ?? outerGauges(gauges), gauges };
}

/** @example outerGauges(tens) // "10–46" */
function outerGauges(gauges: StringSet["gauges"]): string {
  const mils = (index: number) => String(Math.round(gauges.at(index)!.gaugeInch * 10_000) / 10);
  return `${mils(0)}–${mils(-1)}`;
}

/** The tuning by its name, or else by its pitches. */
export function tuningInWords(instrument: Pick<Instrument, "kind" | "tuning">): string {
  const { tuning } = instrument;
  return nameOfTuning(tuning, familyOf(instrument)) ?? displayTuningShort(tuning);
}

/** Kind, strings and scale in a few words. */
export function buildInWords(instrument: Instrument): string {
  const { kind, tuning, scaleLengthMm, handed } = instrument;
  const hand = handed === "left" ? ", left-handed" : "";
  return `${KIND_IN_WORDS[kind]}, ${tuning.length} strings, ${displayScale(scaleLengthMm)}${hand}`;
}

/** The gauges in one line, thickest first, or that nobody knows them. */
export function stringsInShort({ strings }: Pick<Instrument, "strings">): string {
  if (!strings) return "strings not known";
  return `${strings.name} · ${formatGauges(strings.gauges)}`;
}
