import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { SongPage } from "@/features/song/song-page";
import { loadSong } from "@/server/songs/load-song";

export const metadata: Metadata = { title: "Song" };
export const dynamic = "force-dynamic";

export default async function Page({
  params,
  searchParams,
}: {
  readonly params: Promise<{ readonly id: string }>;
  readonly searchParams: Promise<{ readonly stage?: string }>;
}) {
  const { id } = await params;
  const loaded = await loadSong(id);
  if (loaded.kind === "missing") notFound();
  const { stage } = await searchParams;
  return (
    <SongPage
      songId={id}
      stored={loaded.kind === "found" ? loaded.stored : undefined}
      around={loaded.kind === "found" ? loaded.around : undefined}
      stage={stage}
    />
  );
}
