import { printCallout, type CalloutContext } from "@intonazione/core/callout";
import { useRef, type KeyboardEvent } from "react";
import { Button } from "@/ui/button";
import { clock, type ReadAtDesk } from "./candidates";

export interface RowActions {
  readonly onMend: (text: string) => void;
  readonly onTake: () => void;
  readonly onDrop: () => void;
  readonly onBringBack: () => void;
  /** To the row so many further on. */
  readonly onWalk: (by: number) => void;
}

/** One phrase of a talk: its words, what they were understood as, and what shall become of it. */
export function CandidateRow({
  row: { candidate, text, fate, reading, isReady },
  context,
  onMend,
  onTake,
  onDrop,
  onBringBack,
  onWalk,
}: RowActions & { readonly row: ReadAtDesk; readonly context: CalloutContext }) {
  const words = useRef<HTMLTextAreaElement>(null);
  const [question] = reading.questions;
  const slips = reading.findings.filter(({ severity }) => severity === "error");
  const keys: Readonly<Record<string, () => void>> = {
    ArrowDown: () => onWalk(1),
    ArrowUp: () => onWalk(-1),
    Enter: () => isReady && fate === "open" && onTake(),
    Delete: () => fate === "open" && onDrop(),
    e: () => words.current?.focus(),
  };
  const onKeyDown = (press: KeyboardEvent<HTMLLIElement>) => {
    const run = press.target === press.currentTarget ? keys[press.key] : undefined;
    if (!run) return;
    press.preventDefault();
    run();
  };
  const { bars, likely, marks, relations } = reading;
  const understood = printCallout(likely ?? bars, context, marks, likely ? [] : relations);
  const name = `${candidate.fromMs === undefined ? "" : `${clock(candidate.fromMs)}, `}${text.slice(0, 60)}`;
  return (
    <li
      tabIndex={0}
      aria-label={name}
      onKeyDown={onKeyDown}
      className={`grid grid-cols-[3.5rem_1fr_auto] gap-x-3 gap-y-1 rounded-md border bg-sheet px-3 py-2 ${fate === "open" ? "border-hairline" : "border-hairline opacity-60"}`}
    >
      <span className="pt-0.5 font-mono text-xs text-soft">
        {candidate.fromMs === undefined ? "" : clock(candidate.fromMs)}
      </span>
      {fate === "open" ? (
        <textarea
          ref={words}
          aria-label="Its words"
          value={text}
          rows={1}
          spellCheck={false}
          data-keeps-escape
          onChange={({ target }) => onMend(target.value)}
          onKeyDown={(press) => {
            if (press.key !== "Escape") return;
            press.stopPropagation();
            press.currentTarget.closest("li")?.focus();
          }}
          className="field-sizing-content resize-none bg-transparent"
        />
      ) : (
        <p>{text}</p>
      )}
      <div className="flex items-start gap-1.5">
        {fate === "open" && (
          <>
            <Button size="small" disabled={!isReady} onClick={onTake}>
              take
            </Button>
            <Button size="small" look="quiet" onClick={onDrop}>
              drop
            </Button>
          </>
        )}
        {fate === "taken" && <span className="text-xs text-verdigris-ink">taken</span>}
        {fate === "dropped" && (
          <Button size="small" look="quiet" onClick={onBringBack}>
            bring back
          </Button>
        )}
      </div>
      {fate === "open" && (
        <div className="col-span-2 col-start-2 flex flex-col gap-1 text-xs">
          <code className="font-mono text-soft">{understood}</code>
          {slips.map((slip, index) => (
            <p key={index} className="text-madder">
              column {slip.where.column}: {slip.message}
            </p>
          ))}
          {question && (
            <p className="flex flex-wrap items-center gap-2 font-medium text-ochre-ink">
              {question.question}
              {question.answers.map(({ label, edit }) => (
                <button
                  key={label}
                  type="button"
                  onClick={() =>
                    onMend(text.slice(0, edit.start) + edit.text + text.slice(edit.end))
                  }
                  className="rounded-full border border-ochre bg-sheet px-2 py-0.5 text-ink hover:bg-ochre-wash"
                >
                  {label}
                </button>
              ))}
            </p>
          )}
        </div>
      )}
    </li>
  );
}
