import { durationInWords, type Fraction } from "@intonazione/core/rhythm";
import { notesOf } from "@intonazione/core/score";
import type { StruckEvent, TappedValue } from "@intonazione/core/tapping";
import { useRef, type KeyboardEvent } from "react";

/**
 * The values that were found, one for each tap: arrows walk through them, Enter or the space bar turns
 * one to what is next likeliest.
 */
export function FoundValues({
  struck,
  values,
  chosen,
  onTurn,
}: {
  readonly struck: readonly StruckEvent[];
  readonly values: readonly TappedValue[];
  readonly chosen: readonly Fraction[];
  readonly onTurn: (index: number) => void;
}) {
  const list = useRef<HTMLUListElement>(null);
  const onKeyDown = (press: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[press.key];
    const buttons = [...(list.current?.querySelectorAll("button") ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    if (step === undefined || at < 0) return;
    press.preventDefault();
    buttons[Math.max(0, Math.min(buttons.length - 1, at + step))]?.focus();
  };
  return (
    <ul
      ref={list}
      aria-label="Values found"
      className="flex flex-wrap gap-1.5"
      onKeyDown={onKeyDown}
    >
      {chosen.map((value, index) => {
        const isOther = value !== values[index]!.duration;
        return (
          <li key={struck[index]!.event.id}>
            <button
              type="button"
              autoFocus={index === 0}
              onClick={() => onTurn(index)}
              title="Turn it to what is next likeliest"
              className={`rounded-full border px-2 py-0.5 text-xs hover:bg-ochre-wash ${isOther ? "border-ochre" : "border-hairline"} bg-sheet`}
            >
              <span className="font-mono">{nameOf(struck[index]!, index)}</span>{" "}
              {durationInWords(value)}
            </button>
          </li>
        );
      })}
    </ul>
  );
}

/** By its fret, or by its number. */
function nameOf({ event }: StruckEvent, index: number): string {
  const [note] = notesOf(event);
  if (note?.kind === "dead") return "×";
  return note?.place ? String(note.place.fret) : String(index + 1);
}
