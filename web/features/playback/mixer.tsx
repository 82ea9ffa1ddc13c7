"use client";

import type { Part } from "@intonazione/core/score";
import { Check } from "@/ui/check";
import { NumberField } from "@/ui/number-field";
import { PressButton } from "@/ui/press-button";
import { OPEN_FADER, type Fader, type PlaySettings } from "@/open-song/playback/settings";
import { WavButton } from "./wav-button";

/** What sounds beside the parts, how a loop gets faster, and how loud everybody is. */
export function Mixer({
  hasRecord,
  settings,
  parts,
  onChange,
}: {
  readonly hasRecord: boolean;
  readonly settings: PlaySettings;
  readonly parts: readonly Part[];
  readonly onChange: (change: Partial<PlaySettings>) => void;
}) {
  const setFader = (id: string, change: Partial<Fader>) =>
    onChange({
      faders: {
        ...settings.faders,
        [id]: { ...(settings.faders[id] ?? OPEN_FADER), ...change },
      },
    });
  return (
    <div className="flex flex-col gap-3 text-[13px]">
      <fieldset className="flex flex-col gap-1">
        <legend className="pb-1 font-semibold">Beside the parts</legend>
        <Check isOn={settings.hasCountIn} onChange={(hasCountIn) => onChange({ hasCountIn })}>
          count a bar in
        </Check>
        <Check isOn={settings.hasClick} onChange={(hasClick) => onChange({ hasClick })}>
          click, the first beat accented
        </Check>
        <Check isOn={settings.hasBacking} onChange={(hasBacking) => onChange({ hasBacking })}>
          backing: the chords’ bass notes and a drum pattern
        </Check>
      </fieldset>
      {hasRecord && (
        <fieldset className="flex flex-col gap-1 border-t border-hairline pt-2">
          <legend className="sr-only">Strip and take</legend>
          <label className="flex items-center gap-2">
            strip
            <input
              type="range"
              min={0}
              max={100}
              step={5}
              value={Math.round(100 * settings.balance)}
              onChange={({ target }) => onChange({ balance: Number(target.value) / 100 })}
              aria-label="Balance of strip and take"
              className="flex-1 accent-[var(--ink)]"
            />
            take
          </label>
          <Check isOn={settings.isSplit} onChange={(isSplit) => onChange({ isSplit })}>
            the strip at the left, the take at the right
          </Check>
        </fieldset>
      )}
      <fieldset className="flex flex-col gap-1 border-t border-hairline pt-2">
        <legend className="sr-only">Tempo steps</legend>
        <p className="font-semibold">A loop gets faster</p>
        <p className="flex flex-wrap items-center gap-1">
          by
          <NumberField
            label="Per cent a step"
            value={settings.stepPercent}
            least={0}
            most={50}
            onChange={(stepPercent) => onChange({ stepPercent })}
          />
          % every
          <NumberField
            label="Rounds a step"
            value={settings.everyRounds}
            least={1}
            most={99}
            onChange={(everyRounds) => onChange({ everyRounds })}
          />
          rounds, up to
          <NumberField
            label="Up to per cent"
            value={settings.toPercent}
            least={25}
            most={150}
            onChange={(toPercent) => onChange({ toPercent })}
          />
          %
        </p>
        <p className="text-xs text-soft">
          Fast repeated picking strains hand and arm: rest between rounds, stop when it hurts.
        </p>
      </fieldset>
      <fieldset className="flex flex-col gap-1.5 border-t border-hairline pt-2">
        <legend className="sr-only">Volumes</legend>
        {parts.map(({ id, name }) => {
          const fader = settings.faders[id] ?? OPEN_FADER;
          return (
            <div key={id} role="group" aria-label={name} className="flex items-center gap-2">
              <span className="min-w-0 flex-1 truncate">{name}</span>
              <input
                type="range"
                min={0}
                max={100}
                value={Math.round(100 * fader.volume)}
                onChange={({ target }) => setFader(id, { volume: Number(target.value) / 100 })}
                aria-label={`Volume of ${name}`}
                className="w-24 accent-[var(--ink)]"
              />
              <PressButton
                look="small"
                isOn={fader.isMuted}
                onChange={(isMuted) => setFader(id, { isMuted })}
              >
                mute
              </PressButton>
              <PressButton
                look="small"
                isOn={fader.isSolo}
                onChange={(isSolo) => setFader(id, { isSolo })}
              >
                solo
              </PressButton>
            </div>
          );
        })}
      </fieldset>
      <WavButton settings={settings} />
    </div>
  );
}
