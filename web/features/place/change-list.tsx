"use client";

import { barNumber, type BarIndex } from "@intonazione/core/foundation";
import { changeInWords, type Change } from "@intonazione/core/remap";

interface Group {
  readonly text: string;
  /** One change a bar, to go to. */
  readonly places: ReadonlyMap<BarIndex, Change>;
}

/** What is otherwise on another instrument, said once for all its bars; each bar can be gone to. */
export function ChangeList({
  changes,
  label,
}: {
  readonly changes: readonly Change[];
  readonly label: string;
}) {
  return (
    <ul
      tabIndex={0}
      aria-label={label}
      className="mt-1 max-h-24 list-disc overflow-y-auto pl-5 text-[13px]"
    >
      {inGroups(changes).map(({ text, places }) => (
        <li key={text}>
          {text} · {places.size === 1 ? "bar " : "bars "}
          {[...places].map(([bar, change], index) => (
            <span key={bar}>
              {index > 0 && ", "}
              <button
                type="button"
                className="min-h-6 min-w-6 underline"
                onClick={() => goTo(change)}
              >
                {barNumber(bar)}
              </button>
            </span>
          ))}
        </li>
      ))}
    </ul>
  );
}

/** The strips draw every event under its id. */
function goTo({ eventId }: Change): void {
  const event = document.getElementById(`event-${eventId}`);
  event?.scrollIntoView({ block: "center" });
}

function inGroups(changes: readonly Change[]): readonly Group[] {
  const groups = new Map<string, Map<BarIndex, Change>>();
  for (const change of changes) {
    const text = changeInWords(change);
    const places = groups.get(text) ?? new Map<BarIndex, Change>();
    groups.set(text, places);
    if (!places.has(change.bar)) places.set(change.bar, change);
  }
  return [...groups].map(([text, places]) => ({ text, places }));
}
