"use client";

import {
  CATALOGUE_TECHNIQUES,
  readWishes,
  sayWish,
  SONG_STATES,
} from "@intonazione/core/catalogue";
import { INSTRUMENT_KINDS } from "@intonazione/core/instrument";
import { SlidersHorizontal } from "lucide-react";
import { Popover } from "radix-ui";
import { buttonLook } from "@/ui/button";
import type { LookedFor } from "./looked-for";

const GROUPS: readonly { readonly name: string; readonly words: readonly string[] }[] = [
  { name: "State", words: SONG_STATES },
  {
    name: "Instrument",
    words: INSTRUMENT_KINDS.filter((kind) => kind !== "other").map((kind) =>
      kind === "slide" ? "slide guitar" : kind,
    ),
  },
  { name: "Tuning", words: ["Standard", "Half step down", "Drop D", "Open G", "DADGAD"] },
  { name: "Capo", words: ["no capo", "capo", "capo 2", "capo 3", "capo 5", "capo 7"] },
  { name: "Key", words: ["E minor", "A minor", "D minor", "G major", "C major", "A major"] },
  { name: "Tempo", words: ["under 80", "80–110", "110–140", "over 140"] },
  { name: "Difficulty", words: ["easy", "medium", "hard"] },
  { name: "Plays", words: CATALOGUE_TECHNIQUES },
];

const plainOf = (words: string) => {
  const [read] = readWishes(words);
  return read ? sayWish(read.wish) : words;
};

/** Each choice with how the field would say it; read once, when the panel is fetched. */
const CHOICES = GROUPS.map(({ name, words }) => ({
  name,
  choices: words.map((one) => ({ words: one, said: plainOf(one) })),
}));

/** The same words as choices; each is there or not, and the field says so. */
export default function ChoicesPanel({
  value,
  onChange,
  isOpenAtFirst,
}: LookedFor & { readonly isOpenAtFirst: boolean }) {
  const read = readWishes(value);
  const said = read.map(({ wish }) => sayWish(wish));
  const turn = ({ words, said: wanted }: (typeof CHOICES)[number]["choices"][number]) => {
    const at = said.indexOf(wanted);
    const others = read.map((one) => one.words);
    onChange((at < 0 ? [...others, words] : others.toSpliced(at, 1)).join(", "));
  };
  return (
    <Popover.Root defaultOpen={isOpenAtFirst}>
      <Popover.Trigger className={buttonLook()}>
        <SlidersHorizontal size={14} aria-hidden /> Choices
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Choices"
          className="z-40 flex max-h-[70vh] w-[540px] flex-col gap-3 overflow-y-auto rounded-md border border-ink bg-paper p-4 shadow-lg"
        >
          {CHOICES.map(({ name, choices }) => (
            <fieldset key={name} className="flex gap-3">
              <legend className="float-left w-20 shrink-0 pt-1 text-xs text-soft">{name}</legend>
              <div className="flex flex-1 flex-wrap gap-1.5">
                {choices.map((one) => (
                  <button
                    key={one.words}
                    type="button"
                    aria-pressed={said.includes(one.said)}
                    onClick={() => turn(one)}
                    className="rounded-sm border border-hairline bg-sheet px-2 py-1 text-xs hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
                  >
                    {one.words}
                  </button>
                ))}
              </div>
            </fieldset>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
