import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { revisionsToKeep, type Thinnable } from "./thinning";

const MINUTE_MS = 60_000;
const DAY_MS = 24 * 60 * MINUTE_MS;
const NOW = new Date("2026-06-01T12:34:56Z");

/** Saves of up to a hundred days, in the order in which they were made; some are kept for themselves. */
const anyRevisions: fc.Arbitrary<readonly Thinnable[]> = fc
  .array(fc.record({ ageMs: fc.nat({ max: 100 * DAY_MS }), isKept: fc.boolean() }), {
    maxLength: 80,
  })
  .map((saves) =>
    saves
      .sort((a, b) => b.ageMs - a.ageMs)
      .map(({ ageMs, isKept }, index) => ({
        id: String(index),
        savedAt: new Date(NOW.getTime() - ageMs),
        isKept: isKept && index % 7 === 0,
      })),
  );
const ageOf = ({ savedAt }: Thinnable) => NOW.getTime() - savedAt.getTime();
const left = (revisions: readonly Thinnable[], now = NOW) => {
  const kept = revisionsToKeep(revisions, now);
  return revisions.filter(({ id }) => kept.has(id));
};

describe("thinning", () => {
  it("takes nothing of the last day, nothing that is kept for itself, and not the newest", () => {
    fc.assert(
      fc.property(anyRevisions, (revisions) => {
        const stay = left(revisions);
        for (const one of revisions) {
          if (one.isKept || ageOf(one) < DAY_MS) expect(stay).toContain(one);
        }
        if (revisions.length > 0) expect(stay).toContain(revisions.at(-1));
      }),
    );
  });

  it("leaves no stretch without its last save: ten minutes of a month, a day before that", () => {
    fc.assert(
      fc.property(anyRevisions, (revisions) => {
        const stay = left(revisions);
        for (const one of revisions) {
          const stretchMs = ageOf(one) < 30 * DAY_MS ? 10 * MINUTE_MS : DAY_MS;
          const near = stay.some(
            ({ savedAt }) =>
              savedAt.getTime() >= one.savedAt.getTime() &&
              savedAt.getTime() - one.savedAt.getTime() < stretchMs,
          );
          expect(near).toBe(true);
        }
      }),
    );
  });

  it("keeps at most one of a stretch beside what is kept for itself", () => {
    fc.assert(
      fc.property(anyRevisions, (revisions) => {
        const stretches = left(revisions)
          .filter((one) => !one.isKept && ageOf(one) >= 30 * DAY_MS)
          .map(({ savedAt }) => Math.floor(savedAt.getTime() / DAY_MS));
        expect(new Set(stretches).size).toBe(stretches.length);
      }),
    );
  });

  it("done twice takes nothing more, and done early takes nothing that would stay later", () => {
    fc.assert(
      fc.property(anyRevisions, fc.nat({ max: 60 }), (revisions, days) => {
        expect(left(left(revisions))).toEqual(left(revisions));
        const later = new Date(NOW.getTime() + days * DAY_MS);
        expect(left(left(revisions), later)).toEqual(left(revisions, later));
      }),
    );
  });
});
