"use client";

import type { SaidQuestion } from "@intonazione/core/callout";
import { answerQuestion, CALL_OUT_ID, commitDraft } from "@/open-song/call-out-actions";
import { useOpenSong } from "@/open-song/context";

export const FIRST_ANSWER_ID = "call-out-answer";

/** One question that the talk leaves open, with its answers: one key or tap each. */
export function OpenQuestion({
  question: { column, question, answers },
  more,
  isLeavable,
}: {
  readonly question: SaidQuestion;
  /** How many other questions wait behind it. */
  readonly more: number;
  /** Whether something is sure, at which the question can stand. */
  readonly isLeavable: boolean;
}) {
  const { store } = useOpenSong();
  const rest = more > 0 ? ` (and ${more} more)` : "";
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1 font-medium text-ochre-ink">
      <span>
        column {column}: {question}
        {rest}
      </span>
      {answers.map((answer, index) => (
        <button
          key={answer.label}
          type="button"
          id={index === 0 ? FIRST_ANSWER_ID : undefined}
          onClick={() => {
            answerQuestion(store, answer);
            document.getElementById(CALL_OUT_ID)?.focus();
          }}
          className="rounded-full border border-ochre bg-sheet px-2 py-0.5 text-ink hover:bg-ochre-wash"
        >
          {answer.label}
        </button>
      ))}
      {isLeavable && (
        <button
          type="button"
          id={answers.length === 0 ? FIRST_ANSWER_ID : undefined}
          title="Write what is sure, with the question as words at its place"
          onClick={() => commitDraft(store, true)}
          className="rounded-full border border-hairline bg-sheet px-2 py-0.5 text-soft hover:text-ink"
        >
          leave it open
        </button>
      )}
    </div>
  );
}
