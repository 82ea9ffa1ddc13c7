"use client";

import { HEARD_SIDES, type HearOnly } from "@intonazione/core/listening";
import type { Loop, Take } from "@intonazione/core/takes";
import { SlidersHorizontal } from "lucide-react";
import { selectPart, useOpenSong, useSong, useTakes } from "@/open-song/context";
import { neckOfPart } from "@/open-song/derived";
import { loopAtHand } from "@/open-takes/store";
import { Check } from "@/ui/check";
import { IconPopover } from "@/ui/icon-popover";
import { NumberField } from "@/ui/number-field";
import { PressButton } from "@/ui/press-button";
import { BandSlider } from "./band-slider";
import { formatCents } from "./moments";
import { bandOfNeck, tuneCents } from "./tune";

/** How fast, at which pitch, and what of the sound is heard: remembered with the loop. */
export function HearRow({ take }: { readonly take: Take }) {
  const { takes } = useOpenSong();
  const loop = useTakes(loopAtHand);
  const part = useSong(selectPart);
  const reference = useTakes(({ heard }) =>
    heard?.takeId === take.id ? heard.reference : undefined,
  );
  if (!loop) return null;
  const { hearing, speed } = loop;
  const { setLoop, setHearing, change } = takes.store;
  const percent = Math.round(100 * speed.start);
  const tuned = tuneCents(take, reference);
  return (
    <div
      role="group"
      aria-label="How it is heard"
      className="flex h-7.5 shrink-0 items-center gap-2 overflow-hidden text-[13px] whitespace-nowrap"
    >
      <label className="flex items-center gap-1.5">
        <span className="text-soft">Speed</span>
        <input
          type="range"
          min={25}
          max={200}
          step={5}
          value={percent}
          onChange={({ target }) =>
            setLoop(
              "another speed",
              { speed: { ...speed, start: Number(target.value) / 100 } },
              "speed",
            )
          }
          onPointerUp={({ currentTarget }) => currentTarget.blur()}
          aria-valuetext={`${percent} per cent`}
          className="w-16 accent-[var(--madder)] xl:w-24"
        />
        <span className="w-11 font-mono tabular-nums">{percent} %</span>
      </label>
      <PressButton
        isOn={take.playedCents !== 0}
        onChange={(isOn) =>
          change("tune the take", (now) => ({ ...now, playedCents: isOn ? tuned : 0 }))
        }
      >
        Tune
        <span className="font-mono">{formatCents(take.playedCents || tuned)}</span>
      </PressButton>
      {take.recording.channels > 1 && (
        <div role="group" aria-label="Side" className="flex rounded-sm border border-hairline">
          {HEARD_SIDES.map((side) => (
            <button
              key={side}
              type="button"
              aria-pressed={hearing.side === side}
              onClick={() => setHearing({ side })}
              className="px-1.5 py-0.5 text-soft hover:text-ink aria-pressed:bg-ink aria-pressed:text-paper"
            >
              {side}
            </button>
          ))}
        </div>
      )}
      <BandSlider
        hearing={hearing}
        usual={bandOfNeck(neckOfPart(part))}
        onChange={(band) => setBand(takes.store.setLoop, loop, band)}
      />
      <PressButton
        isOn={hearing.withoutStrikes}
        onChange={(withoutStrikes) => setHearing({ withoutStrikes })}
      >
        without strikes
      </PressButton>
      <span className="ml-auto" />
      <IconPopover icon={SlidersHorizontal} label="Pitch, octave and steps" className="w-80 p-4">
        <More take={take} loop={loop} />
      </IconPopover>
    </div>
  );
}

/** Bounds that are open are left out of what is kept. */
function setBand(
  setLoop: (label: string, change: Partial<Loop>, key?: string) => void,
  { hearing }: Loop,
  { aboveHz, belowHz }: Pick<HearOnly, "aboveHz" | "belowHz">,
): void {
  const { aboveHz: _above, belowHz: _below, ...others } = hearing;
  const band = {
    ...(aboveHz !== undefined && { aboveHz }),
    ...(belowHz !== undefined && { belowHz }),
  };
  setLoop("hear a band", { hearing: { ...others, ...band } }, "band");
}

function More({ take, loop }: { readonly take: Take; readonly loop: Loop }) {
  const { takes } = useOpenSong();
  const { setLoop, setHearing, change } = takes.store;
  const { speed, cents, hearing } = loop;
  const setSpeed = (changed: Partial<Loop["speed"]>) =>
    setLoop("steps of the loop", { speed: { ...speed, ...changed } }, "steps");
  const semitones = Math.round(cents / 100);
  return (
    <div className="flex flex-col gap-3">
      <fieldset className="flex flex-col gap-1.5">
        <legend className="pb-1 font-semibold">Pitch at the same speed</legend>
        <p className="flex items-center gap-1">
          <NumberField
            label="Semitones"
            value={semitones}
            least={-12}
            most={12}
            onChange={(value) =>
              setLoop(
                "shift the loop",
                { cents: bounded(100 * value + (cents - 100 * semitones)) },
                "pitch",
              )
            }
          />
          semitones and
          <NumberField
            label="Cents"
            value={Math.round(cents - 100 * semitones)}
            least={-50}
            most={50}
            onChange={(value) =>
              setLoop("shift the loop", { cents: bounded(100 * semitones + value) }, "pitch")
            }
          />
          cents, this loop
        </p>
        <p className="flex items-center gap-1">
          <NumberField
            label="Cents of the whole take"
            value={take.playedCents}
            least={-1200}
            most={1200}
            onChange={(playedCents) =>
              change("tune the take", (now) => ({ ...now, playedCents }), "tune")
            }
          />
          cents, the whole take
        </p>
        <Check isOn={hearing.octaveUp} onChange={(octaveUp) => setHearing({ octaveUp })}>
          an octave up, for a bass on small speakers
        </Check>
      </fieldset>
      <fieldset className="flex flex-col gap-1 border-t border-hairline pt-2">
        <legend className="sr-only">Steps</legend>
        <p className="font-semibold">The loop gets faster</p>
        <p className="flex flex-wrap items-center gap-1">
          by
          <NumberField
            label="Per cent a step"
            value={Math.round(100 * speed.step)}
            least={0}
            most={50}
            onChange={(value) => setSpeed({ step: value / 100 })}
          />
          % every
          <NumberField
            label="Rounds a step"
            value={speed.everyRounds}
            least={1}
            most={99}
            onChange={(everyRounds) => setSpeed({ everyRounds })}
          />
          rounds, up to
          <NumberField
            label="Up to per cent"
            value={Math.round(100 * speed.to)}
            least={25}
            most={200}
            onChange={(value) => setSpeed({ to: value / 100 })}
          />
          %
        </p>
      </fieldset>
    </div>
  );
}

const bounded = (cents: number) => Math.min(1200, Math.max(-1200, cents));
