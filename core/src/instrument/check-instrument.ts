import type { Finding } from "../foundation/finding";
import {
  MAX_ACTION_MM,
  MAX_FRETS,
  MAX_SCALE_MM,
  MIN_SCALE_MM,
  type Instrument,
} from "./instrument";
import { MAX_GAUGE_INCH, MIN_GAUGE_INCH } from "./string-set";
import { stringCountProblem } from "./tuning";

/** What cannot be on an instrument: numbers out of range, rows that do not fit its strings. */
export function checkInstrument(instrument: Instrument): readonly Finding[] {
  const { tuning, frets, bodyFret, scaleLengthMm, strings, actionMm } = instrument;
  const findings: Finding[] = [];
  const refuse = (code: string, message: string) =>
    findings.push({ code, severity: "error", where: {}, message });
  const count = tuning.length;
  const countProblem = stringCountProblem(count);
  if (countProblem !== undefined) refuse("string-count", countProblem);
  if (!Number.isInteger(frets) || frets < 1 || frets > MAX_FRETS) {
    refuse("frets-out-of-range", `an instrument has 1 to ${MAX_FRETS} frets, got ${frets}`);
  }
  if (bodyFret !== undefined && !(bodyFret >= 1 && bodyFret <= frets)) {
    refuse("body-fret-out-of-range", `the body joins at fret 1 to ${frets}, got ${bodyFret}`);
  }
  const lengths = typeof scaleLengthMm === "number" ? [scaleLengthMm] : scaleLengthMm;
  for (const length of lengths) {
    if (length >= MIN_SCALE_MM && length <= MAX_SCALE_MM) continue;
    refuse(
      "scale-out-of-range",
      `a scale is ${MIN_SCALE_MM} to ${MAX_SCALE_MM} mm long, got ${length}`,
    );
  }
  if (typeof scaleLengthMm !== "number" && lengths.length !== count) {
    refuse("scale-count", `${count} strings need ${count} scale lengths, got ${lengths.length}`);
  }
  if (strings && strings.gauges.length !== count) {
    refuse("gauge-count", `${count} strings need ${count} gauges, got ${strings.gauges.length}`);
  }
  for (const { gaugeInch } of strings?.gauges ?? []) {
    if (gaugeInch >= MIN_GAUGE_INCH && gaugeInch <= MAX_GAUGE_INCH) continue;
    refuse(
      "gauge-out-of-range",
      `a gauge is ${MIN_GAUGE_INCH} to ${MAX_GAUGE_INCH} in, got ${gaugeInch}`,
    );
  }
  if (actionMm !== undefined && !(actionMm >= 0 && actionMm <= MAX_ACTION_MM)) {
    refuse("action-out-of-range", `the action is 0 to ${MAX_ACTION_MM} mm, got ${actionMm}`);
  }
  return findings;
}
