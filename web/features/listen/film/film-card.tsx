"use client";

import type { Take } from "@intonazione/core/takes";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { useEffect, useRef } from "react";
import { useOpenSong } from "@/open-song/context";
import { Button } from "@/ui/button";
import { momentNow } from "../moment-now";
import { PanelSection } from "../panel-section";
import { onFilmKeys } from "./film-keys";
import { StillList } from "./still-list";
import { takeStill } from "./take-still";
import { useCrop } from "./use-crop";
import { useFilm } from "./use-film";

/** The picture of a film take: in step, cropped to the hand, frame by frame, kept as stills. */
export function FilmCard({ take }: { readonly take: Take }) {
  const { store, takes } = useOpenSong();
  const canvas = useRef<HTMLCanvasElement>(null);
  const { reader, isBroken } = useFilm(take, canvas);
  const crop = useCrop(take);
  const step = async (by: 1 | -1) => {
    if (!reader) return;
    const from = momentNow(takes);
    if (takes.store.getState().playing.kind !== "stopped") takes.player.stop();
    takes.player.seek(await reader.stepFrom(from, by));
  };
  const still = async () => {
    if (canvas.current && reader) await takeStill(store, takes, canvas.current);
  };
  const acts = useRef({ step, still });
  useEffect(() => {
    acts.current = { step, still };
  });
  useEffect(
    () =>
      onFilmKeys({
        step: (by) => void acts.current.step(by),
        still: () => void acts.current.still(),
      }),
    [],
  );
  return (
    <PanelSection
      title="Film"
      beside={
        take.crop && (
          <Button size="small" onClick={crop.drop}>
            Whole picture
          </Button>
        )
      }
    >
      <div className="relative overflow-hidden rounded-sm border border-hairline bg-wood select-none">
        <canvas
          ref={canvas}
          role="img"
          aria-label="Picture of the take"
          className="block w-full cursor-crosshair touch-none"
          {...crop.pointer}
        />
        {crop.box && (
          <div
            aria-hidden
            className="pointer-events-none absolute border-2 border-madder"
            style={{
              left: `${100 * crop.box.left}%`,
              top: `${100 * crop.box.top}%`,
              width: `${100 * (crop.box.right - crop.box.left)}%`,
              height: `${100 * (crop.box.bottom - crop.box.top)}%`,
            }}
          />
        )}
        {isBroken && (
          <p role="alert" className="p-2 text-xs">
            The picture of this film is coded in a way that this browser does not know. Its sound
            works.
          </p>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-1">
        <Button size="small" onClick={() => void step(-1)} title="," aria-label="A frame back">
          <ChevronLeft size={13} aria-hidden />
        </Button>
        <Button size="small" onClick={() => void step(1)} title="." aria-label="A frame on">
          <ChevronRight size={13} aria-hidden />
        </Button>
        <Button size="small" onClick={() => void still()} title="Q">
          Still
        </Button>
        <span className="text-xs text-soft">draw a box to look at the hand</span>
      </div>
      <StillList take={take} />
    </PanelSection>
  );
}
