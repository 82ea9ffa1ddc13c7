"use client";

import { sizeProblem } from "@intonazione/core/formats/files";
import { READABLE_ENDINGS } from "@intonazione/core/formats/open-file";
import type { Song } from "@intonazione/core/score";
import { FileUp } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { takeHandedFile } from "@/calls/handed-file";
import { shelfInArchive, takeInShelf, takeInShelfWithRecordings } from "@/calls/shelf";
import { problemOf } from "@/calls/answer";
import { songClient } from "@/calls/documents";
import { buttonLook } from "@/ui/button";
import type { FileAtHand } from "./file-at-hand";
import { FileDesk } from "./file-desk";
import { SongFromTab } from "./song-from-tab";

/** A new song from a file, whatever it is; tablature can be pasted and mended as text. */
export function SongFromFile() {
  const router = useRouter();
  const [file, setFile] = useState<FileAtHand>();
  const [text, setText] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const open = async (chosen: File) => {
    const shelf = await shelfInArchive(chosen);
    const refused = sizeProblem(chosen.name, (shelf ?? chosen).size);
    setProblem(refused);
    if (refused !== undefined) return;
    setText(undefined);
    const bytes = new Uint8Array(await (shelf ?? chosen).arrayBuffer());
    setFile({ name: chosen.name, bytes, ...(shelf && { archive: chosen }) });
  };
  useEffect(() => {
    const handed = takeHandedFile();
    // A file that was dropped on the shelf.
    if (handed) queueMicrotask(() => void open(handed));
  }, []);
  const keep = async (song: Song) => {
    const answer = await songClient.create(song);
    if (answer.kind === "done") router.push(`/songs/${answer.value.id}`);
    else setProblem(problemOf(answer));
  };
  const keepShelf = async ({ bytes, archive }: FileAtHand) => {
    const answer = await (archive ? takeInShelfWithRecordings(archive) : takeInShelf(bytes));
    if (answer.kind !== "done") {
      setProblem(problemOf(answer));
      setFile(undefined);
    } else if (archive && answer.value.findings.length > 0) {
      // What a shelf lacks was told before it was taken in; of its recordings nobody knew.
      const lacks = answer.value.findings.map(({ message }) => message).join("; ");
      setProblem(`The songs are on the shelf. Not all of its recordings are: ${lacks}.`);
      setFile(undefined);
    } else router.push("/");
  };
  return (
    <div
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const [dropped] = event.dataTransfer.files;
        if (dropped) void open(dropped);
      }}
      className="flex flex-col gap-5"
    >
      <div className="flex items-center gap-4 rounded-md border border-dashed border-hairline px-4 py-3">
        <p className="flex-1 text-soft">
          Drop a file here: MusicXML, MIDI, plain-text tablature, a song of ours or a whole shelf.
          Or paste a tablature below.
        </p>
        <button type="button" className={buttonLook()} onClick={() => input.current?.click()}>
          <FileUp size={14} aria-hidden /> Choose a file
        </button>
        <input
          ref={input}
          type="file"
          accept={[...READABLE_ENDINGS, ".zip", ".tar"].join(",")}
          aria-label="File to read"
          onChange={({ target }) => {
            const [chosen] = target.files ?? [];
            if (chosen) void open(chosen);
            target.value = "";
          }}
          className="hidden"
        />
      </div>
      {problem !== undefined && (
        <p role="alert" className="rounded-md border border-madder px-3 py-2 text-madder">
          {problem}
        </p>
      )}
      {file ? (
        <FileDesk
          key={file.name}
          file={file}
          onText={(found) => {
            setText(found);
            setFile(undefined);
          }}
          onKeep={(song) => void keep(song)}
          onKeepShelf={(shelf) => void keepShelf(shelf)}
          onLeave={() => setFile(undefined)}
        />
      ) : (
        <SongFromTab key={text ?? ""} text={text ?? ""} />
      )}
    </div>
  );
}
