import { Shelf } from "@/features/shelf/shelf";
import { readAddress } from "@/features/shelf/read-address";
import { ourShelf } from "@/server/shelf/our-shelf";
import { readShelfQuery } from "@/server/shelf/shelf-api";
import { WarmSong } from "./warm-song";

export const dynamic = "force-dynamic";

export default async function ShelfPage({
  searchParams,
}: {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}) {
  const asked = await searchParams;
  return (
    <>
      <Shelf shelf={await ourShelf(readShelfQuery(asked))} address={readAddress(asked)} />
      <WarmSong />
    </>
  );
}
