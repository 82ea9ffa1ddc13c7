import { nanoid } from "nanoid";
import type { SongStore } from "@/open-song/state/store";
import { withStill } from "@/open-takes/edits";
import type { OpenTakes } from "@/open-takes/open-takes";
import { momentNow } from "../moment-now";

/** Keeps what the picture shows, pinned to the event at the cursor. */
export async function takeStill(
  store: SongStore,
  takes: OpenTakes,
  canvas: HTMLCanvasElement,
): Promise<void> {
  const shown = Number(canvas.dataset["seconds"]);
  const seconds = Number.isFinite(shown) ? Math.max(0, shown) : momentNow(takes);
  const picture = await new Promise<Blob | null>((resolve) => {
    canvas.toBlob(resolve, "image/png");
  });
  if (!picture) return;
  const id = nanoid(12);
  const { eventId } = store.getState().cursor;
  await takes.sounds.keep(id, picture);
  takes.store.change("keep a still", (take) =>
    withStill(take, { id, seconds, words: "", ...(eventId !== undefined && { eventId }) }),
  );
  store.tell({
    words: eventId === undefined ? "Still kept." : "Still kept, pinned to the event at the cursor.",
  });
}
