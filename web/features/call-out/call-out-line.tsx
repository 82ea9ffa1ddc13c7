"use client";

import { phraseLetter, type Span } from "@intonazione/core/callout";
import { useRef, useState, type KeyboardEvent } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { draftOf } from "@/open-song/draft";
import { Select } from "@/ui/select";
import {
  bringBackDraft,
  CALL_OUT_ID,
  commitDraft,
  dropDraft,
  otherForm,
  turnTo,
} from "@/open-song/call-out-actions";
import { CallOutNote } from "./call-out-note";
import { FIRST_ANSWER_ID } from "./open-question";
import { SlipMarks } from "./slip-marks";

/** The line in which a teacher says a phrase; it is read at every key and written by Enter. */
export function CallOutLine() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const draft = useSong(draftOf);
  const dropped = useSong((state) => state.dropped);
  const area = useRef<HTMLTextAreaElement>(null);
  const [caret, setCaret] = useState<number>();
  const [pointed, setPointed] = useState<Span>();
  const [showsLandmarks, setShowsLandmarks] = useState(false);

  const onKeyDown = (press: KeyboardEvent<HTMLTextAreaElement>) => {
    if (press.nativeEvent.isComposing) return;
    if (press.key === "Escape") {
      press.preventDefault();
      if (!draft.isChanged) turnTo(store, undefined);
      focusStrips();
    } else if (press.key === "Enter" && !press.shiftKey) {
      press.preventDefault();
      const outcome = commitDraft(store);
      if (outcome === "slip") goToSlip();
      if (outcome === "question") document.getElementById(FIRST_ANSWER_ID)?.focus();
      if (outcome === "rewritten") focusStrips();
    }
  };
  const goToSlip = (slip = draft.findings.find(({ severity }) => severity === "error")) => {
    const start = (slip?.where.column ?? 1) - 1;
    area.current?.focus();
    area.current?.setSelectionRange(start, start + (slip?.where.length ?? 1));
  };

  return (
    <section
      aria-label="Call-out line"
      className={`flex shrink-0 items-start gap-x-3 gap-y-1 rounded-md border border-ink bg-sheet px-3 py-1 has-[textarea:focus]:outline-2 has-[textarea:focus]:outline-madder ${draft.understood === undefined ? "" : "flex-wrap"}`}
    >
      <label
        htmlFor={CALL_OUT_ID}
        className="pt-1.5 font-serif text-lg leading-none text-madder italic"
      >
        say it
      </label>
      <Select
        label="What the call-out line writes"
        value={draft.phraseId ?? ""}
        options={[
          { value: "", label: `new phrase ${phraseLetter(song.phrases.length)}` },
          ...song.phrases.map(({ id, name }, index) => ({
            value: id,
            label: `${phraseLetter(index)} · ${name}`,
          })),
        ]}
        onChange={(id) => turnTo(store, id === "" ? undefined : id)}
        look="small"
        className="mt-1 max-w-34 text-xs"
      />
      <div className="relative min-w-0 flex-1 pt-0.5 font-mono text-[15px] leading-7">
        <SlipMarks text={draft.text} findings={draft.findings} pointed={pointed} />
        <textarea
          id={CALL_OUT_ID}
          ref={area}
          rows={1}
          value={draft.text}
          onChange={({ target }) => {
            store.setDraft(draft.key, target.value);
          }}
          onKeyDown={onKeyDown}
          onSelect={({ currentTarget }) => setCaret(currentTarget.selectionStart)}
          onBlur={() => setCaret(undefined)}
          spellCheck={false}
          autoComplete="off"
          autoCapitalize="off"
          aria-describedby="call-out-note"
          aria-invalid={draft.hasErrors || undefined}
          placeholder={`'8 ${exampleOf(part.instrument.kind)}`}
          className="relative block field-sizing-content max-h-24 w-full resize-none bg-transparent caret-madder outline-none placeholder:whitespace-nowrap placeholder:text-soft"
        />
      </div>
      <CallOutNote
        caret={caret}
        showsLandmarks={showsLandmarks}
        onJump={goToSlip}
        onPoint={setPointed}
      />
      {draft.text.trim() !== "" && !draft.hasErrors && (
        <button
          type="button"
          onClick={() => otherForm(store)}
          title={
            draft.understood === undefined
              ? "Say it in sentences"
              : "Say it in the call-out’s own words"
          }
          className={actionLook}
        >
          {draft.understood === undefined ? "in words" : "in short"}
        </button>
      )}
      {draft.bars.length > 0 && !draft.hasErrors && (
        <button
          type="button"
          aria-pressed={showsLandmarks}
          onClick={() => setShowsLandmarks(!showsLandmarks)}
          title="Only where the hand has to be, bar by bar"
          className={actionLook}
        >
          landmarks
        </button>
      )}
      {draft.isChanged && (
        <button
          type="button"
          onClick={() => dropDraft(store)}
          title="Drop what was typed; it can be brought back"
          className={actionLook}
        >
          drop
        </button>
      )}
      {!draft.isChanged && dropped?.key === draft.key && (
        <button type="button" onClick={() => bringBackDraft(store)} className={actionLook}>
          bring back
        </button>
      )}
    </section>
  );
}

const actionLook = "mt-1 shrink-0 text-xs text-soft underline underline-offset-2 hover:text-ink";

function exampleOf(kind: string): string {
  return kind === "bass" ? "E0 E0 A2 A0 | D: 2 0 A3 A2" : "E0 E0 A2h3 | pm[E0 E0] D: 2 0 B1v";
}

/** Back to the strips, where arrows walk and letters are commands. */
function focusStrips(): void {
  document.getElementById("strips")?.focus();
}
