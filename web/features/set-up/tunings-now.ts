import {
  familyOf,
  isSameTuning,
  usualTuning,
  type Instrument,
  type Tuning,
} from "@intonazione/core/instrument";
import type { InRack } from "@/calls/rack";
import { tuningInWords } from "@/ui/instrument-values";

/** How the instrument may be tuned just now. */
export interface TuningNow {
  readonly label: string;
  readonly tuning: Tuning;
}

/**
 * What may be on the instrument now, the likeliest first: as it stands in the rack, as it was before
 * a change that waits, as its family usually is.
 */
export function tuningsNow(
  instrument: Instrument,
  rack: readonly InRack[],
  before?: Tuning,
): readonly TuningNow[] {
  const inRack = rack.find((one) => one.value.name === instrument.name)?.value;
  const usual = usualTuning(familyOf(instrument), instrument.tuning.length);
  const all: TuningNow[] = [];
  const offer = (tuning: Tuning | undefined, how: string) => {
    if (!tuning || all.some((one) => isSameTuning(one.tuning, tuning))) return;
    all.push({ label: `${tuningInWords({ ...instrument, tuning })}, ${how}`, tuning });
  };
  offer(before, "as this part is now");
  offer(inRack?.tuning, "as it stands in the rack");
  offer(usual, "as usual");
  return all;
}
