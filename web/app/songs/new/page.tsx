import type { Metadata } from "next";
import Link from "next/link";
import { SongFromFile } from "@/features/import-desk/song-from-file";
import { NewSongForm } from "@/features/new-song/new-song-form";
import { PageHead } from "@/ui/page-head";
import { ThemeSwitch } from "@/ui/theme-switch";

export const metadata: Metadata = { title: "New song" };

const WAYS = [
  { from: undefined, href: "/songs/new", label: "Call it out" },
  { from: "tablature", href: "/songs/new?from=tablature", label: "Read a file" },
] as const;

export default async function NewSongPage({
  searchParams,
}: {
  readonly searchParams: Promise<{ readonly from?: string }>;
}) {
  const from = (await searchParams).from === "tablature" ? "tablature" : undefined;
  return (
    <>
      <PageHead actions={<ThemeSwitch />}>
        <p className="text-soft">New song</p>
      </PageHead>
      <main className={`mx-auto px-6 py-8 ${from === "tablature" ? "max-w-6xl" : "max-w-4xl"}`}>
        <div className="mb-6 flex items-end gap-6 border-b border-hairline">
          <h1 className="flex-1 pb-4 font-serif text-4xl">New song</h1>
          {WAYS.map((way) => (
            <Link
              key={way.label}
              href={way.href}
              aria-current={way.from === from ? "page" : undefined}
              className="-mb-px border-b-2 border-transparent pb-3 text-soft hover:text-ink aria-[current]:border-madder aria-[current]:font-semibold aria-[current]:text-ink"
            >
              {way.label}
            </Link>
          ))}
        </div>
        {from === "tablature" ? <SongFromFile /> : <NewSongForm />}
      </main>
    </>
  );
}
