import { displayKey, fifthsOf, pitchClassAtFifths, signatureOf, type Key } from "../../pitch/key";
import type { Remarks } from "../reading/remarks";
import { keysHeardIn } from "./heard-keys";
import type { MidiBar } from "./midi-maps";
import type { MidiVoice } from "./midi-survey";

export interface KeysOfFile {
  /** Of the whole song. */
  readonly key: Key;
  /** By stretches that follow each other: the bar each begins with, and the key it is spelled in. */
  readonly keys: readonly { readonly from: number; readonly key: Key }[];
}

const C_MAJOR: Key = { tonic: { step: "C", alter: 0 }, mode: "major" };
/** So many signs off, a key that a program writes where nobody chose one was not chosen. */
const FAR_SIGNS = 2;

/**
 * The key that the file names, or the one that is heard: of the whole, and phrase by phrase. Where a
 * file says C major, as programs do when they are not asked, and something far off is heard, that.
 * @param starts The bars that phrases begin with.
 */
export function keysOf(
  named: Key | undefined,
  voices: readonly MidiVoice[],
  bars: readonly MidiBar[],
  starts: readonly number[],
  remarks: Remarks,
): KeysOfFile {
  const isUnasked = named?.mode === "major" && signatureOf(named) === 0;
  if (named && !isUnasked) return { key: named, keys: [{ from: 0, key: named }] };
  const heardIn = keysHeardIn(voices, bars);
  const heard = bars.length > 0 ? heardIn(0, bars.length) : undefined;
  if (named && (!heard || Math.abs(signatureOf(heard)) < FAR_SIGNS)) {
    return { key: named, keys: [{ from: 0, key: named }] };
  }
  const key = heard ?? C_MAJOR;
  const keys = starts.map((from, index) => ({
    from,
    key: nameNear(heardIn(from, starts[index + 1] ?? bars.length) ?? key, key),
  }));
  const what = heard ? `${displayKey(key)}, which is heard` : "C major: none is clear";
  const said = named ? "the file names C major, as programs do unasked" : "the file names no key";
  remarks.say("midi-no-key", "info", `${said}: the song stands in ${what}`);
  return { key, keys };
}

/** A key by the name that lies nearer to another one: E♭ minor beside D♯ minor is D♯ minor. */
function nameNear(key: Key, other: Key): Key {
  const away = signatureOf(key) - signatureOf(other);
  if (Math.abs(away) <= 6) return key;
  const tonic = pitchClassAtFifths(fifthsOf(key.tonic) - 12 * Math.sign(away));
  const named = { ...key, tonic };
  return Math.abs(signatureOf(named)) <= 7 ? named : key;
}
