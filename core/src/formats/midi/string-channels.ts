import { MAX_FRETS } from "../../instrument/instrument";
import { NO_CAPO, openOffsetsOf, type Capo } from "../../instrument/capo";
import { usualTuning } from "../../instrument/string-names";
import type { Tuning } from "../../instrument/tuning";
import { TUNING_LIBRARY } from "../../instrument/tuning-library";
import { fret, type Place } from "../../neck/neck";
import { midiOf } from "../../pitch/pitch";
import type { MidiVoice } from "./midi-survey";

/** Which string each channel is, and how the strings are tuned. */
export interface StringChannels {
  readonly tuning: Tuning;
  readonly capo: Capo;
  /** By channel. */
  readonly strings: ReadonlyMap<number, number>;
}

/**
 * Where a pitch lies on the string of its channel.
 * @returns undefined where the channel is no string, or the string has no such fret.
 */
export function placeOnChannel(
  { tuning, capo, strings }: StringChannels,
  channel: number,
  midi: number,
): Place | undefined {
  const string = strings.get(channel);
  const open = string === undefined ? undefined : tuning[string - 1];
  if (string === undefined || !open) return undefined;
  const nut = openOffsetsOf(capo, tuning.length)[string - 1]!;
  const at = midi - midiOf(open) - nut;
  return at >= 0 && at + nut <= MAX_FRETS ? { string, fret: fret(at) } : undefined;
}

/**
 * Channels as strings: in their order the first is string 1. Where the file says no tuning, the one
 * of the library under which most channels fit their string.
 * @returns undefined where no tuning of that many strings has a place for the notes.
 */
export function stringChannelsOf(voice: MidiVoice): StringChannels | undefined {
  const channels = [...voice.channels].sort((a, b) => a.channel - b.channel);
  const first = voice.firstChannel;
  const capo = voice.capo ?? NO_CAPO;
  const choices = voice.tuning ? [voice.tuning] : tuningsFor(voice);
  for (const tuning of choices) {
    const openOffsets = openOffsetsOf(capo, tuning.length);
    // Channels count on, the drums' left out; a string that is not played leaves its channel out too.
    const stringOf = (channel: number) => channel - first + 1 - (first < 9 && channel > 9 ? 1 : 0);
    const direct = channels.every(({ channel }) => stringOf(channel) <= tuning.length);
    const pairs = channels.map(
      (channel, index) => [channel, direct ? stringOf(channel.channel) : index + 1] as const,
    );
    const fits = pairs.every(([{ notes }, string]) => {
      const open = tuning[string - 1];
      if (!open) return false;
      const low = midiOf(open) + openOffsets[string - 1]!;
      // A harmonic may sound beyond the last fret: what the file says of its strings is believed.
      const high = voice.tuning ? 127 : midiOf(open) + MAX_FRETS;
      return notes.every(({ midi }) => midi >= low && midi <= high);
    });
    if (fits) {
      return {
        tuning,
        capo,
        strings: new Map(pairs.map(([{ channel }, string]) => [channel, string])),
      };
    }
  }
  return undefined;
}

/** A tuning that few use has to save so many frets. */
const UNUSUAL_FRETS = 4;

/** Tunings with that many strings, those first under which the channels are played lowest. */
function tuningsFor({ channels }: MidiVoice): readonly Tuning[] {
  const count = Math.max(4, channels.length);
  const usual = (["guitar", "bass"] as const)
    .map((family) => usualTuning(family, count))
    .filter((tuning) => tuning !== undefined);
  const others = TUNING_LIBRARY.filter(({ tuning }) => tuning.length === count);
  const lowest = channels.map(({ notes }) =>
    notes.reduce((low, { midi }) => Math.min(low, midi), 127),
  );
  const cost = (tuning: Tuning) => {
    const frets = lowest.map((low, index) => low - midiOf(tuning[index]!));
    return frets.reduce((sum, fret) => sum + Math.abs(fret), 0) / frets.length;
  };
  return [
    ...usual.map((tuning) => ({ tuning, cost: cost(tuning) })),
    ...others.map(({ tuning }) => ({ tuning, cost: cost(tuning) + UNUSUAL_FRETS })),
  ]
    .sort((a, b) => a.cost - b.cost)
    .map(({ tuning }) => tuning);
}
