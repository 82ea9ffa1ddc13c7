import { RegionQuestion } from "@/features/place/region-question";
import { RelationQuestion } from "@/features/relations/relation-question";

/** What is asked above the strips while somebody works on them. */
export function Questions() {
  return (
    <>
      <RelationQuestion />
      <RegionQuestion />
    </>
  );
}
