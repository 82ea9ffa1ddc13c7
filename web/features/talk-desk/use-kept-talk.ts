import { useEffect, useState } from "react";
import { z } from "zod";
import { selectPart, useOpenSong, useSong } from "@/open-song/context";

const keptSchema = z.object({
  text: z.string(),
  /** Whether it was looked through; its phrases stand at the desk. */
  isAsked: z.boolean(),
  /** By the place of a phrase among them: what became of it. */
  changed: z.array(
    z.tuple([z.int(), z.object({ text: z.string(), fate: z.enum(["open", "taken", "dropped"]) })]),
  ),
});

/** A talk with what was done to its phrases; it survives the desk being closed, and a reload. */
export type KeptTalk = z.infer<typeof keptSchema>;

const NOTHING: KeptTalk = { text: "", isAsked: false, changed: [] };

/** What a browser kept; anything else is no talk. */
export function keptTalkOf(draft: string | undefined): KeptTalk {
  if (draft === undefined) return NOTHING;
  try {
    const found = keptSchema.safeParse(JSON.parse(draft));
    return found.success ? found.data : NOTHING;
  } catch {
    return NOTHING;
  }
}

/** The talk at the desk of a part, kept with the drafts of its call-outs as soon as it was changed. */
export function useKeptTalk() {
  const { store } = useOpenSong();
  const part = useSong(selectPart);
  const key = `talk/${part.id}`;
  const [opened] = useState(() => keptTalkOf(store.getState().drafts[key]));
  const [kept, keep] = useState(opened);
  useEffect(() => {
    if (kept === opened) return;
    store.setDraft(key, kept.text === "" ? undefined : JSON.stringify(kept));
  }, [store, key, kept, opened]);
  return { kept, keep };
}
