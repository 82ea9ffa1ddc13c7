import { Shelf } from "@/features/shelf/shelf";
import { ourShelf } from "@/server/shelf";

export const dynamic = "force-dynamic";

export default async function ShelfPage({
  searchParams,
}: {
  readonly searchParams: Promise<{ readonly find?: string | string[] }>;
}) {
  const { find } = await searchParams;
  const search = typeof find === "string" ? find.trim().slice(0, 200) : "";
  return <Shelf shelf={await ourShelf(search)} search={search} />;
}
