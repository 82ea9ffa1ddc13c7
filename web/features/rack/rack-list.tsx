import type { InRack } from "@/calls/rack";
import { KIND_IN_WORDS, tuningInWords } from "@/ui/instrument-values";
import { StringBand } from "@/ui/string-band";
import { NEW, type RackDrafts } from "./use-rack-drafts";

/** What stands in the rack, to choose from. */
export function RackList({
  rack,
  drafts,
  selected,
  onChoose,
}: {
  readonly rack: readonly InRack[];
  readonly drafts: RackDrafts;
  readonly selected: string;
  readonly onChoose: (id: string) => void;
}) {
  const look =
    "flex w-full items-center gap-3 rounded-md border border-hairline bg-sheet py-1.5 pr-3 pl-1.5 text-left hover:border-soft aria-pressed:border-ink aria-pressed:shadow-[inset_3px_0_0_var(--madder)]";
  return (
    <div role="group" aria-label="Instruments" className="flex flex-col gap-1.5">
      {rack.length === 0 && (
        <p className="pb-2 text-soft">
          Nothing stands in the rack yet. Describe the first instrument at the right; songs take it
          in hand from here.
        </p>
      )}
      {rack.map(({ id, value: instrument }) => (
        <button
          key={id}
          type="button"
          aria-pressed={id === selected}
          onClick={() => onChoose(id)}
          className={look}
        >
          <StringBand instrument={instrument} />
          <span className="min-w-0">
            <span className="block truncate font-serif text-[17px] leading-tight">
              {instrument.name}
              {drafts[id] && <span className="font-sans text-xs text-ochre-ink"> · not saved</span>}
            </span>
            <span className="block truncate text-xs text-soft">
              {KIND_IN_WORDS[instrument.kind]}, {instrument.tuning.length} strings
              {instrument.handed === "left" && ", left-handed"}
            </span>
            <span className="block truncate text-xs">
              {tuningInWords(instrument)}
              {instrument.strings && ` · ${instrument.strings.name}`}
            </span>
          </span>
        </button>
      ))}
      <button
        type="button"
        aria-pressed={selected === NEW}
        onClick={() => onChoose(NEW)}
        className={`${look} border-dashed py-2.5 pl-3`}
      >
        + A new instrument
        {drafts[NEW] && <span className="text-xs text-ochre-ink"> · not saved</span>}
      </button>
    </div>
  );
}
