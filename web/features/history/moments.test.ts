import { describe, expect, it } from "vitest";
import { momentsOfHistory } from "./moments";

const at = (id: string, seconds: number, isAside = false) => ({
  id,
  version: Number(id),
  isAside,
  savedAt: new Date(999_960_000_000 + seconds * 1000),
});

describe("the history of a song", () => {
  it("shows the last save of every minute, what was kept aside, and the first of all", () => {
    const revisions = [
      at("6", 200),
      at("5", 190),
      at("4", 185, true),
      at("3", 182),
      at("2", 10),
      at("1", 0),
    ];
    const moments = momentsOfHistory(revisions).map(({ revision, saves }) => [revision.id, saves]);
    expect(moments).toEqual([
      ["6", 2],
      ["4", 1],
      ["3", 1],
      ["2", 1],
      ["1", 1],
    ]);
    expect(momentsOfHistory([])).toEqual([]);
  });
});
