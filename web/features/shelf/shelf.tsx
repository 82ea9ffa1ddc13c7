import Link from "next/link";
import type { ShelfContents } from "@/server/shelf";
import { buttonLook } from "@/ui/button";
import { inputLook } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { PageHead } from "@/ui/page-head";
import { StudioNav } from "@/ui/studio-nav";
import { ThemeSwitch } from "@/ui/theme-switch";
import { DropOnShelf } from "./drop-on-shelf";
import { SongCard } from "./song-card";

/** The studio's songs, the last touched first. */
export function Shelf({
  shelf: { studioName, songs },
  search,
}: {
  readonly shelf: ShelfContents;
  readonly search: string;
}) {
  const isEmpty = songs.length === 0;
  return (
    <>
      <PageHead actions={<ThemeSwitch />}>
        <StudioNav studioName={studioName} here="shelf" />
      </PageHead>
      <DropOnShelf />
      <main className="mx-auto max-w-6xl px-6 py-8">
        <div className="flex flex-wrap items-end gap-3 border-b border-hairline pb-5">
          <h1 className="flex-1 font-serif text-4xl">Shelf</h1>
          <form role="search" className="flex w-72 gap-2">
            <input
              type="search"
              name="find"
              defaultValue={search}
              aria-label="Find a song by its title"
              placeholder="Find by title"
              className={inputLook}
            />
            <button type="submit" className={buttonLook()}>
              Find
            </button>
          </form>
          {!isEmpty && (
            <a href="/api/shelf" download className={buttonLook("quiet")}>
              Take the shelf along
            </a>
          )}
          <Link href="/songs/new?from=tablature" className={buttonLook()}>
            Read a file
          </Link>
          <Link href="/songs/new" className={buttonLook("main")}>
            New song
          </Link>
        </div>
        {!isEmpty && (
          <ul className="grid grid-cols-1 gap-4 py-6 md:grid-cols-2 xl:grid-cols-3">
            {songs.map((song) => (
              <SongCard key={song.id} song={song} />
            ))}
          </ul>
        )}
        {isEmpty && search !== "" && (
          <Notice
            title={`No title with “${search}”`}
            actions={
              <Link href="/" className={buttonLook()}>
                Show all songs
              </Link>
            }
          >
            Only titles are searched. A word or a part of one is enough.
          </Notice>
        )}
        {isEmpty && search === "" && (
          <Notice
            title="The shelf is empty"
            actions={
              <Link href="/songs/new" className={buttonLook("main")}>
                Write the first song
              </Link>
            }
          >
            Call out a riff string by string, or drop a file here that you have: MusicXML, MIDI, a
            tablature.
          </Notice>
        )}
      </main>
    </>
  );
}
