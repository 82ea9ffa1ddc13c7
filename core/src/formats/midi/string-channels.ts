import { MAX_FRETS } from "../../instrument/instrument";
import { NO_CAPO, nutsOf, type Capo } from "../../instrument/capo";
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
  const nut = nutsOf(capo, tuning.length)[string - 1]!;
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
    const nuts = nutsOf(capo, tuning.length);
    // Channels count on, the drums' left out; a string that is not played leaves its channel out too.
    const stringOf = (channel: number) => channel - first + 1 - (first < 9 && channel > 9 ? 1 : 0);
    const direct = channels.every(({ channel }) => stringOf(channel) <= tuning.length);
    const pairs = channels.map(
      (channel, index) => [channel, direct ? stringOf(channel.channel) : index + 1] as const,
    );
    const fits = pairs.every(([{ notes }, string]) => {
      const open = tuning[string - 1];
      if (!open) return false;
      const low = midiOf(open) + nuts[string - 1]!;
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

/** The usual tunings first, then those of the library with that many strings. */
function tuningsFor({ channels, lowest }: MidiVoice): readonly Tuning[] {
  const families = lowest < 40 ? (["bass", "guitar"] as const) : (["guitar", "bass"] as const);
  const counts = [...new Set([Math.max(4, channels.length), 6])].filter(
    (count) => count >= channels.length,
  );
  const usual = counts.flatMap((count) => families.map((family) => usualTuning(family, count)));
  const others = TUNING_LIBRARY.filter(({ tuning }) => counts.includes(tuning.length));
  return [...usual.filter((tuning) => tuning !== undefined), ...others.map(({ tuning }) => tuning)];
}
