"use client";

import { readWishes, sayWish, type ReadWish, type Wish } from "@intonazione/core/catalogue";
import { Search, X } from "lucide-react";
import { useMemo } from "react";
import { inputLook } from "@/ui/field";

export const FIND_ID = "find";

const KIND_WORDS: Readonly<Record<Wish["kind"], string>> = {
  words: "words",
  tuning: "tuning",
  instrument: "instrument",
  capo: "",
  key: "key",
  technique: "plays",
  tempo: "tempo",
  difficulty: "",
  state: "state",
};

function wishInWords(wish: Wish): string {
  switch (wish.kind) {
    case "tuning":
      return wish.name;
    case "words":
      return `“${wish.text}”`;
    case "tempo":
      return sayWish(wish).replace(/^tempo /u, "");
    default:
      return sayWish(wish);
  }
}

/** The words without those of one wish. */
function without(read: readonly ReadWish[], at: number): string {
  return read
    .toSpliced(at, 1)
    .map(({ words }) => words)
    .join(", ");
}

/** The words with one wish looked for in titles and names. */
function asWords(read: readonly ReadWish[], at: number): string {
  return read.map(({ words }, index) => (index === at ? `"${words}"` : words)).join(", ");
}

/** Words in which a teacher looks for songs, and how each was understood. */
export function FindField({
  value,
  onChange,
  onLeave,
}: {
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** Down into what was found. */
  readonly onLeave: () => void;
}) {
  const read = useMemo(() => readWishes(value), [value]);
  return (
    <div role="search" className="flex min-w-0 flex-1 flex-col gap-1.5">
      <div className="relative">
        <Search
          size={15}
          aria-hidden
          className="pointer-events-none absolute top-1/2 left-2.5 -translate-y-1/2 text-soft"
        />
        <input
          id={FIND_ID}
          type="search"
          value={value}
          maxLength={400}
          onChange={({ target }) => onChange(target.value)}
          onKeyDown={(press) => {
            if (press.key === "Escape" && value !== "") {
              press.preventDefault();
              onChange("");
            } else if (press.key === "ArrowDown" || press.key === "Enter") {
              press.preventDefault();
              onLeave();
            }
          }}
          aria-label="Find songs"
          aria-describedby="find-note"
          placeholder="drop D, slide, under 110"
          autoComplete="off"
          spellCheck={false}
          className={`${inputLook} pl-8`}
        />
      </div>
      {read.length > 0 && (
        <ul aria-label="Looked for" className="flex flex-wrap gap-1.5">
          {read.map(({ wish, words }, index) => (
            <li
              key={`${index} ${words}`}
              className="flex items-center gap-1 rounded-sm border border-hairline bg-sheet py-0.5 pr-0.5 pl-2 text-xs"
            >
              {KIND_WORDS[wish.kind] !== "" && (
                <span className="text-soft">{KIND_WORDS[wish.kind]}</span>
              )}
              {wish.kind === "words" ? (
                <span className="font-medium">{wishInWords(wish)}</span>
              ) : (
                <button
                  type="button"
                  title={`Look for “${words}” in titles and names instead`}
                  onClick={() => onChange(asWords(read, index))}
                  className="font-medium underline decoration-hairline decoration-dotted underline-offset-2 hover:decoration-ink"
                >
                  {wishInWords(wish)}
                </button>
              )}
              <button
                type="button"
                aria-label={`Do not look for ${wishInWords(wish)}`}
                onClick={() => onChange(without(read, index))}
                className="rounded-sm p-1.5 text-soft hover:text-ink"
              >
                <X size={12} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
      <p id="find-note" className="sr-only">
        A part of the title or of an instrument’s name, a tuning, an instrument, a capo, a key, a
        technique, a tempo, a difficulty or a state; several with commas between.
      </p>
    </div>
  );
}
