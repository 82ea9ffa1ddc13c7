"use client";

import { useOpenSong, useSong } from "@/open-song/context";
import { WRITE_VIEWS } from "@/open-song/store";

/** What the middle shows while one writes: the strips, the form, other versions of the line. */
export function WriteViews() {
  const { store } = useOpenSong();
  const view = useSong((state) => state.writeView);
  return (
    <nav aria-label="Views of Write" className="flex gap-1 self-end pb-1.5 text-[13px]">
      {WRITE_VIEWS.map((name) => (
        <button
          key={name}
          type="button"
          aria-current={view === name ? "page" : undefined}
          onClick={() => store.setState({ writeView: name })}
          className="rounded-sm border border-transparent px-1.5 py-1 text-soft hover:text-ink aria-[current]:border-hairline aria-[current]:bg-sheet aria-[current]:text-ink"
        >
          {name}
        </button>
      ))}
    </nav>
  );
}
