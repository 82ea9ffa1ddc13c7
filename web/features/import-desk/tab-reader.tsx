"use client";

import { eventsOf, type Bar } from "@intonazione/core/score";
import {
  MAX_TAB_LENGTH,
  songOfTextTab,
  type TextTabReading,
} from "@intonazione/core/formats/text-tab";
import type { Finding } from "@intonazione/core/foundation";
import { usualInstrument } from "@intonazione/core/instrument";
import { FileUp } from "lucide-react";
import { useMemo, useRef, useState, type ChangeEvent, type ReactNode } from "react";
import { Button } from "@/ui/button";
import { FindingList } from "@/ui/finding-list";
import {
  InstrumentPicker,
  setUpInWords,
  STANDARD_CHOICE,
  type InstrumentChoice,
} from "@/ui/instrument-picker";
import { useHydrated } from "@/ui/use-hydrated";
import { MarkedText } from "./marked-text";
import { SongPreview } from "./song-preview";
import { useTabReading } from "./use-tab-reading";

/** Larger files are no tablature; a little more than the reader takes, so that it can say so. */
const MAX_FILE_BYTES = 6_000_000;

const EXAMPLE = `E|-----------------|
B|-----------------|
G|-------------0-2-|
D|-----2h4---4-----|
A|-2-4-----4-------|
E|-----------------|`;

/** Paste or open a plain-text tablature; what was understood is said while it is still being typed. */
export function TabReader({
  actionLabel,
  given = "",
  isFileAbove = false,
  onTake,
  children,
}: {
  /** What stands in it at first. */
  readonly given?: string;
  /** Files are chosen elsewhere on the page. */
  readonly isFileAbove?: boolean;
  readonly actionLabel: string;
  readonly onTake: (reading: TextTabReading) => void;
  /** Said below, for instance why taking it failed. */
  readonly children?: ReactNode;
}) {
  const [text, setText] = useState(given);
  const [choice, setChoice] = useState<InstrumentChoice>();
  const [problem, setProblem] = useState<string>();
  const [scroll, setScroll] = useState({ top: 0, left: 0 });
  const area = useRef<HTMLTextAreaElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const isHydrated = useHydrated();
  const state = useTabReading(text, choice);
  const reading = state.kind === "done" ? state.value : undefined;
  const bars: readonly Bar[] = reading?.phrases.flatMap((phrase) => phrase.bars) ?? [];

  const open = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const [chosen] = target.files ?? [];
    if (!chosen) return;
    if (chosen.size > MAX_FILE_BYTES) {
      setProblem(
        `${chosen.name} has ${Math.round(chosen.size / 1e6)} MB: a tablature has at most 1 MB`,
      );
      return;
    }
    take(await chosen.text());
    target.value = "";
  };
  const take = (given: string) => {
    if (given.length > MAX_TAB_LENGTH) {
      setProblem(
        `${given.length.toLocaleString("en")} characters: a tablature has at most ${MAX_TAB_LENGTH.toLocaleString("en")}. What was here before is still here; paste one song at a time`,
      );
      return;
    }
    setProblem(undefined);
    setText(given);
  };
  const go = ({ line = 1, column = 1 }: { line?: number; column?: number }) => {
    const start =
      text
        .split("\n")
        .slice(0, line - 1)
        .join("\n").length + (line > 1 ? 1 : 0);
    area.current?.focus();
    area.current?.setSelectionRange(start + column - 1, start + column);
  };

  const song = useMemo(() => {
    let ids = 0;
    return reading && reading.phrases.length > 0
      ? songOfTextTab(reading, () => `seen-${ids++}`)
      : undefined;
  }, [reading]);
  const doubtful = useMemo(
    () =>
      new Set(
        reading?.findings.flatMap(({ severity, where }) =>
          severity !== "info" && where.bar !== undefined ? [where.bar] : [],
        ),
      ),
    [reading],
  );

  return (
    <div className="flex flex-col gap-4">
      <div className="grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
        <div className="flex min-w-0 flex-col gap-1">
          <div className="flex items-end justify-between">
            <label htmlFor="tablature" className="text-[13px] font-medium">
              Tablature: a line for each string, below each other
            </label>
            {!isFileAbove && (
              <Button onClick={() => file.current?.click()}>
                <FileUp size={14} aria-hidden /> Open a file
              </Button>
            )}
            <input
              ref={file}
              type="file"
              accept=".txt,.tab,.text,text/plain"
              aria-label="Tablature file"
              onChange={(event) => void open(event)}
              className="hidden"
            />
          </div>
          <div className="relative rounded-md bg-sheet">
            <MarkedText text={text} findings={reading?.findings ?? NO_FINDINGS} scroll={scroll} />
            <textarea
              id="tablature"
              ref={area}
              value={text}
              disabled={!isHydrated}
              onChange={({ target }) => take(target.value)}
              onScroll={({ currentTarget }) =>
                setScroll({ top: currentTarget.scrollTop, left: currentTarget.scrollLeft })
              }
              onPaste={(event) => {
                // A page of text this long would only slow the browser down before it is refused.
                const pasted = event.clipboardData.getData("text/plain");
                if (pasted.length > MAX_TAB_LENGTH) {
                  event.preventDefault();
                  take(pasted);
                }
              }}
              spellCheck={false}
              wrap="off"
              placeholder={EXAMPLE}
              className="relative block h-[26rem] w-full resize-y rounded-md border border-hairline bg-transparent p-3 font-mono text-[13px] leading-[1.35] placeholder:text-soft"
            />
          </div>
          {problem && (
            <p role="alert" className="text-xs font-medium text-madder">
              {problem}
            </p>
          )}
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          {song ? (
            <SongPreview song={song} width={430} doubtful={doubtful} />
          ) : (
            <p className="pt-8 text-soft">
              The strips stand here as soon as a line of frets is read.
            </p>
          )}
          {reading && <FindingList findings={reading.findings} onGo={go} />}
        </div>
      </div>
      <label className="flex w-fit items-center gap-2">
        <input
          type="checkbox"
          checked={choice !== undefined}
          onChange={({ target }) => setChoice(target.checked ? STANDARD_CHOICE : undefined)}
        />
        I know the tuning and the capo; don’t take them from the text
      </label>
      {choice && <InstrumentPicker choice={choice} onChange={setChoice} />}
      <section aria-label="What was read" aria-live="polite" className="min-h-12">
        {state.kind === "working" && <p className="text-soft">Reading …</p>}
        {state.kind === "failed" && <p className="text-madder">The reader failed on this text.</p>}
        {reading && (
          <>
            <p className="font-medium">
              {bars.length === 0
                ? "Nothing could be read as tablature."
                : `${count(eventsOf(bars).length, "event")} in ${count(bars.length, "bar")}, ${count(reading.phrases.length, "phrase")} · ${setUpInWords({ instrument: usualInstrument(reading, ""), capo: reading.capo })}`}
            </p>
          </>
        )}
      </section>
      {children}
      <div className="flex justify-end">
        <Button
          look="main"
          disabled={bars.length === 0}
          onClick={() => reading && bars.length > 0 && onTake(reading)}
        >
          {actionLabel}
        </Button>
      </div>
    </div>
  );
}

const NO_FINDINGS: readonly Finding[] = [];

function count(number: number, what: string): string {
  return `${number} ${what}${number === 1 ? "" : "s"}`;
}
