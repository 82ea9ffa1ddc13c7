import { USUAL_STYLE } from "@intonazione/core/neck";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { studioStyle } from "./studio-style";

describe("the studio's style in a song", () => {
  const kept = new Map<string, string>();
  const store = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  };
  beforeEach(() => {
    kept.clear();
    vi.stubGlobal("localStorage", store);
  });
  afterEach(() => void vi.unstubAllGlobals());

  it("is what the server says, and while it is away what it last said", () => {
    expect(studioStyle(undefined)).toEqual(USUAL_STYLE);
    const said = { stringSchool: "number", fretsFrom: "nut" } as const;
    expect(studioStyle(said)).toEqual(said);
    expect(studioStyle(undefined)).toEqual(said);
  });

  it("is the usual one where nothing sensible is kept, or nothing can be", () => {
    for (const nonsense of ["{", "7", '{"stringSchool":"rainbow"}']) {
      kept.set("intonazione-studio-style", nonsense);
      expect(studioStyle(undefined)).toEqual(USUAL_STYLE);
    }
    const refuse = () => {
      throw new Error("forbidden");
    };
    vi.stubGlobal("localStorage", { getItem: refuse, setItem: refuse });
    expect(studioStyle(undefined)).toEqual(USUAL_STYLE);
    expect(studioStyle(USUAL_STYLE)).toEqual(USUAL_STYLE);
  });
});
