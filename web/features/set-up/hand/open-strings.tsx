import { targetsOf, type PlaceNames } from "@intonazione/core/neck";
import { displayPitch, midiOf, spellPlainly, type Key, type Pitch } from "@intonazione/core/pitch";
import { tensionsOf } from "@intonazione/core/strings";
import type { ChosenInstrument } from "@/ui/instrument-picker";
import { stringName } from "@/ui/words";
import { Table } from "@/ui/table";

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
  return (
    <Table
      caption="Open strings, from the thinnest"
      columns={[
        { name: "string" },
        { name: "tuned to" },
        ...(hasCapo ? [{ name: `sounds, capo ${capo.fret}` }] : []),
        { name: "Hz", look: "text-right" },
        { name: "tension" },
      ]}
    >
      {targets.map(({ string, pitch, hz }, index) => {
        const tension = tensions[index];
        const isOdd = tension && tension.verdict !== "comfortable";
        const name = stringName(string, names);
        return (
          <tr key={string}>
            <th scope="row" className="font-mono font-semibold">
              {name}
              {name !== String(string) && <span className="font-normal text-soft"> {string}</span>}
            </th>
            <td>
              <Open pitch={instrument.tuning[index]!} />
            </td>
            {hasCapo && <td>{displayPitch(spellPlainly(midiOf(pitch), songKey))}</td>}
            <td className="text-right font-mono">{hz.toFixed(2)}</td>
            <td
              className={`whitespace-nowrap ${isOdd ? "font-semibold text-ochre-ink" : "text-soft"}`}
            >
              {tension ? `${tension.newtons.toFixed(0)} N, ${tension.verdict}` : "gauge unknown"}
            </td>
          </tr>
        );
      })}
    </Table>
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
