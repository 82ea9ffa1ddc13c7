"use client";

import { useOpenSong, useSong } from "@/open-song/context";
import { Toast } from "@/ui/toast";

/** What was done last, over the foot of the strips; gone as soon as something else is done. */
export function SongToast() {
  const { store } = useOpenSong();
  const told = useSong((state) => state.told);
  const last = useSong((state) => state.history.past.at(-1));
  const isCurrent = told?.undoes === undefined || told.undoes === last;
  return (
    <div className="pointer-events-none relative z-20 h-0">
      <div className="absolute right-3 bottom-2 max-w-[80%]">
        <Toast
          told={isCurrent ? told : undefined}
          onUndo={told?.undoes === undefined ? undefined : () => store.undo()}
          onClose={() => store.tell(undefined)}
        />
      </div>
    </div>
  );
}
