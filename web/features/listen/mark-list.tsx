"use client";

import { MARK_KINDS, type Mark, type Take } from "@intonazione/core/takes";
import { X } from "lucide-react";
import { useOpenSong, useTakes } from "@/open-song/context";
import { withMark, withoutMark } from "@/open-takes/edits";
import { mark } from "@/open-takes/loops";
import { Button } from "@/ui/button";
import { Select } from "@/ui/select";
import { momentNow } from "./moment-now";
import { formatMoment } from "./moments";
import { PanelSection } from "./panel-section";
import { showStretch } from "./show";
import { useMarks } from "./use-marks";
import { MARK_NAME } from "./words";

/** What was marked while it played, each with its word. */
export function MarkList({ take }: { readonly take: Take }) {
  const { takes } = useOpenSong();
  const kind = useTakes((state) => state.markKind);
  const { makeForm, tellFinder } = useMarks(take);
  return (
    <PanelSection
      title="Marks"
      beside={
        <span className="flex items-center gap-1">
          <Select
            label="Kind of the next mark"
            value={kind}
            options={MARK_KINDS.map((value) => ({ value, label: MARK_NAME[value] }))}
            onChange={(markKind) => takes.store.setState({ markKind })}
            look="small"
            className="max-w-28"
          />
          <Button size="small" title="X" onClick={() => mark(takes.store, kind, momentNow(takes))}>
            Mark
          </Button>
        </span>
      }
    >
      {take.marks.length === 0 ? (
        <p className="text-soft">Press X while it plays: a section, a doubt, an open string.</p>
      ) : (
        <ul className="flex flex-col gap-1">
          {take.marks.map((one) => (
            <MarkRow key={one.id} mark={one} />
          ))}
        </ul>
      )}
      {(makeForm ?? tellFinder) && (
        <div className="flex flex-wrap gap-1">
          {makeForm && (
            <Button size="small" onClick={makeForm}>
              Form from these sections
            </Button>
          )}
          {tellFinder && (
            <Button size="small" onClick={tellFinder}>
              To the tuning finder
            </Button>
          )}
        </div>
      )}
    </PanelSection>
  );
}

function MarkRow({ mark: one }: { readonly mark: Mark }) {
  const { takes } = useOpenSong();
  const { store, player } = takes;
  const put = (change: Partial<Mark>) =>
    store.change(
      "say what a mark is",
      (take) => withMark(take, { ...one, ...change }),
      `mark ${one.id}`,
    );
  return (
    <li className="flex items-center gap-1">
      <button
        type="button"
        title="Go there"
        onClick={() => {
          player.seek(one.seconds);
          showStretch(store, one.seconds, one.seconds);
        }}
        className="min-h-6 w-12 shrink-0 text-left font-mono text-[11px] text-soft hover:text-ink"
      >
        {formatMoment(one.seconds)}
      </button>
      <input
        aria-label={`Words of the mark at ${formatMoment(one.seconds)}`}
        value={one.words}
        placeholder={MARK_NAME[one.kind]}
        maxLength={200}
        onChange={({ target }) => put({ words: target.value })}
        className="min-w-0 flex-1 rounded-sm border border-hairline bg-sheet px-1.5 py-0.5"
      />
      <Select
        label="Kind of this mark"
        value={one.kind}
        options={MARK_KINDS.map((value) => ({ value, label: MARK_NAME[value] }))}
        onChange={(kind) => put({ kind })}
        look="small"
        className="max-w-20"
      />
      <button
        type="button"
        aria-label={`Drop the mark at ${formatMoment(one.seconds)}`}
        onClick={() => store.change("drop a mark", (take) => withoutMark(take, one.id))}
        className="inline-flex size-6 shrink-0 items-center justify-center text-soft hover:text-ink"
      >
        <X size={13} aria-hidden />
      </button>
    </li>
  );
}
