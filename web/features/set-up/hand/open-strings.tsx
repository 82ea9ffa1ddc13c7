import { targetsOf, type PlaceNames } from "@intonazione/core/neck";
import { displayPitch, midiOf, spellMidi, type Key, type Pitch } from "@intonazione/core/pitch";
import { tensionsOf } from "@intonazione/core/strings";
import type { ChosenInstrument } from "@/ui/instrument-picker";
import { stringName } from "@/ui/words";

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
  const targets = targetsOf(instrument, capo, referenceHz);
  const tensions = tensionsOf(instrument, instrument.tuning, referenceHz);
  const hasCapo = capo.fret > 0;
  const head = "py-1 pr-3 font-normal whitespace-nowrap";
  return (
    <table className="w-full text-left text-[13px]">
      <caption className="sr-only">Open strings, from the thinnest</caption>
      <thead className="text-xs text-soft">
        <tr className="border-b border-hairline">
          <th className={head}>string</th>
          <th className={head}>tuned to</th>
          {hasCapo && <th className={head}>sounds, capo {capo.fret}</th>}
          <th className={`${head} text-right`}>Hz</th>
          <th className={head}>tension</th>
        </tr>
      </thead>
      <tbody>
        {targets.map(({ string, pitch, hz }, index) => {
          const tension = tensions[index];
          const isOdd = tension && tension.verdict !== "comfortable";
          const name = stringName(string, names);
          return (
            <tr key={string} className="border-b border-hairline last:border-0">
              <th scope="row" className="py-0.5 pr-3 font-mono font-semibold">
                {name}
                {name !== String(string) && (
                  <span className="font-normal text-soft"> {string}</span>
                )}
              </th>
              <td className="pr-3">
                <Open pitch={instrument.tuning[index]!} />
              </td>
              {hasCapo && (
                <td className="pr-3">{displayPitch(spellMidi(midiOf(pitch), songKey))}</td>
              )}
              <td className="pr-3 text-right font-mono">{hz.toFixed(2)}</td>
              <td
                className={`whitespace-nowrap ${isOdd ? "font-semibold text-ochre-ink" : "text-soft"}`}
              >
                {tension ? `${tension.newtons.toFixed(0)} N, ${tension.verdict}` : "gauge unknown"}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Open({ pitch }: { readonly pitch: Pitch }) {
  const { cents = 0 } = pitch;
  return (
    <>
      {displayPitch(pitch)}
      {cents !== 0 && (
        <span className="text-soft">
          {" "}
          {cents > 0 ? "+" : "−"}
          {Math.abs(cents)} ¢
        </span>
      )}
    </>
  );
}
