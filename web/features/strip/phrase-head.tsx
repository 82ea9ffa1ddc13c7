"use client";

import { phraseLetter } from "@intonazione/core/callout";
import type { Phrase } from "@intonazione/core/score";
import { Drum, MoveHorizontal, PencilLine, Trash2 } from "lucide-react";
import { useOpenSong, useSong } from "@/open-song/context";
import { focusCallOut, turnTo } from "@/open-song/call-out-actions";
import { openInPhrase } from "@/open-song/review";
import { runAndTell } from "@/open-song/run-and-tell";
import { showFinding } from "@/open-song/show-finding";
import { removePhrase, renamePhrase } from "@/open-song/transactions";

/** A phrase's letter, name and bars, and what can be done with it as a whole. */
export function PhraseHead({
  phrase,
  index,
  barCount,
  barsBefore,
  isBeingWritten,
  isNew,
}: {
  readonly phrase: Phrase;
  readonly index: number;
  readonly barCount: number;
  readonly barsBefore: number;
  readonly isBeingWritten: boolean;
  /** True for a phrase that is only being said. */
  readonly isNew: boolean;
}) {
  const { store } = useOpenSong();
  const letter = phraseLetter(index);
  const found = useSong(({ review, history }) => openInPhrase(review, history.song, phrase.id));
  const rename = (name: string) => {
    const trimmed = name.trim();
    if (trimmed !== "" && trimmed !== phrase.name)
      store.run(renamePhrase({ ...phrase, name: trimmed }));
  };
  const range =
    barCount === 0
      ? "no bars"
      : barCount === 1
        ? `bar ${barsBefore + 1}`
        : `bars ${barsBefore + 1}–${barsBefore + barCount}`;
  return (
    <div className="group w-24 shrink-0 xl:w-28 py-1.5 pl-2.5">
      <div className="flex items-baseline gap-2">
        <span aria-hidden className="font-serif text-2xl leading-none">
          {letter}
        </span>
        {!isNew ? (
          <input
            key={phrase.name}
            defaultValue={phrase.name}
            aria-label={`Name of phrase ${letter}`}
            maxLength={200}
            onBlur={({ target }) => rename(target.value)}
            onKeyDown={(press) => press.key === "Enter" && press.currentTarget.blur()}
            className="w-full min-w-0 truncate rounded-sm border border-transparent bg-transparent text-[13px] font-semibold hover:border-hairline"
          />
        ) : (
          <span className="text-[13px] font-semibold">{phrase.name}</span>
        )}
      </div>
      <p className="mt-0.5 text-xs text-soft">{range}</p>
      {found > 0 && !isNew && (
        <button
          type="button"
          title="What Check found here"
          onClick={() => showFinding(store, ({ where }) => where.phraseId === phrase.id)}
          className="block min-h-6 text-xs text-ochre-ink underline decoration-hairline underline-offset-2 hover:decoration-current"
        >
          <span aria-hidden>△ </span>
          {found} to look at
        </button>
      )}
      {isBeingWritten && <p className="text-xs font-medium text-ochre-ink">not yet written</p>}
      {!isNew && (
        <div className="mt-0.5 -ml-1 flex gap-0.5 text-soft">
          <button
            type="button"
            aria-label={`Say phrase ${letter} anew`}
            title="Say it anew (E)"
            onClick={() => {
              turnTo(store, phrase.id);
              focusCallOut();
            }}
            className="rounded-sm p-1 hover:text-ink"
          >
            <PencilLine size={15} aria-hidden />
          </button>
          <button
            type="button"
            aria-label={`Tap the rhythm of phrase ${letter}`}
            title="Tap its rhythm"
            onClick={() => store.setState({ overlay: { kind: "tap-rhythm", phraseId: phrase.id } })}
            className="rounded-sm p-1 hover:text-ink"
          >
            <Drum size={15} aria-hidden />
          </button>
          <button
            type="button"
            aria-label={`Move phrase ${letter}`}
            title="Move it to other frets, strings, a chord"
            onClick={() =>
              store.setState({ overlay: { kind: "move-phrase", phraseId: phrase.id } })
            }
            className="rounded-sm p-1 hover:text-ink"
          >
            <MoveHorizontal size={15} aria-hidden />
          </button>
          <button
            type="button"
            aria-label={`Remove phrase ${letter}`}
            title="Remove the phrase (undo brings it back)"
            onClick={() => runAndTell(store, removePhrase(phrase), `${phrase.name} is removed.`)}
            className="rounded-sm p-1 hover:text-ink"
          >
            <Trash2 size={15} aria-hidden />
          </button>
        </div>
      )}
    </div>
  );
}
