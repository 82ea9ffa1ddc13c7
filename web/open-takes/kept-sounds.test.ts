import "fake-indexeddb/auto";
import { describe, expect, it } from "vitest";
import {
  keepSound,
  keptSound,
  letGoOfUnused,
  rememberSending,
  rememberUse,
  sendingOf,
} from "./kept-sounds";

const DAY_MS = 24 * 3_600_000;
const UPLOAD = "0b9ad1b1-8f0e-4c1b-9a0a-0d6a8f3c2e11";

describe("sounds in the browser's own store", () => {
  it("make room when the server has them and nobody used them for two months; others never", async () => {
    const begin = Date.UTC(2026, 0, 1);
    for (const id of ["old", "used", "unsent"]) {
      expect(await keepSound(id, new Blob([id]))).toBe(true);
    }
    await rememberUse("old", begin);
    await rememberUse("used", begin);
    expect(await letGoOfUnused(begin + 59 * DAY_MS)).toEqual([]);
    await rememberUse("used", begin + 59 * DAY_MS);
    expect(await letGoOfUnused(begin + 61 * DAY_MS)).toEqual(["old"]);
    expect(await keptSound("old")).toBeUndefined();
    expect(await (await keptSound("used"))!.text()).toBe("used");
    expect(await (await keptSound("unsent"))!.text()).toBe("unsent");
    expect(await letGoOfUnused(begin + 61 * DAY_MS)).toEqual([]);
  });

  it("remember by which upload they are on their way", async () => {
    expect(await sendingOf("take")).toBeUndefined();
    await rememberSending("take", UPLOAD);
    expect(await sendingOf("take")).toBe(UPLOAD);
    await rememberSending("take", undefined);
    expect(await sendingOf("take")).toBeUndefined();
  });
});
