"use client";

import { formatBar } from "@intonazione/core/foundation";
import {
  acceptedReason,
  editsOf,
  findingKey,
  mendInWords,
  type ReviewFinding,
  type ReviewPlace,
} from "@intonazione/core/review";
import { applyEdit, barsBefore, lineOf, type Song } from "@intonazione/core/score";
import { useEffect, useMemo, useRef } from "react";
import { useOpenSong, useSong } from "@/open-song/context";
import { placeNames } from "@/open-song/derived";
import { newId } from "@/open-song/draft";
import type { DrawLines, Stretch } from "@/open-song/draw-bars";
import { acceptFinding, mendFinding, takeBackAcceptance } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { AcceptForm } from "./accept-form";
import { cautionFor } from "./cautions";
import { GROUP_NAME } from "./group-names";
import { withStringNames } from "./string-names";

const SIGN = { error: "✕", warning: "!", info: "i" } as const;
const SIGN_WORD = { error: "wrong", warning: "look here", info: "remark" } as const;
const SIGN_LOOK = {
  error: "border-madder text-madder",
  warning: "border-ochre text-ochre-ink",
  info: "border-hairline text-soft",
} as const;

/** One finding; chosen, it unfolds its evidence, the strip, and what can be done. */
export function FindingRow({
  finding,
  song,
  isChosen,
  onChoose,
  drawLine,
}: {
  readonly finding: ReviewFinding;
  readonly song: Song;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
  readonly drawLine: DrawLines;
}) {
  const { severity, group } = finding;
  const said = useSaid(finding, song);
  const reason = acceptedReason(song, finding);
  return (
    <li className={isChosen ? "bg-paper/60" : undefined}>
      <button
        type="button"
        aria-expanded={isChosen}
        onClick={onChoose}
        className="grid w-full grid-cols-[1.5rem_11rem_1fr_auto] items-baseline gap-x-3 px-1 py-1.5 text-left text-[13px] hover:bg-paper"
      >
        <span
          className={`flex size-5 items-center justify-center self-center rounded-full border text-xs font-semibold ${SIGN_LOOK[severity]}`}
        >
          <span aria-hidden>{SIGN[severity]}</span>
          <span className="sr-only">{SIGN_WORD[severity]}</span>
        </span>
        <span className="truncate text-soft">{placeInWords(finding, song)}</span>
        <span>{sentence(said(finding.message.replace(/^bar \d+: /u, "")))}</span>
        <span className="text-xs text-soft">{GROUP_NAME[group]}</span>
      </button>
      {isChosen && <Unfolded finding={finding} song={song} reason={reason} drawLine={drawLine} />}
    </li>
  );
}

function Unfolded({
  finding,
  song,
  reason,
  drawLine,
}: {
  readonly finding: ReviewFinding;
  readonly song: Song;
  readonly reason: string | undefined;
  readonly drawLine: DrawLines;
}) {
  const { store } = useOpenSong();
  const { evidence, where, mend } = finding;
  const said = useSaid(finding, song);
  const part = song.parts.find(({ id }) => id === where.partId);
  const marked = useMemo(
    () => new Set(where.eventId === undefined ? [] : [where.eventId]),
    [where.eventId],
  );
  const edits = useMemo(() => (mend ? editsOf(song, where, mend, newId) : []), [song, where, mend]);
  const mended = useMemo(
    () => edits.reduce((before, edit) => applyEdit(before, edit).song, song),
    [edits, song],
  );
  const hasStrip = part !== undefined && where.phraseId !== undefined;
  const stretch = useMemo(() => barsAround(song, where), [song, where]);
  const key = findingKey(finding);
  const caution = cautionFor(finding.code);
  const frame = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // The strips are measured and drawn first.
    const timer = setTimeout(() => frame.current?.scrollIntoView({ block: "nearest" }), 80);
    return () => clearTimeout(timer);
  }, []);
  return (
    <div ref={frame} className="flex flex-col gap-2 pt-0.5 pr-2 pb-3 pl-10 text-[13px]">
      <ul aria-label="Evidence" className="text-soft">
        {evidence.map((fact) => (
          <li key={fact}>– {said(fact)}</li>
        ))}
      </ul>
      {caution !== undefined && <p className="text-ochre-ink">{caution}</p>}
      {hasStrip && (
        <div className="divide-y divide-hairline rounded-md border border-hairline bg-sheet">
          <figure className="px-2 py-1">
            <figcaption className="text-xs font-semibold">as it is</figcaption>
            {drawLine(part, where.phraseId, song.lines, marked, stretch)}
          </figure>
          {mended !== song && mended.lines !== song.lines && (
            <figure className="px-2 py-1">
              <figcaption className="text-xs font-semibold text-verdigris-ink">
                with the mend: {said(mendInWords(mend!))}
              </figcaption>
              {drawLine(part, where.phraseId, mended.lines, marked, stretch)}
            </figure>
          )}
        </div>
      )}
      {reason === undefined ? (
        <div className="flex flex-wrap items-start gap-x-3 gap-y-2">
          {mend && edits.length > 0 && (
            <Button look="main" onClick={() => store.run(mendFinding(mendInWords(mend), edits))}>
              {sentence(said(mendInWords(mend)))}
            </Button>
          )}
          <AcceptForm onAccept={(own) => store.run(acceptFinding(song, key, own))} />
        </div>
      ) : (
        <p className="flex items-center gap-3">
          <span className="text-verdigris-ink">✓ accepted: {reason}</span>
          <Button onClick={() => store.run(takeBackAcceptance(song, key))}>Open it again</Button>
        </p>
      )}
    </div>
  );
}

/** Sentences with the strings called as the song calls them. */
function useSaid({ where }: ReviewFinding, song: Song): (words: string) => string {
  const studio = useSong((state) => state.studio);
  const part = song.parts.find(({ id }) => id === where.partId);
  if (!part) return (words) => words;
  const names = placeNames(part, song, studio);
  return (words) => withStringNames(words, names);
}

const BARS_SHOWN = 2;

/** The bar of a finding and the one behind it; the first ones where it concerns the whole line. */
function barsAround(song: Song, { phraseId, partId, bar }: ReviewPlace): Stretch {
  const at = { phraseId: phraseId ?? "", partId: partId ?? "" };
  const before = barsBefore(song, at);
  const bars = lineOf(song, at.phraseId, at.partId)?.bars.length ?? 0;
  const own = bar === undefined ? 0 : bar - before;
  const from = Math.max(0, Math.min(own, bars - BARS_SHOWN));
  return { from, to: from + BARS_SHOWN };
}

function sentence(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function placeInWords({ where }: ReviewFinding, song: Song): string {
  const phrase = song.phrases.find(({ id }) => id === where.phraseId)?.name;
  const part =
    song.parts.length > 1 ? song.parts.find(({ id }) => id === where.partId)?.name : undefined;
  const bar = where.bar === undefined ? undefined : formatBar(where.bar);
  return [phrase, bar, part].filter(Boolean).join(" · ") || "the song";
}
