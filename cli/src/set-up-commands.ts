import {
  checkInstrument,
  nameOfTuning,
  NO_CAPO,
  parseTuning,
  tuningNames,
  usualInstrument,
  type Instrument,
  type InstrumentFamily,
  type TuningReading,
} from "@intonazione/core/instrument";
import { targetsOf } from "@intonazione/core/neck";
import { formatKey, formatPitch, midiOf, parseKey, parseReference } from "@intonazione/core/pitch";
import { parseGauges, tensionsOf, totalN, usualMaterial } from "@intonazione/core/strings";
import { formatChord, parseChords } from "@intonazione/core/pitch";
import { findCapo } from "@intonazione/core/theory";
import { Unusable } from "./failure";
import { capoOption, tuningOption, type Options } from "./options";

const hundredths = (value: number) => Math.round(value * 100) / 100;
const tenths = (value: number) => Math.round(value * 10) / 10;
/** Thickest string first, as tunings and gauges are written. */
const thickestFirst = <Row>(rows: readonly Row[]): readonly Row[] => [...rows].reverse();

/** What to tune to with the capo on, and what the strings bear. */
export function setUp(options: Options) {
  const strings = tuningOption(options, "strings");
  if (!strings) throw new Unusable('setup needs --strings, like --strings "E2 A2 D3 G3 B3 E4"');
  const instrument = instrumentOf(strings, options);
  const capo = capoOption(options, "capo", instrument) ?? NO_CAPO;
  const referenceHz = referenceOption(options) ?? strings.referenceHz;
  const tensions = tensionsOf(instrument, instrument.tuning, referenceHz);
  return {
    targets: thickestFirst(targetsOf(instrument, capo, referenceHz)).map(
      ({ string, pitch, hz }) => ({
        string,
        pitch: formatPitch(pitch),
        midi: midiOf(pitch),
        hz: hundredths(hz),
      }),
    ),
    tension: thickestFirst(tensions).map(({ string, gauge, newtons, verdict }) => ({
      string,
      gaugeInch: gauge.gaugeInch,
      newtons: tenths(newtons),
      verdict,
    })),
    ...(tensions.length > 0 && { totalNewtons: tenths(totalN(tensions)) }),
  };
}

function instrumentOf(strings: TuningReading, options: Options): Instrument {
  const plain = usualInstrument(strings, "Instrument");
  const scale = options.values["scale"];
  const gauges = options.values["gauges"];
  const read = gauges === undefined ? undefined : parseGauges(gauges, usualMaterial(plain.kind));
  if (read && !read.ok) throw new Unusable(`--gauges: ${read.error}`);
  const instrument: Instrument = {
    ...plain,
    ...(scale !== undefined && { scaleLengthMm: scale.trim() === "" ? Number.NaN : Number(scale) }),
    ...(read && { strings: { name: "As given", gauges: read.value } }),
  };
  const [problem] = checkInstrument(instrument);
  if (problem) throw new Unusable(problem.message);
  return instrument;
}

function referenceOption(options: Options): number | undefined {
  const text = options.values["a"];
  if (text === undefined) return undefined;
  const hz = parseReference(text);
  if (!hz.ok) throw new Unusable(`--a: ${hz.error}`);
  return hz.value;
}

/** Where a capo may go for these chords, the best first. */
export function capo(options: Options) {
  const { key: keyText, chords: chordText } = options.values;
  if (keyText === undefined || chordText === undefined) {
    throw new Unusable('capo needs --key and --chords, like --key "A major" --chords "A D E"');
  }
  const key = parseKey(keyText);
  if (!key.ok) throw new Unusable(`--key: ${key.error}`);
  const chords = parseChords(chordText);
  if (!chords.ok) throw new Unusable(`--chords: ${chords.error}`);
  if (chords.value.length === 0) throw new Unusable("--chords: expected at least one chord");
  return findCapo({ key: key.value, chords: chords.value }).map((choice) => ({
    capo: choice.capo,
    fingeredKey: formatKey(choice.fingeredKey),
    chords: choice.chords.map(({ sounding, fingered }) => ({
      sounding: formatChord(sounding),
      fingered: formatChord(fingered),
    })),
    openShapes: choice.openShapes,
    reasons: choice.reasons,
  }));
}

/** Reads a tuning as people say it. */
export function tuning(options: Options) {
  const text = options.words.join(" ");
  if (text === "") throw new Unusable('tuning needs words, like tuning "half step down"');
  const reading = parseTuning(text, familyOption(options));
  if (!reading.ok) throw new Unusable(reading.error);
  const { tuning: strings, family, referenceHz, findings } = reading.value;
  const name = nameOfTuning(strings, family);
  return {
    strings: tuningNames(strings),
    ...(name !== undefined && { name }),
    instrument: family,
    ...(referenceHz !== undefined && { referenceHz }),
    findings: findings.map(({ severity, message, code }) => ({ severity, message, code })),
  };
}

const FAMILIES: readonly string[] = [
  "guitar",
  "bass",
  "baritone",
] satisfies readonly InstrumentFamily[];

function familyOption(options: Options): InstrumentFamily | undefined {
  const text = options.values["instrument"];
  if (text === undefined) return undefined;
  if (FAMILIES.includes(text)) return text as InstrumentFamily;
  throw new Unusable(`--instrument: expected guitar, bass or baritone, got ${text}`);
}
