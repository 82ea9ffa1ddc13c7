import { IN_TUNE_CENTS } from "@intonazione/core/ear";
import { displayPitch } from "@intonazione/core/pitch";
import type { PlaceNames } from "@intonazione/core/neck";
import { centsInFigures } from "./dial";
import type { SpellTarget } from "./spell-target";
import type { StringLog, Tuner } from "./use-tuner";
import { stringName } from "@/ui/words";
import { Table } from "@/ui/table";

/** Every string with its target and what it was heard to be; its number is its key. */
export function StringRows({
  tuner,
  names,
  spell,
  hasCapo,
  onPlay,
}: {
  readonly tuner: Tuner;
  readonly names: PlaceNames;
  readonly spell: SpellTarget;
  readonly hasCapo: boolean;
  readonly onPlay: (string: number) => void;
}) {
  const rows = [...tuner.targets].reverse();
  const isCompared = [...tuner.log.values()].some(
    ({ withCapo, withoutCapo }) => withCapo !== undefined && withoutCapo !== undefined,
  );
  return (
    <Table
      caption="Strings and what they shall sound, thickest first"
      columns={[
        { name: "string, key" },
        { name: "target" },
        ...(hasCapo ? [{ name: "before the capo" }] : []),
        { name: hasCapo ? "capo on" : "heard" },
        ...(isCompared ? [{ name: "what it did" }] : []),
      ]}
    >
      {rows.map((target) => {
        const { string, hz } = target;
        const log = tuner.log.get(string) ?? { readings: 0 };
        const isChosen = tuner.chosen === string;
        const isHeard = tuner.reading?.target.string === string;
        return (
          <tr key={string} data-readings={log.readings} className={isHeard ? "bg-madder-wash" : ""}>
            <th scope="row" className="font-normal">
              <button
                type="button"
                aria-pressed={isChosen}
                aria-label={`String ${string}, ${displayPitch(spell.target(target))}`}
                onClick={() => onPlay(string)}
                className="flex w-full items-baseline gap-2 rounded-sm px-1 py-0.5 text-left hover:bg-madder-wash aria-pressed:shadow-[inset_3px_0_0_var(--madder)]"
              >
                <span className="w-5 text-center font-mono text-lg font-bold">
                  {stringName(string, names)}
                </span>
                <kbd className="rounded-sm border border-hairline px-1 text-xs text-soft">
                  {string}
                </kbd>
              </button>
            </th>
            <td>
              {displayPitch(spell.target(target))}
              <span className="font-mono text-xs text-soft"> {hz.toFixed(1)}</span>
            </td>
            {hasCapo && <Cents value={log.withoutCapo} />}
            <Cents value={hasCapo ? log.withCapo : (log.withCapo ?? log.withoutCapo)} />
            {isCompared && <td className="font-mono">{difference(log)}</td>}
          </tr>
        );
      })}
    </Table>
  );
}

function difference({ withCapo, withoutCapo }: StringLog): string {
  return withCapo === undefined || withoutCapo === undefined
    ? ""
    : centsInFigures(withCapo - withoutCapo);
}

function Cents({ value }: { readonly value: number | undefined }) {
  if (value === undefined) return <td className="text-soft">–</td>;
  const isIn = Math.abs(value) <= IN_TUNE_CENTS;
  return (
    <td className={`font-mono ${isIn ? "text-verdigris-ink" : "font-semibold text-ochre-ink"}`}>
      {isIn && "✓ "}
      {centsInFigures(value)}
    </td>
  );
}
