import { useEffect, useState } from "react";
import { songClient, type Revision } from "@/calls/documents";

/** As many as the server gives at once. */
const A_PAGE = 400;

/** What was saved of a song, a page after the other. */
export function useRevisions(songId: string, version: number | undefined) {
  const [revisions, setRevisions] = useState<readonly Revision[] | "away">();
  const [isWhole, setIsWhole] = useState(true);
  useEffect(() => {
    let isGone = false;
    void songClient.revisions(songId).then((list) => {
      if (isGone) return;
      setRevisions(list ?? "away");
      setIsWhole((list?.length ?? 0) < A_PAGE);
    });
    return () => {
      isGone = true;
    };
  }, [songId, version]);
  const known = Array.isArray(revisions) ? (revisions as readonly Revision[]) : [];
  const last = known.at(-1);
  const older = async () => {
    const list = await songClient.revisions(songId, last?.id);
    if (!list) return;
    setRevisions([...known, ...list]);
    setIsWhole(list.length < A_PAGE);
  };
  return {
    revisions,
    /** Fetches the page behind; absent where there is none. */
    older: isWhole ? undefined : () => void older(),
    /** Names a revision, here at once. */
    rename: (id: string, name: string) => {
      void songClient.mark(songId, id, { name });
      setRevisions(
        known.map((one) => {
          if (one.id !== id) return one;
          const { name: _, ...rest } = one;
          return name === "" ? rest : { ...rest, name };
        }),
      );
    },
  };
}
