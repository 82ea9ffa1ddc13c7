"use client";

import { Guitar, PanelRight } from "lucide-react";
import { Transport } from "@/features/playback/transport";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { stageById, viewOf } from "@/stages/register";
import { Select } from "@/ui/select";
import { fold } from "./commands";
import { LaneChoice } from "./lane-choice";

/** The views of the stage at hand, what plays, and what the page shows around the music. */
export function ViewLine() {
  const { store } = useOpenSong();
  const stage = useSong((state) => stageById(state.stage));
  const shown = useSong((state) => viewOf(stage, state.views[stage.id]));
  const folds = useSong((state) => state.folds);
  return (
    <div className="flex h-7.5 shrink-0 items-center gap-2">
      <nav aria-label={`Views of ${stage.name}`} className="flex min-w-0 text-[13px]">
        {stage.views.map(({ id, name }) => (
          <button
            key={id}
            type="button"
            aria-current={shown.id === id ? "page" : undefined}
            onClick={() => store.goTo({ stage: stage.id, view: id })}
            className="rounded-sm border border-transparent px-1.5 py-0.5 whitespace-nowrap text-soft hover:text-ink aria-[current]:border-hairline aria-[current]:bg-sheet aria-[current]:text-ink"
          >
            {name}
          </button>
        ))}
      </nav>
      <div className="ml-auto flex items-center gap-1">
        {folds.panel && <PartChoice />}
        {!shown.hasOwnTransport && (
          <>
            <Transport />
            <LaneChoice />
          </>
        )}
        <FoldButton
          icon={PanelRight}
          label="Panel at the cursor (Shift D)"
          isOn={!folds.panel}
          onFold={() => fold(store, "panel")}
        />
        <FoldButton
          icon={Guitar}
          label="Neck (Shift G)"
          isOn={!folds.neck}
          onFold={() => fold(store, "neck")}
        />
      </div>
    </div>
  );
}

function FoldButton({
  icon: Icon,
  label,
  isOn,
  onFold,
}: {
  readonly icon: typeof Guitar;
  readonly label: string;
  readonly isOn: boolean;
  readonly onFold: () => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      aria-label={label}
      title={label}
      onClick={onFold}
      className="rounded-sm border border-hairline p-1.5 text-soft hover:border-ink aria-pressed:bg-sheet aria-pressed:text-ink"
    >
      <Icon size={14} aria-hidden />
    </button>
  );
}

/** Stands in for the panel's list of parts while that is folded. */
function PartChoice() {
  const { store } = useOpenSong();
  const { parts } = useSong(selectSong);
  const { id } = useSong(selectPart);
  if (parts.length < 2) return null;
  return (
    <Select
      label="Part"
      value={id}
      options={parts.map((part) => ({ value: part.id, label: part.name }))}
      onChange={(partId) => store.moveCursor({ partId, eventId: undefined, noteId: undefined })}
      look="small"
      className="max-w-32"
    />
  );
}
