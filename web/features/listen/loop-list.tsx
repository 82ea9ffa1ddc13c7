"use client";

import type { Loop, Take } from "@intonazione/core/takes";
import { X } from "lucide-react";
import { selectSong, useOpenSong, useSong, useTakes } from "@/open-song/context";
import { withoutLoop } from "@/open-takes/edits";
import { keepLoop } from "@/open-takes/loops";
import { isLooped, loopAtHand, type SnapsTo } from "@/open-takes/store";
import { Button } from "@/ui/button";
import { Select } from "@/ui/select";
import type { PassAlong } from "./along";
import { formatMoment } from "./moments";
import { PanelSection } from "./panel-section";
import { showStretch } from "./show";
import { useAlong } from "./use-along";

const SNAPS: readonly { readonly value: SnapsTo; readonly label: string }[] = [
  { value: "attacks", label: "attacks" },
  { value: "beats", label: "beats" },
  { value: "nothing", label: "nothing" },
];

/** The kept loops of a take, and its phrases, each of which can be looped. */
export function LoopList({ take }: { readonly take: Take }) {
  const { takes } = useOpenSong();
  const here = useTakes(loopAtHand);
  const snapsTo = useTakes((state) => state.snapsTo);
  const song = useSong(selectSong);
  const along = useAlong(take);
  const { store } = takes;
  const lookAt = (loop: Pick<Loop, "from" | "to">) => {
    takes.player.seek(loop.from);
    showStretch(store, loop.from, loop.to);
  };
  const choose = (loop: Loop) => {
    store.chooseLoop(loop.id);
    lookAt(loop);
  };
  const choosePass = (pass: PassAlong) => {
    const name = song.phrases.find(({ id }) => id === pass.phraseId)?.name ?? "";
    store.chooseLoop(undefined);
    store.setLoop("loop a phrase", {
      name,
      phraseId: pass.phraseId,
      from: Math.max(0, pass.from),
      to: Math.min(take.recording.seconds, pass.to),
    });
    lookAt(pass);
  };
  const isOwn = here !== undefined && here.id === "" && isLooped(take, here);
  const passes = along?.passes.filter(
    ({ from, to }) => to > 0.05 && from < take.recording.seconds - 0.05,
  );
  return (
    <PanelSection
      title="Loops"
      beside={
        <Button size="small" disabled={!isOwn} onClick={() => keepLoop(store)} title="H">
          Keep this loop
        </Button>
      }
    >
      <ul className="flex flex-col">
        <li>
          <LoopButton
            name="the whole take"
            words=""
            isHere={here !== undefined && !isLooped(take, here)}
            onChoose={() => store.chooseLoop(undefined)}
          />
        </li>
        {take.loops.map((loop) => (
          <li key={loop.id} className="flex items-center">
            <LoopButton
              name={loop.name}
              words={`${formatMoment(loop.from)}–${formatMoment(loop.to)} · ${Math.round(100 * loop.speed.start)} %`}
              isHere={here?.id === loop.id}
              onChoose={() => choose(loop)}
            />
            <button
              type="button"
              aria-label={`Drop the loop ${loop.name}`}
              onClick={() =>
                store.change(`drop the loop ${loop.name}`, (now) => withoutLoop(now, loop.id))
              }
              className="inline-flex size-6 items-center justify-center text-soft hover:text-ink"
            >
              <X size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <label className="flex items-center gap-1.5 text-xs text-soft">
        ends are drawn to
        <Select
          label="What the ends of loops are drawn to"
          value={snapsTo}
          options={SNAPS}
          onChange={(to) => store.setState({ snapsTo: to })}
          look="small"
        />
      </label>
      {passes && passes.length > 0 && (
        <div role="group" aria-label="Phrases in the take" className="flex flex-wrap gap-1">
          {passes.slice(0, 24).map((pass) => (
            <button
              key={pass.passIndex}
              type="button"
              title={`${formatMoment(Math.max(0, pass.from))}–${formatMoment(pass.to)}`}
              onClick={() => choosePass(pass)}
              className="min-h-6 max-w-32 truncate rounded-sm border border-hairline bg-sheet px-1.5 text-xs hover:border-ink"
            >
              {song.phrases.find(({ id }) => id === pass.phraseId)?.name}
            </button>
          ))}
        </div>
      )}
    </PanelSection>
  );
}

function LoopButton({
  name,
  words,
  isHere,
  onChoose,
}: {
  readonly name: string;
  readonly words: string;
  readonly isHere: boolean;
  readonly onChoose: () => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={isHere}
      onClick={onChoose}
      className="flex min-h-6 min-w-0 flex-1 items-baseline gap-2 rounded-sm border-l-2 border-transparent px-1.5 py-0.5 text-left hover:bg-sheet aria-pressed:border-madder aria-pressed:bg-sheet aria-pressed:font-medium"
    >
      <span className="truncate">{name}</span>
      <span className="ml-auto shrink-0 font-mono text-[11px] text-soft">{words}</span>
    </button>
  );
}
