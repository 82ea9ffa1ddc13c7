"use client";

import { phraseLetter } from "@intonazione/core/callout";
import { withSpokenTimes, type OpenedTalk } from "@intonazione/core/formats/captions";
import { FileUp } from "lucide-react";
import { useCallback, useMemo, useRef, useState } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { contextOf } from "@/open-song/derived";
import { newId } from "@/open-song/draft";
import { writePhrase } from "@/open-song/transactions";
import { Button, buttonLook } from "@/ui/button";
import { FindingList } from "@/ui/finding-list";
import { useDesk, type DeskRequest } from "@/workers/use-desk";
import { CandidateRow } from "./candidate-row";
import { atDesk, readAtDesk, type AtDesk, type ReadAtDesk } from "./candidates";
import { useKeptTalk } from "./use-kept-talk";

/** More than any lesson says. */
const MAX_BYTES = 2_000_000;

/** A talk is opened or pasted; what can be played of it is taken, mended or dropped, phrase by phrase. */
export function TalkDesk({ onClose }: { readonly onClose: () => void }) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const studio = useSong((state) => state.studio);
  const { kept, keep } = useKeptTalk();
  const { text, isAsked } = kept;
  const [asked, setAsked] = useState(isAsked ? text : undefined);
  const changed = useMemo(() => new Map(kept.changed), [kept.changed]);
  const [problem, setProblem] = useState<string>();
  const list = useRef<HTMLOListElement>(null);
  // What was taken does not change how the rest is understood.
  const [context] = useState(() => contextOf(part, song, studio));
  const request = useMemo(
    (): DeskRequest<OpenedTalk> | undefined =>
      asked === undefined ? undefined : (desk) => desk.openTalk(asked, context),
    [asked, context],
  );
  const { state, cancel } = useDesk(request);
  const opened = state.kind === "done" ? state.value : undefined;
  const rows = useMemo(
    () =>
      readAtDesk(
        (opened?.candidates ?? []).map((candidate, index) => atDesk(candidate, changed.get(index))),
        context,
      ),
    [opened, changed, context],
  );

  const read = (given: string) => {
    keep(() => ({ text: given, isAsked: true, changed: [] }));
    setAsked(given);
  };
  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    const isTooLong = chosen.size > MAX_BYTES;
    setProblem(
      isTooLong ? `${chosen.name} is larger than 2 MB: open the talk in parts` : undefined,
    );
    if (!isTooLong) read(await chosen.text());
  };
  const change = useCallback(
    (index: number, row: AtDesk, how: Partial<AtDesk>) =>
      keep((before) => {
        const all = new Map(before.changed);
        all.set(index, { text: row.text, fate: row.fate, ...how });
        return { ...before, changed: [...all] };
      }),
    [keep],
  );
  const focusRow = (index: number) => {
    const items = list.current?.children;
    (items?.[Math.max(0, Math.min((items.length ?? 1) - 1, index))] as HTMLElement)?.focus();
  };
  const take = (index: number, row: ReadAtDesk) => {
    const { song: now } = store.getState().history;
    const { reading, candidate } = row;
    const name = `Phrase ${phraseLetter(now.phrases.length)}`;
    const phrase = { id: newId(), name, marks: reading.marks };
    const bars = withSpokenTimes(reading.bars, candidate);
    store.run(writePhrase(now, phrase, part.id, bars, reading.relations), { phraseId: phrase.id });
    change(index, row, { fate: "taken" });
    focusRow(index + 1);
  };
  const isTakeable = ({ fate, isReady }: ReadAtDesk) => fate === "open" && isReady;
  const takeAll = () => {
    for (const [index, row] of rows.entries()) if (isTakeable(row)) take(index, row);
  };

  return (
    <div className="flex flex-col gap-3">
      <div className="flex items-start gap-2">
        <textarea
          aria-label="The talk"
          value={text}
          onChange={({ target }) =>
            keep((before) => ({ ...before, text: target.value, isAsked: false }))
          }
          placeholder="Paste what was said, or captions of a lesson: WebVTT, SubRip, lines that begin with a time, or plain text"
          rows={asked === undefined ? 8 : 2}
          spellCheck={false}
          className="min-w-0 flex-1 resize-y rounded-md border border-hairline bg-sheet px-3 py-2 text-[13px]"
        />
        <div className="flex flex-col gap-2">
          <Button
            look={asked === undefined ? "main" : "plain"}
            disabled={text.trim() === ""}
            onClick={() => read(text)}
          >
            Look for phrases
          </Button>
          <label className={`${buttonLook("plain")} cursor-pointer has-focus-visible:outline-2`}>
            <FileUp size={15} aria-hidden /> Open a file
            <input
              type="file"
              accept=".vtt,.srt,.txt"
              className="sr-only"
              onChange={({ target }) => {
                void open(target.files?.[0]);
                target.value = "";
              }}
            />
          </label>
        </div>
      </div>
      {problem !== undefined && <p className="text-madder">{problem}</p>}
      {state.kind === "working" && (
        <p role="status" className="flex items-center gap-3 text-soft">
          Listening for what can be played …
          <Button size="small" onClick={cancel}>
            Stop
          </Button>
        </p>
      )}
      {(state.kind === "failed" || state.kind === "cancelled") && (
        <p role="status" className="text-soft">
          {state.kind === "failed" ? "It could not be read." : "Stopped."} The talk still stands
          above.
        </p>
      )}
      {opened && (
        <>
          <p role="status" className="text-[13px] text-soft">
            {rows.length === 0
              ? "Nothing in it can be played: no string and fret is named."
              : `${rows.length} ${rows.length === 1 ? "phrase" : "phrases"}, ${opened.remarks} ${opened.remarks === 1 ? "sentence" : "sentences"} passed over. Arrows walk, Enter takes, E mends, Delete drops.`}
          </p>
          <FindingList findings={opened.findings} />
          <ol ref={list} aria-label="Phrases of the talk" className="flex flex-col gap-1.5">
            {rows.map((row, index) => (
              <CandidateRow
                key={index}
                row={row}
                context={context}
                onMend={(anew) => change(index, row, { text: anew })}
                onTake={() => take(index, row)}
                onDrop={() => {
                  change(index, row, { fate: "dropped" });
                  focusRow(index + 1);
                }}
                onBringBack={() => change(index, row, { fate: "open" })}
                onWalk={(by) => focusRow(index + by)}
              />
            ))}
          </ol>
        </>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Close</Button>
        {rows.some(isTakeable) && (
          <Button look="main" onClick={takeAll}>
            Take all that are clear
          </Button>
        )}
      </div>
    </div>
  );
}
