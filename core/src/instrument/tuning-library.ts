import type { InstrumentKind } from "./instrument";
import { parseTuning } from "./parse-tuning";
import { isSameTuning, type Tuning } from "./tuning";
import { TUNING_ROWS } from "./tunings.data";

export interface NamedTuning {
  readonly id: string;
  readonly name: string;
  readonly kind: InstrumentKind;
  readonly tuning: Tuning;
}

export const TUNING_LIBRARY: readonly NamedTuning[] = TUNING_ROWS.map(([id, name, kind, text]) => {
  const reading = parseTuning(text);
  if (!reading.ok) throw new RangeError(`tuning ${id}: ${reading.error}`);
  return { id, name, kind, tuning: reading.value.tuning };
});

/** @throws RangeError when the library has no such tuning. */
export function tuningById(id: string): NamedTuning {
  const found = TUNING_LIBRARY.find((named) => named.id === id);
  if (!found) throw new RangeError(`no tuning is called ${id}`);
  return found;
}

/** The library's name for these open pitches, if it has one. */
export function nameOfTuning(tuning: Tuning): string | undefined {
  return TUNING_LIBRARY.find((named) => isSameTuning(named.tuning, tuning))?.name;
}
