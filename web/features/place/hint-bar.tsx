"use client";

import { PROFILES, type Wishes } from "@intonazione/core/placement";
import type { Line, Part } from "@intonazione/core/score";
import { useState } from "react";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { placeNames } from "@/open-song/derived";
import { changePart } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { PressButton } from "@/ui/press-button";
import { OwnProfiles } from "./own-profiles";
import { stringName } from "@/ui/words";
import { Select } from "@/ui/select";

const AROUND: readonly number[] = [1, 3, 5, 7, 9, 12, 15];
const POSITIONS: readonly string[] = Array.from({ length: 17 }, (_, index) => String(index + 1));

/** What a teacher asks of a line, one tap each; the line follows at once. */
export function HintBar({
  line,
  part,
  onWish,
}: {
  readonly line: Line;
  readonly part: Part;
  readonly onWish: (wishes: Wishes) => void;
}) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const studio = useSong((state) => state.studio);
  const profiles = useSong((state) => state.profiles);
  const wishes = line.wishes ?? {};
  const { around, position, withoutStrings = [] } = wishes;
  const names = placeNames(part, song, studio);
  const [isEditing, setEditing] = useState(false);
  const strings = part.instrument.tuning.map((_, index) => index + 1);
  const without = <Key extends keyof Wishes>(key: Key): Wishes => {
    const { [key]: _, ...rest } = wishes;
    return rest;
  };
  const leave = (string: number, isLeft: boolean) => {
    const left = isLeft
      ? [...withoutStrings, string].sort((a, b) => a - b)
      : withoutStrings.filter((one) => one !== string);
    onWish({ ...without("withoutStrings"), ...(left.length > 0 && { withoutStrings: left }) });
  };
  const judge = (id: string) => {
    const { profile: _, ...rest } = part;
    const judged = id === "usual" ? rest : { ...rest, profile: id };
    store.run(changePart(judged, "judge places otherwise"));
  };
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-y border-hairline py-2 text-[13px]">
      <label className="flex items-center gap-2">
        <span className="text-soft">for</span>
        <Select
          label="judge places for"
          value={part.profile ?? "usual"}
          options={[
            ...PROFILES.map(({ id, name }) => ({ value: id, label: name })),
            ...profiles.map(({ id, name }) => ({
              value: id,
              label: name,
              group: "This studio's own",
            })),
          ]}
          onChange={judge}
          look="small"
          className="max-w-52"
        />
      </label>
      <Button look="quiet" className="-ml-4 px-1.5 py-1" onClick={() => setEditing(true)}>
        own profiles…
      </Button>
      <Dialog
        open={isEditing}
        onClose={() => setEditing(false)}
        title="This studio's own profiles"
        description="What counts more, what less: for a student, a stage, a style. Every song can use them."
      >
        <OwnProfiles />
      </Dialog>
      <div role="group" aria-label="Around a fret" className="flex items-center gap-1">
        <span className="text-soft">around fret</span>
        {AROUND.map((fret) => (
          <PressButton
            key={fret}
            look="small"
            isOn={around === fret}
            onChange={(isOn) => onWish(isOn ? { ...wishes, around: fret } : without("around"))}
          >
            {fret}
          </PressButton>
        ))}
      </div>
      <label className="flex items-center gap-2">
        <span className="text-soft">stay in position</span>
        <Select
          value={position === undefined ? "" : String(position)}
          options={[
            { value: "", label: "any" },
            ...POSITIONS.map((one) => ({ value: one, label: one })),
          ]}
          onChange={(one) =>
            onWish(one === "" ? without("position") : { ...wishes, position: Number(one) })
          }
          look="small"
        />
      </label>
      <div role="group" aria-label="Strings to leave alone" className="flex items-center gap-1">
        <span className="text-soft">not on</span>
        {strings.toReversed().map((string) => (
          <PressButton
            key={string}
            look="small"
            isOn={withoutStrings.includes(string)}
            onChange={(isOn) => leave(string, isOn)}
          >
            {stringName(string, names)}
          </PressButton>
        ))}
      </div>
    </div>
  );
}
