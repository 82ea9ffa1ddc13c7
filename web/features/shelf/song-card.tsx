import Link from "next/link";
import type { ShelfContents } from "@/server/shelf";

type Song = ShelfContents["songs"][number];

const dateFormat = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium" });

export function SongCard({ song }: { readonly song: Song }) {
  return (
    <li className="relative flex flex-col rounded-md border border-hairline bg-sheet px-5 pt-4 pb-3 focus-within:border-ink hover:border-ink">
      <h2 className="font-serif text-xl">
        <Link href={`/songs/${song.id}`} className="after:absolute after:inset-0">
          {song.title}
        </Link>
      </h2>
      <p className="text-soft">
        sounds in {song.keyName} · ♩ = {song.tempoBpm} · {song.barCount}{" "}
        {song.barCount === 1 ? "bar" : "bars"}
      </p>
      <ul className="mt-3 flex-1 border-t border-hairline pt-2">
        {song.parts.map((part, index) => (
          <li key={index} className="flex items-baseline justify-between gap-3">
            <span className="truncate">{part.name}</span>
            <span className="shrink-0 text-right text-[13px] text-soft">
              {part.tuning}
              {part.capo > 0 && ` · capo ${part.capo}`}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-xs text-soft">changed {dateFormat.format(song.updatedAt)}</p>
    </li>
  );
}
