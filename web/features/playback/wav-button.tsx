"use client";

import { proxy } from "comlink";
import { useEffect, useRef, useState } from "react";
import { selectSong, useSong } from "@/open-song/context";
import { Cancelled } from "@/jobs/outcome";
import { atTheDesk } from "@/workers/at-the-desk";
import { saveAs } from "@/ui/save-as";
import { Button } from "@/ui/button";
import { gainsOf, type PlaySettings } from "@/open-song/playback/settings";

/** The song as a sound file, rendered in a worker; it can be stopped. */
export function WavButton({ settings }: { readonly settings: PlaySettings }) {
  const song = useSong(selectSong);
  const [done, setDone] = useState<number>();
  const [hasFailed, setFailed] = useState(false);
  const abort = useRef<AbortController>(undefined);
  useEffect(() => () => abort.current?.abort(), []);
  const render = async () => {
    const control = new AbortController();
    abort.current = control;
    setFailed(false);
    setDone(0);
    const gains = gainsOf(
      settings,
      song.parts.map(({ id }) => id),
    );
    try {
      const { passage } = await atTheDesk((desk) => desk.perform(song, {}), control.signal);
      const wav = await atTheDesk(
        (desk) => desk.renderWav(passage, gains, settings.tempoPercent / 100, proxy(setDone)),
        control.signal,
      );
      saveAs(new Blob([new Uint8Array(wav)], { type: "audio/wav" }), song.title, "wav");
    } catch (error) {
      if (!(error instanceof Cancelled)) setFailed(true);
    } finally {
      setDone(undefined);
    }
  };
  return (
    <div className="flex items-center gap-2 border-t border-hairline pt-3">
      {done === undefined ? (
        <Button onClick={() => void render()}>The song as a sound file (.wav)</Button>
      ) : (
        <>
          <progress value={done} max={1} aria-label="Rendering" className="flex-1" />
          <Button look="quiet" onClick={() => abort.current?.abort()}>
            Stop
          </Button>
        </>
      )}
      {hasFailed && (
        <p role="alert" className="text-madder">
          It could not be rendered.
        </p>
      )}
    </div>
  );
}
