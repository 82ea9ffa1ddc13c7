import type { Instrument } from "../instrument/instrument";
import { retune, type RetuneStep } from "../instrument/retune";
import type { Tuning } from "../instrument/tuning";
import { tensionsOf, type TensionVerdict } from "./tension";

/** A string on its way, with how it will feel where its gauge is known. */
export interface TuningStep extends RetuneStep {
  readonly verdict?: TensionVerdict;
  /** It goes up and might break: the eyes are at risk. */
  readonly isRisky: boolean;
}

export interface GettingThere {
  readonly steps: readonly TuningStep[];
  readonly off: readonly number[];
  readonly mayComeOff: readonly number[];
}

/** With unknown strings, a rise of more than this many semitones is warned of. */
const RISE_WITHOUT_GAUGE = 2;

/** The way from the instrument's tuning to another one. @returns undefined with too few strings. */
export function gettingThere(
  instrument: Instrument,
  to: Tuning,
  referenceHz?: number,
): GettingThere | undefined {
  const way = retune(instrument.tuning, to);
  if (!way) return undefined;
  const kept = instrument.tuning.flatMap((_, index) =>
    way.off.includes(index + 1) ? [] : [index + 1],
  );
  const wanted = instrument.tuning.map((open, index) => to[kept.indexOf(index + 1)] ?? open);
  const verdicts = new Map(
    tensionsOf(instrument, wanted, referenceHz).map(({ string, verdict }) => [string, verdict]),
  );
  return {
    ...way,
    steps: way.steps.map((step): TuningStep => {
      const verdict = verdicts.get(step.string);
      const goesUp = step.semitones > 0;
      const isRisky =
        goesUp && (verdict ? verdict === "unsafe" : step.semitones > RISE_WITHOUT_GAUGE);
      return { ...step, ...(verdict && { verdict }), isRisky };
    }),
  };
}
