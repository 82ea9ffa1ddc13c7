"use client";

import {
  acceptedReason,
  findingKey,
  GROUPS,
  type Group,
  type ReviewFinding,
} from "@intonazione/core/review";
import { useMemo, useState } from "react";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import type { DrawLines } from "@/open-song/draw-bars";
import { PressButton } from "@/ui/press-button";
import { FindingRow } from "./finding-row";
import { GROUP_NAME } from "./group-names";

type Shown = "open" | "accepted";

const NO_FINDINGS: readonly ReviewFinding[] = [];

/** What Check finds in the song: quietly, one under the other, each with its evidence and its mend. */
export function FindingsView({ drawLine }: { readonly drawLine: DrawLines }) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const review = useSong((state) => state.review);
  const chosen = useSong((state) => state.findingKey);
  const perSecond = useSong((state) => state.pickingPerSecond);
  const [group, setGroup] = useState<Group>();
  const [shown, setShown] = useState<Shown>("open");
  const all = review.kind === "done" ? review.findings : NO_FINDINGS;
  const { open, accepted } = useMemo(() => {
    const isAccepted = (one: ReviewFinding) => acceptedReason(song, one) !== undefined;
    return { open: all.filter((one) => !isAccepted(one)), accepted: all.filter(isAccepted) };
  }, [all, song]);
  const listed = shown === "open" ? open : accepted;
  const visible = group ? listed.filter((one) => one.group === group) : listed;
  const countOf = (name: Group) => listed.filter((one) => one.group === name).length;
  const isLate = review.kind === "done" && review.song !== song;
  const choose = (finding: ReviewFinding) => {
    const key = findingKey(finding);
    if (key === chosen) {
      store.setState({ findingKey: undefined });
      return;
    }
    const { phraseId, partId, eventId, noteId } = finding.where;
    store.setState({ findingKey: key });
    if (phraseId !== undefined && partId !== undefined) {
      store.moveCursor({ phraseId, partId, eventId, noteId });
    }
  };
  return (
    <section
      aria-label="Findings"
      className="flex flex-col gap-2 rounded-md border border-hairline bg-sheet px-4 pt-3 pb-4"
    >
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h2 className="font-serif text-xl">What Check found</h2>
        <p role="status" className="text-[13px] text-soft">
          {review.kind === "none" || isLate ? "looking the song over …" : summary(open)}
        </p>
        <label className="ml-auto flex items-baseline gap-1.5 text-[13px] text-soft">
          strokes in a row up to
          <input
            type="number"
            min={4}
            max={20}
            value={perSecond}
            onChange={({ target }) => {
              const value = Number(target.value);
              if (value >= 4 && value <= 20) store.setState({ pickingPerSecond: value });
            }}
            className="w-12 rounded-sm border border-hairline bg-sheet px-1 text-ink"
          />
          a second
        </label>
      </div>
      <div
        role="group"
        aria-label="Show"
        className="flex flex-wrap items-center gap-x-1 gap-y-1 border-b border-hairline pb-2 text-[13px]"
      >
        <PressButton isOn={group === undefined} onChange={() => setGroup(undefined)}>
          all {listed.length}
        </PressButton>
        {GROUPS.filter((name) => countOf(name) > 0 || name === group).map((name) => (
          <PressButton
            key={name}
            isOn={group === name}
            onChange={(isOn) => setGroup(isOn ? name : undefined)}
          >
            {GROUP_NAME[name]} {countOf(name)}
          </PressButton>
        ))}
        <span className="ml-auto">
          <PressButton
            isOn={shown === "accepted"}
            onChange={(isOn) => setShown(isOn ? "accepted" : "open")}
          >
            accepted {accepted.length}
          </PressButton>
        </span>
      </div>
      {review.kind === "failed" && (
        <p className="text-madder">
          The song could not be looked over. It is as it was; the next change starts it again.
        </p>
      )}
      {visible.length === 0 && review.kind === "done" && (
        <p className="py-6 text-center text-soft">
          {shown === "accepted"
            ? "Nothing was accepted yet. A finding that is right as it is can be, with your reason."
            : "✓ Nothing to look at: bars add up, the hand can do it, the parts agree."}
        </p>
      )}
      <ul className="flex flex-col divide-y divide-hairline">
        {visible.slice(0, MOST_SHOWN).map((finding) => {
          const key = findingKey(finding);
          return (
            <FindingRow
              key={key}
              finding={finding}
              song={song}
              isChosen={key === chosen}
              onChoose={() => choose(finding)}
              drawLine={drawLine}
            />
          );
        })}
      </ul>
      {visible.length > MOST_SHOWN && (
        <p className="text-[13px] text-soft">
          and {visible.length - MOST_SHOWN} more: narrow it down by a group above
        </p>
      )}
    </section>
  );
}

const MOST_SHOWN = 150;

function summary(open: readonly ReviewFinding[]): string {
  const notes = open.filter(({ severity }) => severity === "info").length;
  const serious = open.length - notes;
  if (open.length === 0) return "nothing open";
  return [
    serious > 0 && `${serious} to look at`,
    notes > 0 && `${notes} ${notes === 1 ? "remark" : "remarks"}`,
  ]
    .filter(Boolean)
    .join(", ");
}
