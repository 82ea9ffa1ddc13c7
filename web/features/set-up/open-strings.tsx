import { displayPitch, type Key, midiOf, spellMidi } from "@intonazione/core/pitch";
import { targetsOf, type PlaceNames } from "@intonazione/core/neck";
import { tensionsOf } from "@intonazione/core/strings";
import { capoInWords } from "@intonazione/core/instrument";
import type { ChosenInstrument } from "@/ui/instrument-picker";

/** What each string is tuned to, what it sounds with the capo on, and how tight that is. */
export function OpenStrings({
  setUp: { instrument, capo },
  names,
  songKey,
  referenceHz,
}: {
  readonly setUp: ChosenInstrument;
  readonly names: PlaceNames;
  readonly songKey: Key;
  readonly referenceHz: number;
}) {
  const open = targetsOf(instrument, { fret: 0 }, referenceHz);
  const sounding = targetsOf(instrument, capo, referenceHz);
  const tensions = tensionsOf(instrument, instrument.tuning, referenceHz);
  const hasCapo = capo.fret > 0;
  const head = "py-1 font-normal";
  return (
    <table className="w-full text-left text-[13px]">
      <caption className="sr-only">Open strings, from the thinnest</caption>
      <thead className="text-soft">
        <tr className="border-b border-hairline">
          <th className={head}>string</th>
          <th className={head}>tuned to</th>
          <th className={`${head} text-right`}>Hz</th>
          {hasCapo && <th className={`${head} pl-4`}>sounds, {capoInWords(capo)}</th>}
          {hasCapo && <th className={`${head} text-right`}>Hz</th>}
          <th className={`${head} pl-4`}>tension</th>
        </tr>
      </thead>
      <tbody>
        {open.map(({ string, pitch, hz }, index) => {
          const tension = tensions[index];
          const isOdd = tension && tension.verdict !== "comfortable";
          const { cents = 0 } = pitch;
          return (
            <tr key={string} className="border-b border-hairline last:border-0">
              <th scope="row" className="py-0.5 font-mono font-semibold">
                {names.strings[index]}
                {!/^\d/u.test(names.strings[index] ?? "") && (
                  <span className="font-normal text-soft"> {string}</span>
                )}
              </th>
              <td>
                {displayPitch(pitch)}
                {cents !== 0 && (
                  <span className="text-soft">
                    {" "}
                    {cents > 0 ? "+" : "−"}
                    {Math.abs(cents)} ¢
                  </span>
                )}
              </td>
              <td className="text-right font-mono">{hz.toFixed(2)}</td>
              {hasCapo && (
                <td className="pl-4">
                  {displayPitch(spellMidi(midiOf(sounding[index]!.pitch), songKey))}
                </td>
              )}
              {hasCapo && (
                <td className="text-right font-mono">{sounding[index]!.hz.toFixed(2)}</td>
              )}
              <td className={`pl-4 ${isOdd ? "font-semibold text-ochre-ink" : "text-soft"}`}>
                {tension
                  ? `${tension.newtons.toFixed(0)} N, ${tension.verdict}`
                  : "gauge not known"}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
