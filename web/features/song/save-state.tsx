"use client";

import { useState } from "react";
import { problemOf } from "@/calls/answer";
import { songClient } from "@/calls/documents";
import { useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import { Button } from "@/ui/button";

const timeFormat = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });

/** Says where the work is kept: never more than is true. */
export function SaveState() {
  const saving = useSong((state) => state.saving);
  const [text, color, rest = ""] = ((): [string, string, string?] => {
    switch (saving.kind) {
      case "saved":
        return [
          `Saved ${timeFormat.format(saving.at)}`,
          "text-verdigris-ink",
          ` · version ${saving.version}`,
        ];
      case "in-browser":
        return ["Kept in this browser", "text-soft"];
      case "sending":
        return ["Saving …", "text-soft"];
      case "away":
        return ["Kept in this browser · server away", "text-ochre-ink font-medium"];
      case "conflict":
        return ["Not saved · two versions", "text-madder font-medium"];
      case "reading":
        return ["Only to be read", "text-ochre-ink font-medium"];
      case "refused":
        return ["Not saved", "text-madder font-medium"];
    }
  })();
  return (
    <p
      role="status"
      title={text}
      className={`max-w-24 truncate px-1 text-[13px] xl:max-w-56 ${color}`}
    >
      {text}
      {rest !== "" && <span className="sr-only">{rest}</span>}
    </p>
  );
}

/** What needs a decision or a word about saving, over the whole width. */
export function SaveBanner() {
  const { saver } = useOpenSong();
  const saving = useSong((state) => state.saving);
  const [told, setTold] = useState<readonly string[]>();
  const look = "flex items-center gap-3 border-b px-6 py-2";
  if (told && saving.kind !== "conflict") {
    return (
      <div role="status" className={`${look} border-verdigris`}>
        <p className="flex-1">
          Both windows are one song now.{" "}
          {told.length > 0
            ? `Both had changed: ${told.join("; ")}.`
            : "Nothing stood against each other."}{" "}
          Undo takes the merging back.
        </p>
        <Button look="quiet" onClick={() => setTold(undefined)}>
          Close
        </Button>
      </div>
    );
  }
  switch (saving.kind) {
    case "conflict":
      return (
        <div role="alert" className={`${look} border-madder bg-madder-wash`}>
          <p className="flex-1">
            <strong>This song was saved elsewhere in the meantime</strong> (version{" "}
            {saving.theirs.version}). Nothing was overwritten: both are kept.{" "}
            {saving.base
              ? "How shall it go on?"
              : "What both were made from is not known any more, so they cannot be merged."}
          </p>
          {saving.base ? (
            <>
              <Button onClick={() => saver?.takeTheirs()}>Take the saved one</Button>
              <Button onClick={() => saver?.keepMine()}>Keep this one</Button>
              <TwoSongs />
              <Button look="main" onClick={() => setTold(saver?.mergeBoth(newId))}>
                Merge both
              </Button>
            </>
          ) : (
            <TwoSongs isOnlyWay />
          )}
        </div>
      );
    case "away":
      return (
        <div role="alert" className={`${look} border-ochre bg-ochre-wash`}>
          <p className="flex-1">
            The server or its database does not answer. Go on working: everything is kept in this
            browser and saved when it is back.
          </p>
          <Button onClick={() => saver?.sendNow()}>Try now</Button>
        </div>
      );
    case "refused":
      return (
        <div role="alert" className={`${look} border-madder bg-madder-wash`}>
          <p className="flex-1">
            The server does not take this version: {saving.message}. It is kept in this browser;
            undo the last change, or hand the song out as a file.
          </p>
          <Button onClick={() => saver?.sendNow()}>Try again</Button>
        </div>
      );
    case "reading":
      return (
        <div role="alert" className={`${look} border-ochre bg-ochre-wash`}>
          <p className="flex-1">
            The database does not answer. This is the song as another window of this browser has it,
            to be read: write in that window, it keeps everything until the database is back.
          </p>
          <Button onClick={() => window.location.reload()}>Try again</Button>
        </div>
      );
    default:
      return null;
  }
}

/** Keeps both: this window's song becomes a song of its own, and this window goes on with the other. */
function TwoSongs({ isOnlyWay = false }: { readonly isOnlyWay?: boolean }) {
  const { saver, store } = useOpenSong();
  const [problem, setProblem] = useState<string>();
  const part = async () => {
    const { song } = store.getState().history;
    const title = `${song.title.slice(0, 180)} (other window)`;
    const answer = await songClient.create({ ...song, title });
    if (answer.kind === "done") saver?.takeTheirs();
    else setProblem(problemOf(answer));
  };
  return (
    <>
      <Button look={isOnlyWay ? "main" : "plain"} onClick={() => void part()}>
        {isOnlyWay ? "Keep both as two songs" : "Make it two songs"}
      </Button>
      {problem !== undefined && <span className="text-madder">{problem}</span>}
    </>
  );
}
