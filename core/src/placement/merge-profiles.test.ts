import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { mergeProfiles } from "./merge-profiles";
import { USUAL_HAND } from "./player-hand";
import type { OwnProfile } from "./profiles";

/** Which of four profiles there are, each in one of three wordings. */
const anyProfiles = fc
  .array(fc.option(fc.constantFrom("plain", "gentle", "bold")), { minLength: 4, maxLength: 4 })
  .map((names) =>
    names.flatMap((name, index): OwnProfile[] =>
      name === null
        ? []
        : [{ id: `p${index}`, name, base: "usual", factors: {}, player: USUAL_HAND }],
    ),
  );
const nameIn = (profiles: readonly OwnProfile[], id: string) =>
  profiles.find((one) => one.id === id)?.name;

describe("profiles of two windows", () => {
  it("are what each window made of them, ours where both did", () => {
    fc.assert(
      fc.property(anyProfiles, anyProfiles, anyProfiles, (base, ours, theirs) => {
        const merged = mergeProfiles(base, ours, theirs);
        for (const id of ["p0", "p1", "p2", "p3"]) {
          const [was, our, their] = [base, ours, theirs].map((list) => nameIn(list, id));
          // Taken away on one side and changed on the other, the change stays.
          const expected = our === was ? their : their === was ? our : (our ?? their);
          expect(nameIn(merged, id)).toBe(expected);
        }
        expect(new Set(merged.map(({ id }) => id)).size).toBe(merged.length);
      }),
    );
  });

  it("are theirs where we changed nothing, and ours where they changed nothing", () => {
    fc.assert(
      fc.property(anyProfiles, anyProfiles, (base, other) => {
        expect(mergeProfiles(base, base, other)).toEqual(other);
        expect(new Set(mergeProfiles(base, other, base))).toEqual(new Set(other));
      }),
    );
  });
});
