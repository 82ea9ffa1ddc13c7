import { describe, expect, it } from "vitest";
import { momentsOfHistory } from "./entries";

const at = (id: string, seconds: number, isAside = false, name?: string) => ({
  id,
  version: Number(id),
  isAside,
  isRestored: false,
  ...(name !== undefined && { name }),
  savedAt: new Date(999_960_000_000 + seconds * 1000),
});

describe("the history of a song", () => {
  it("shows the last save of every minute, what was kept aside or named, and the first of all", () => {
    const revisions = [
      at("8", 203, false, "for the gig"),
      at("7", 202),
      at("6", 200),
      at("5", 190),
      at("4", 185, true),
      at("3", 182),
      at("2", 10),
      at("1", 0),
    ];
    const moments = momentsOfHistory(revisions).map(({ revision, saves }) => [revision.id, saves]);
    expect(moments).toEqual([
      ["8", 1],
      ["7", 3],
      ["4", 1],
      ["3", 1],
      ["2", 1],
      ["1", 1],
    ]);
    expect(momentsOfHistory([])).toEqual([]);
  });
});
