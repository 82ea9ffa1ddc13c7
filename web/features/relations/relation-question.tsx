"use client";

import { barsOn, formatBar } from "@intonazione/core/foundation";
import {
  editsOf,
  findingKey,
  mendInWords,
  openBarsApart,
  type BarApart,
} from "@intonazione/core/review";
import { lineOf, reversed, sayRelation } from "@intonazione/core/score";
import type { KeyboardEvent } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import { RELATION_QUESTION_ID } from "@/open-song/open-question";
import { acceptFinding, mendFinding } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { digitOf } from "@/ui/use-digit-keys";

/** Asked where one of two bars was changed that were said as one: whether the other goes with it. */
export function RelationQuestion() {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const phraseId = useSong((state) => state.cursor.phraseId);
  const line = phraseId === undefined ? undefined : lineOf(song, phraseId, part.id);
  const [apart, ...others] = line ? openBarsApart(song, line) : [];
  if (!apart) return null;
  return <Question key={findingKey(apart.finding)} apart={apart} more={others.length} />;
}

function Question({ apart, more }: { readonly apart: BarApart; readonly more: number }) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const { relation, bar, finding } = apart;
  const before = bar - relation.bar;
  const [of, own] = [sayRelation({ ...relation, frets: 0 }, before), formatBar(bar)];
  const follow = (one: typeof relation, words: string) => {
    const mend = { kind: "follow-bar", relation: one, bar: barsOn(one.bar, before) } as const;
    const edits = editsOf(song, finding.where, mend, newId);
    return {
      words,
      isOpen: edits.length > 0,
      run: () => store.run(mendFinding(mendInWords(mend), edits)),
    };
  };
  const answers = [
    follow(relation, `${own} follows`),
    follow(reversed(relation), `${of} follows`),
    {
      words: "they may differ",
      isOpen: true,
      run: () => store.run(acceptFinding(song, findingKey(finding), "they may differ")),
    },
  ];
  const onKeyDown = (press: KeyboardEvent) => {
    const answer = answers[(digitOf(press) ?? 0) - 1];
    if (!answer?.isOpen) return;
    press.preventDefault();
    answer.run();
  };
  return (
    <section
      aria-label={`Whether ${own} follows ${of}`}
      className="sticky top-0 z-10 flex flex-wrap items-baseline gap-x-3 gap-y-1 rounded-md border border-ochre bg-sheet px-2.5 py-1 text-[13px] shadow-sm"
      onKeyDown={onKeyDown}
    >
      <h2 className="font-serif text-lg first-letter:uppercase">
        {own} was said as {sayRelation(relation, before)}
      </h2>
      <p className="text-soft">
        One of them was changed{more > 0 && `, and ${more} more such`}. Shift A, then 1 to 3, or a
        tap.
      </p>
      <span className="ml-auto flex flex-wrap gap-1.5">
        {answers.map(({ words, isOpen, run }, index) => (
          <Button
            key={words}
            id={index === 0 ? RELATION_QUESTION_ID : undefined}
            size="small"
            disabled={!isOpen}
            title={isOpen ? undefined : "some of it would leave the neck, or no longer fits"}
            onClick={run}
          >
            <kbd className="font-mono font-semibold">{index + 1}</kbd> {words}
          </Button>
        ))}
      </span>
    </section>
  );
}
