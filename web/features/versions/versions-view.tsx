"use client";

import {
  addVersion,
  chooseVersion,
  copyOfBars,
  differences,
  everyNotePicked,
  lineOf,
  removeVersion,
  VERSION_LABELS,
  type Bar,
  type Line,
  type Version,
} from "@intonazione/core/score";
import { useMemo, type ReactNode } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import type { DrawBars } from "@/open-song/draw-bars";
import { runAndTell } from "@/open-song/run-and-tell";
import { setLine } from "@/open-song/transactions";
import { Button } from "@/ui/button";

/** Other ways to play the line at the cursor, one under the other, with what differs marked. */
export function VersionsView({ drawBars }: { readonly drawBars: DrawBars }) {
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const phraseId = useSong((state) => state.cursor.phraseId) ?? song.phrases[0]?.id;
  const phrase = song.phrases.find(({ id }) => id === phraseId);
  const line = phrase && lineOf(song, phrase.id, part.id);
  if (!phrase || !line) {
    return (
      <p className="m-auto text-soft">
        {part.name} has nothing in this phrase yet: write it first, then give it other versions.
      </p>
    );
  }
  return (
    <section
      aria-label="Versions"
      className="flex flex-col gap-4 rounded-md border border-hairline bg-sheet p-5"
    >
      <h2 className="font-serif text-xl">
        {phrase.name}, {part.name}
      </h2>
      <Versions line={line} drawBars={drawBars} />
    </section>
  );
}

function Versions({ line, drawBars }: { readonly line: Line; readonly drawBars: DrawBars }) {
  const { store } = useOpenSong();
  const { phraseId, partId, ...content } = line;
  const at = { phraseId, partId };
  const run = (label: string, next: typeof content) => store.run(setLine(at, label, next));
  const label = line.label ?? VERSION_LABELS[0];
  const add = (name: string, bars: readonly Bar[]) => {
    const fresh: Version = { label: name, bars: copyOfBars(bars, newId) };
    run(`add a version “${name}”`, addVersion({ ...content, label }, fresh));
  };
  const known = new Set([label, ...line.others.map((one) => one.label)]);
  return (
    <>
      <VersionBox
        version={{ ...line, label }}
        title="stands in the song and on the hand-out"
        isChosen
        onChange={(change) => run("describe the version", { ...content, label, ...change })}
      >
        {drawBars(phraseId, line.bars, NONE)}
      </VersionBox>
      {line.others.map((version, index) => (
        <OtherVersion
          key={index}
          line={line}
          version={version}
          drawBars={drawBars}
          onChange={(change) =>
            run("describe the version", {
              ...content,
              others: line.others.with(index, { ...version, ...change }),
            })
          }
          onChoose={() =>
            run(`choose “${version.label}”`, chooseVersion({ ...content, label }, index))
          }
          onRemove={() => {
            const label = `remove “${version.label}”`;
            const next = setLine(at, label, removeVersion(content, index));
            runAndTell(store, next, `“${version.label}” is removed.`);
          }}
        />
      ))}
      <div className="flex flex-wrap items-center gap-2 border-t border-hairline pt-3">
        <span className="text-soft">Another version from this one:</span>
        {VERSION_LABELS.filter((one) => !known.has(one)).map((one) => (
          <Button
            key={one}
            onClick={() =>
              add(one, one === "every note picked" ? everyNotePicked(line.bars) : line.bars)
            }
          >
            {one}
          </Button>
        ))}
      </div>
    </>
  );
}

const NONE: ReadonlySet<string> = new Set();

function OtherVersion({
  line,
  version,
  drawBars,
  onChange,
  onChoose,
  onRemove,
}: {
  readonly line: Line;
  readonly version: Version;
  readonly drawBars: DrawBars;
  readonly onChange: (change: Partial<Version>) => void;
  readonly onChoose: () => void;
  readonly onRemove: () => void;
}) {
  const marked = useMemo(() => differences(version.bars, line.bars), [version, line]);
  const count = marked.size === 1 ? "1 event differs" : `${marked.size} events differ`;
  return (
    <VersionBox
      version={version}
      title={marked.size === 0 ? "the same so far: choose it, then change it" : count}
      onChange={onChange}
      actions={
        <>
          <Button onClick={onChoose}>Choose this one</Button>
          <Button look="quiet" onClick={onRemove}>
            Remove
          </Button>
        </>
      }
    >
      {drawBars(line.phraseId, version.bars, marked)}
    </VersionBox>
  );
}

function VersionBox({
  version,
  title,
  isChosen = false,
  onChange,
  actions,
  children,
}: {
  readonly version: Version;
  readonly title: string;
  readonly isChosen?: boolean;
  readonly onChange: (change: Partial<Version>) => void;
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}) {
  const keep = (field: "label" | "reason", text: string) => {
    const trimmed = text.trim().slice(0, field === "label" ? 200 : 500);
    if (trimmed !== "" && trimmed !== version[field]) onChange({ [field]: trimmed });
  };
  return (
    <article
      aria-label={version.label}
      className={`rounded-md border ${isChosen ? "border-verdigris" : "border-hairline"} bg-sheet`}
    >
      <header className="flex flex-wrap items-baseline gap-3 px-4 pt-2">
        <input
          key={version.label}
          defaultValue={version.label}
          aria-label="Label of the version"
          maxLength={200}
          onBlur={({ target }) => keep("label", target.value)}
          className="min-h-7 w-44 rounded-sm border border-transparent bg-transparent font-semibold hover:border-hairline"
        />
        <span className={isChosen ? "text-verdigris-ink" : "text-soft"}>{title}</span>
        <input
          key={version.reason}
          defaultValue={version.reason}
          aria-label="Why it is there"
          placeholder="why?"
          maxLength={500}
          onBlur={({ target }) => keep("reason", target.value)}
          className="min-h-7 min-w-40 flex-1 rounded-sm border border-transparent bg-transparent text-soft hover:border-hairline"
        />
        <span className="flex gap-1">{actions}</span>
      </header>
      <div className="px-2 pb-1">{children}</div>
    </article>
  );
}
