"use client";

import type { Take } from "@intonazione/core/takes";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import {
  selectNames,
  selectPart,
  selectSong,
  useOpenSong,
  useSong,
  useTakes,
} from "@/open-song/context";
import { neckOfPart, shiftOf } from "@/open-song/derived";
import { songAsSaid } from "@/open-song/song-as-said";
import { useSize } from "@/ui/use-size";
import { notesAlong, type NoteAlong } from "../along";
import { pan, showStretch, zoom } from "../show";
import { TakeCursor } from "../take-cursor";
import { TimeStrip } from "../time-strip";
import { rangeOfNeck } from "../tune";
import { useAlong } from "../use-along";
import { useSetStretch } from "../use-set-stretch";
import { useStretchDrag } from "../use-stretch-drag";
import { PictureCanvas } from "./picture-canvas";
import { PictureOverlay } from "./picture-overlay";
import { PitchRuler } from "./pitch-ruler";
import { secondsAtX, SHOWN_SEMITONES, xAt, type PictureScale } from "./scale";

/** A wheel's turn that doubles what is shown, in px. */
const ZOOM_PX = 300;
const PAN_PX = 900;
const NO_NOTES: readonly NoteAlong[] = [];

/** The window of the take: sound against the strings, the strip under it in the same time. */
export function PicturePane({ take }: { readonly take: Take }) {
  const { takes } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const names = useSong(selectNames);
  const cursorEventId = useSong((state) => state.cursor.eventId);
  const view = useTakes((state) => state.view);
  const showsNotes = useTakes((state) => state.showsNotes);
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const neck = neckOfPart(part);
  const chosen = useTakes((state) => state.rulerString) ?? neck.openMidi.length;
  const [isFingered, setFingered] = useState(false);
  const [lift, setLift] = useState(0);
  const low = rangeOfNeck(neck).low - 2 + lift;
  const scale = useMemo<PictureScale>(
    () => ({ width, height, ...view, low, high: low + SHOWN_SEMITONES }),
    [width, height, view, low],
  );
  const along = useAlong(take, songAsSaid);
  const notes = useMemo(() => (along ? notesAlong(part.id, along) : []), [along, part.id]);
  const setStretch = useSetStretch();
  const drag = useStretchDrag(
    (x) => secondsAtX(scale, x),
    (seconds) => takes.player.seek(seconds),
    setStretch,
  );
  const xOf = useCallback((seconds: number) => xAt(scale, seconds), [scale]);
  const keepInSight = (seconds: number) => {
    const { from, to } = takes.store.getState().view;
    if (seconds > to || seconds < from) {
      showStretch(takes.store, seconds, seconds);
      pan(takes.store, 0.4);
    }
  };
  useWheel(frame, (event) => {
    const turn = Math.abs(event.deltaX) > Math.abs(event.deltaY) ? event.deltaX : event.deltaY;
    const box = frame.current!.getBoundingClientRect();
    if (event.ctrlKey || event.metaKey) {
      zoom(takes.store, 2 ** (turn / ZOOM_PX), secondsAtX(scale, event.clientX - box.left));
    } else if (event.shiftKey) setLift((before) => bounded(before - Math.sign(turn) * 2));
    else pan(takes.store, turn / PAN_PX);
  });
  const shift = shiftOf(part);
  const left = 14 + (neck.openMidi.length - 1) * 17 + 48;
  return (
    <>
      <div className="flex min-h-40 flex-1">
        <div className="relative">
          <PitchRuler
            neck={neck}
            names={names}
            songKey={song.key}
            scale={scale}
            shift={isFingered ? shift : 0}
            chosen={Math.min(chosen, neck.openMidi.length)}
            onChoose={(rulerString) => takes.store.setState({ rulerString })}
          />
          {shift !== 0 && (
            <button
              type="button"
              onClick={() => setFingered(!isFingered)}
              title="Names as they sound, or as they are fingered"
              className="absolute right-1 bottom-0 min-h-6 text-[10px] text-soft hover:text-ink"
            >
              {isFingered ? "fingered" : "sounding"}
            </button>
          )}
        </div>
        <div className="flex min-w-0 flex-1 flex-col pb-4.5">
          <div
            ref={frame}
            role="group"
            aria-label="Pitch picture: pitches of the take over time"
            className="relative min-h-0 flex-1 cursor-crosshair touch-none overflow-hidden border border-hairline bg-sheet select-none"
            {...drag}
          >
            {width > 0 && (
              <>
                <PictureCanvas takeId={take.id} scale={scale} />
                <PictureOverlay
                  take={take}
                  scale={scale}
                  notes={showsNotes ? notes : NO_NOTES}
                  names={names}
                  cursorEventId={cursorEventId}
                />
                <TakeCursor xOf={xOf} onPlace={keepInSight} />
              </>
            )}
          </div>
        </div>
      </div>
      {along && (
        <TimeStrip
          scale={scale}
          left={left}
          strings={neck.openMidi.length}
          notes={notes}
          passes={along.passes}
          phrases={song.phrases}
          names={names}
          cursorEventId={cursorEventId}
        />
      )}
    </>
  );
}

const bounded = (lift: number) => Math.min(24, Math.max(-12, lift));

/** React's wheel events are passive: the page would scroll too. */
function useWheel(ref: React.RefObject<HTMLElement | null>, onWheel: (event: WheelEvent) => void) {
  const now = useRef(onWheel);
  useEffect(() => {
    now.current = onWheel;
  });
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const listen = (event: WheelEvent) => {
      event.preventDefault();
      now.current(event);
    };
    element.addEventListener("wheel", listen, { passive: false });
    return () => element.removeEventListener("wheel", listen);
  }, [ref]);
}
