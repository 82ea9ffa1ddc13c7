import { usualTuning } from "@intonazione/core/instrument";
import { displayPitch, frequencyHzOf, midi, midiOf, spellMidi } from "@intonazione/core/pitch";
import type { Part, Song } from "@intonazione/core/score";
import { fingeredPitch } from "@intonazione/core/theory";
import { shiftOf, stringNamesOf } from "@/open-song/derived";

/** From here on a string is worth a word of warning, in semitones above its usual pitch. */
const WELL_ABOVE = 2;

/** What each string is tuned to, and what it sounds with the capo on. */
export function StringTable({ song, part }: { readonly song: Song; readonly part: Part }) {
  const { tuning, kind } = part.instrument;
  const names = stringNamesOf(part, song);
  const usual = usualTuning(kind, tuning.length);
  const shift = shiftOf(part);
  const tight = tuning.some((open, index) => {
    const before = usual[index];
    return usual.length === tuning.length && before && midiOf(open) - midiOf(before) >= WELL_ABOVE;
  });
  return (
    <>
      <table className="mt-2 w-full text-left text-[13px]">
        <caption className="sr-only">Open strings, from the thinnest</caption>
        <thead className="text-soft">
          <tr className="border-b border-hairline">
            <th className="py-1 font-normal">string</th>
            <th className="font-normal">called</th>
            <th className="font-normal">tuned to</th>
            <th className="font-normal">frequency</th>
            {part.capo > 0 && (
              <>
                <th className="font-normal">sounds with capo {part.capo}</th>
                <th className="font-normal">frequency, capo on</th>
              </>
            )}
            <th className="font-normal">open, fingered as</th>
          </tr>
        </thead>
        <tbody>
          {tuning.map((open, index) => {
            const sounding = spellMidi(midi(midiOf(open) + part.capo), song.key);
            return (
              <tr key={index} className="border-b border-hairline last:border-0">
                <td className="py-1 font-mono">{index + 1}</td>
                <td className="font-mono font-semibold">{names[index]}</td>
                <td>{displayPitch(open)}</td>
                <td className="font-mono">{frequencyHzOf(open).toFixed(2)} Hz</td>
                {part.capo > 0 && (
                  <>
                    <td>{displayPitch(sounding)}</td>
                    <td className="font-mono">{frequencyHzOf(sounding).toFixed(2)} Hz</td>
                  </>
                )}
                <td>{displayPitch(fingeredPitch(sounding, shift, song.key))}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {part.capo > 0 && (
        <p className="mt-2 text-xs text-soft">
          Put the capo on first, then tune with it on: it presses the strings sharp, and not all by
          the same amount.
        </p>
      )}
      {tight && (
        <p className="mt-2 text-xs font-medium text-ochre-ink">
          A string here is tuned well above its usual pitch. It can break: turn your face away while
          tuning up, and loosen it before changing it.
        </p>
      )}
    </>
  );
}
