import { PhraseList } from "@/features/strip/phrase-list";

/** The strips, while one chooses places on the neck. */
export function PlacesView() {
  return (
    <>
      <p className="px-1 text-[13px] text-soft">
        Choose a note, then a ring on the neck or its key: the pitch stays, the place is pinned.
      </p>
      <PhraseList />
    </>
  );
}
