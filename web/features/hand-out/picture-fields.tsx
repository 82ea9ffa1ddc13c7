"use client";

import type { Song } from "@intonazione/core/score";
import { useState } from "react";
import type { Picture } from "@/calls/handout";
import { useSong } from "@/open-song/context";
import { Button } from "@/ui/button";
import { SelectField } from "@/ui/form";

const KINDS = ["svg", "png"] as const;

/** A phrase or all of them as one picture, to be put into a page of one's own. */
export function PictureFields({
  song,
  making,
  isBusy,
  onTake,
}: {
  readonly song: Song;
  /** The ending of the file that is being made. */
  readonly making: string | undefined;
  readonly isBusy: boolean;
  /** @param name - What the file is called. */
  readonly onTake: (name: string, picture: Picture) => void;
}) {
  const atHand = useSong((state) => state.cursor.phraseId);
  const [phraseId, setPhraseId] = useState(atHand);
  const phrase = song.phrases.find(({ id }) => id === phraseId);
  const take = (kind: Picture["kind"]) =>
    phrase
      ? onTake(`${song.title} - ${phrase.name}`, { kind, phraseId: phrase.id })
      : onTake(song.title, { kind });
  return (
    <fieldset className="flex flex-col gap-1.5 border-t border-hairline pt-3">
      <legend className="sr-only">As a picture</legend>
      <SelectField
        label="As a picture"
        value={phrase?.id ?? ""}
        options={[
          { value: "", label: "All phrases" },
          ...song.phrases.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onChange={setPhraseId}
      />
      <div className="flex gap-2">
        {KINDS.map((kind) => (
          <Button key={kind} disabled={isBusy} className="flex-1" onClick={() => take(kind)}>
            {making === kind ? "Drawing …" : kind.toUpperCase()}
          </Button>
        ))}
      </div>
    </fieldset>
  );
}
