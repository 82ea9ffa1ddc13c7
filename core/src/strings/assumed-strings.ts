import type { Instrument } from "../instrument/instrument";
import type { StringSet } from "../instrument/string-set";
import { suggestSet } from "./suggest-set";
import { comfortableRangeN } from "./tension";

/** The strings that are on, or where nobody said: existing gauges that feel usual in this tuning. */
export function stringsOn(instrument: Instrument): StringSet {
  if (instrument.strings) return instrument.strings;
  const [slack, tight] = comfortableRangeN(instrument.kind);
  const middle = Math.sqrt(slack * tight);
  const set = suggestSet(
    instrument,
    instrument.tuning,
    instrument.tuning.map(() => middle),
  );
  return { ...set, name: "Assumed" };
}
