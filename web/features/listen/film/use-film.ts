import { MAX_TAKE_SECONDS, type Crop, type Take } from "@intonazione/core/takes";
import { useEffect, useState, type RefObject } from "react";
import type { FilmReader } from "@/media/film-reader";
import { useOpenSong, useTakes } from "@/open-song/context";

const WHOLE: Crop = { left: 0, top: 0, width: 1, height: 1 };

/** Shows the picture of a take on a canvas, in step with the sound or where that stands. */
export function useFilm(
  take: Take,
  canvas: RefObject<HTMLCanvasElement | null>,
): { readonly reader: FilmReader | undefined; readonly isBroken: boolean } {
  const { takes } = useOpenSong();
  const [reader, setReader] = useState<FilmReader>();
  const [isBroken, setBroken] = useState(false);
  const isHere = useTakes(({ sounds }) => sounds[take.id]?.kind === "here");
  useEffect(() => {
    if (!isHere) return;
    let isGone = false;
    let opened: FilmReader | undefined;
    const open = async () => {
      const file = await takes.sounds.of(take);
      const { FilmReader: Reader } = await import("@/media/film-reader");
      opened = file && (await Reader.open(file, MAX_TAKE_SECONDS));
      if (isGone) opened?.close();
      else if (opened) setReader(opened);
      else setBroken(true);
    };
    void open();
    return () => {
      isGone = true;
      opened?.close();
      setReader(undefined);
    };
    // The bytes of a take never change, whatever is said of it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isHere, take.id, takes]);

  const at = useTakes((state) => state.at);
  const isPlaying = useTakes(({ playing }) => playing.kind === "playing");
  const { crop = WHOLE } = take;
  useEffect(() => {
    const pen = canvas.current?.getContext("2d");
    if (!reader || !pen) return;
    let isOver = false;
    const show = async (seconds: number) => {
      const frame = await reader.frameAt(seconds);
      if (isOver) return;
      if (!frame) return setBroken(true);
      const [wide, high] = [frame.displayWidth, frame.displayHeight];
      const [width, height] = [crop.width * wide, crop.height * high];
      pen.canvas.width = Math.round(width);
      pen.canvas.height = Math.round(height);
      const { width: toWidth, height: toHeight } = pen.canvas;
      frame.draw(pen, crop.left * wide, crop.top * high, width, height, 0, 0, toWidth, toHeight);
      pen.canvas.dataset["seconds"] = String(frame.timestamp);
    };
    const follow = async () => {
      while (!isOver) {
        await show(takes.player.positionNow()?.seconds ?? at);
        await new Promise((resolve) => requestAnimationFrame(resolve));
      }
    };
    void (isPlaying ? follow() : show(at));
    return () => {
      isOver = true;
    };
  }, [reader, at, isPlaying, canvas, takes, crop]);
  return { reader, isBroken };
}
