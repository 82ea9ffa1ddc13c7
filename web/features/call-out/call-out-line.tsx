"use client";

import { phraseLetter } from "@intonazione/core/callout";
import type { Finding } from "@intonazione/core/foundation";
import { eventsOf } from "@intonazione/core/score";
import { useRef, type KeyboardEvent } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { draftOf } from "@/open-song/draft";
import { Select } from "@/ui/select";
import {
  bringBackDraft,
  CALL_OUT_ID,
  canWait,
  commitDraft,
  dropDraft,
  otherForm,
  turnTo,
} from "@/open-song/call-out-actions";
import { FIRST_ANSWER_ID, OpenQuestion } from "./open-question";
import { SlipList } from "./slip-list";
import { SlipMarks } from "./slip-marks";

/** The line in which a teacher says a phrase; it is read at every key and written by Enter. */
export function CallOutLine() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const draft = useSong(draftOf);
  const dropped = useSong((state) => state.dropped);
  const area = useRef<HTMLTextAreaElement>(null);

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
        <SlipMarks text={draft.text} findings={draft.findings} />
        <textarea
          id={CALL_OUT_ID}
          ref={area}
          rows={1}
          value={draft.text}
          onChange={({ target }) => {
            store.setDraft(draft.key, target.value);
          }}
          onKeyDown={onKeyDown}
          spellCheck={false}
          autoComplete="off"
          autoCapitalize="off"
          aria-describedby="call-out-note"
          aria-invalid={draft.hasErrors || undefined}
          placeholder={`'8 ${exampleOf(part.instrument.kind)}`}
          className="relative block field-sizing-content max-h-24 w-full resize-none bg-transparent caret-madder outline-none placeholder:whitespace-nowrap placeholder:text-soft"
        />
      </div>
      <CallOutNote onJump={goToSlip} />
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

/** Under the line: the slip and its column, or what Enter would write. */
function CallOutNote({ onJump }: { readonly onJump: (slip: Finding) => void }) {
  const song = useSong(selectSong);
  const draft = useSong(draftOf);
  const slips = draft.findings.filter(({ severity }) => severity === "error");
  const doubts = draft.findings.filter(({ severity }) => severity === "warning");
  const [question] = draft.questions;
  // Talk is long: what is made of it stands under it, and not beside it.
  const where = draft.understood === undefined ? "w-[36%] self-center" : "order-last w-full pb-1";
  const look = `shrink-0 text-xs leading-[1.2] ${where}`;
  if (slips.length > 0) return <SlipList slips={slips} look={look} onJump={onJump} />;
  if (question) {
    const more = draft.questions.length - 1;
    return <OpenQuestion question={question} more={more} isLeavable={canWait(draft)} look={look} />;
  }
  const text = (() => {
    if (!draft.isChanged) {
      return draft.phraseId === undefined
        ? "string and fret, one after the other: E0 A7 · '16 for sixteenths · | bar line · - rest · x dead"
        : "as written; change it and press Enter";
    }
    const bars = draft.bars.length;
    const events = eventsOf(draft.bars).length;
    const doubt = doubts[0] ? ` · ${doubts[0].message}` : "";
    const index = song.phrases.findIndex(({ id }) => id === draft.phraseId);
    const letter = phraseLetter(index < 0 ? song.phrases.length : index);
    const heard = draft.understood === undefined ? "" : `${draft.understood} · `;
    return `${heard}${events} ${events === 1 ? "event" : "events"} in ${bars} ${bars === 1 ? "bar" : "bars"}${doubt} · Enter writes phrase ${letter}`;
  })();
  return (
    <p
      id="call-out-note"
      role="status"
      className={`line-clamp-2 ${look} ${doubts[0] && draft.isChanged ? "text-ochre-ink" : "text-soft"}`}
      title={text}
    >
      {text}
    </p>
  );
}

function exampleOf(kind: string): string {
  return kind === "bass" ? "E0 E0 A2 A0 | D: 2 0 A3 A2" : "E0 E0 A2h3 | pm[E0 E0] D: 2 0 B1v";
}

/** Back to the strips, where arrows walk and letters are commands. */
function focusStrips(): void {
  document.getElementById("strips")?.focus();
}
