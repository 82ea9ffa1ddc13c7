import type { Still } from "@intonazione/core/takes";
import { useEffect, useState } from "react";
import { useOpenSong } from "./context";

/** Where a still's picture can be had: from this browser, else from the server; undefined while it is looked for. */
export function useStillUrl({ id, asset }: Still): string | undefined {
  const { takes } = useOpenSong();
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    let isGone = false;
    let made: string | undefined;
    void takes.sounds.here(id).then((picture) => {
      if (isGone) return;
      made = picture && URL.createObjectURL(picture);
      setUrl(made ?? (asset === undefined ? undefined : `/api/assets/${asset}`));
    });
    return () => {
      isGone = true;
      if (made !== undefined) URL.revokeObjectURL(made);
    };
  }, [id, asset, takes]);
  return url;
}
