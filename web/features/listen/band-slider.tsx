"use client";

import type { HearOnly } from "@intonazione/core/listening";
import { Slider } from "radix-ui";

const LEAST_HZ = 30;
const MOST_HZ = 12_000;
const STEPS = 100;

const stepOf = (hz: number) => (STEPS * Math.log(hz / LEAST_HZ)) / Math.log(MOST_HZ / LEAST_HZ);
const hzAt = (step: number) => Math.round(LEAST_HZ * (MOST_HZ / LEAST_HZ) ** (step / STEPS));

/** Between which frequencies it is heard; both ends at the edges hear everything. */
export function BandSlider({
  hearing: { aboveHz, belowHz },
  usual,
  onChange,
}: {
  readonly hearing: HearOnly;
  /** What the instrument at hand has. */
  readonly usual: { readonly aboveHz: number; readonly belowHz: number };
  readonly onChange: (band: Pick<HearOnly, "aboveHz" | "belowHz">) => void;
}) {
  const isOpen = aboveHz === undefined && belowHz === undefined;
  const ends = [stepOf(aboveHz ?? LEAST_HZ), stepOf(belowHz ?? MOST_HZ)];
  const words = isOpen ? "all of it" : `${aboveHz ?? "…"}–${belowHz ?? "…"} Hz`;
  return (
    <div role="group" aria-label="Band" className="flex items-center gap-4 px-2">
      <Slider.Root
        min={0}
        max={STEPS}
        value={ends}
        minStepsBetweenThumbs={4}
        onValueChange={([low = 0, high = STEPS]) =>
          onChange({
            ...(low > 0 && { aboveHz: hzAt(low) }),
            ...(high < STEPS && { belowHz: hzAt(high) }),
          })
        }
        className="relative flex h-5 w-16 touch-none items-center xl:w-24"
      >
        <Slider.Track className="relative h-3.5 w-full rounded-sm border border-hairline bg-sheet">
          <Slider.Range className="absolute h-full border-x border-verdigris bg-verdigris-wash" />
        </Slider.Track>
        {(["From hertz", "To hertz"] as const).map((label, index) => (
          <Slider.Thumb
            key={label}
            aria-label={label}
            aria-valuetext={`${hzAt(ends[index]!)} hertz`}
            className="block h-4.5 w-2 rounded-sm border border-ink bg-paper"
          />
        ))}
      </Slider.Root>
      <button
        type="button"
        title={isOpen ? "Hear what the instrument has" : "Hear all of it"}
        onClick={() => onChange(isOpen ? usual : {})}
        className="hidden min-h-6 w-24 text-left xl:block font-mono text-xs whitespace-nowrap text-soft hover:text-ink"
      >
        {words}
      </button>
    </div>
  );
}
