import { demoRack } from "@intonazione/demo";
import { afterEach, describe, expect, it, vi } from "vitest";
import { addToRack, removeFromRack, saveInRack, saveStyle } from "./rack";

const [instrument] = demoRack();
const id = "2b5f1c1e-6c0a-4b7e-9d0a-3f0f6f0f6f0f";
const answers = (...responses: (Response | Error)[]) => {
  const fetch = vi.fn();
  for (const one of responses) {
    if (one instanceof Error) fetch.mockRejectedValueOnce(one);
    else fetch.mockResolvedValueOnce(one);
  }
  vi.stubGlobal("fetch", fetch);
  return fetch;
};

describe("what the page hears of its rack", () => {
  afterEach(() => void vi.unstubAllGlobals());

  it("is the instrument with its id and version", async () => {
    const fetch = answers(
      Response.json({ id, version: 1, instrument }, { status: 201 }),
      Response.json({ version: 2 }),
      new Response(null, { status: 204 }),
      Response.json({ style: {} }),
    );
    const added = await addToRack(instrument!);
    expect(added).toEqual({ ok: true, value: { id, version: 1, instrument } });
    const saved = await saveInRack({ id, version: 1 }, instrument!);
    expect(saved).toEqual({ ok: true, value: { id, version: 2, instrument } });
    expect(await removeFromRack({ id })).toEqual({ ok: true, value: true });
    expect((await saveStyle({ stringSchool: "actual", fretsFrom: "nut" })).ok).toBe(true);
    const asked = fetch.mock.calls.map(
      ([path, init]) => `${(init as RequestInit).method} ${String(path)}`,
    );
    expect(asked).toEqual([
      "POST /api/instruments",
      `PUT /api/instruments/${id}`,
      `DELETE /api/instruments/${id}`,
      "PUT /api/studio",
    ]);
  });

  it.each([
    ["nobody answers", new Error("no network"), true, /does not answer/u],
    [
      "the database is down",
      Response.json({ message: "x" }, { status: 503 }),
      true,
      /does not answer/u,
    ],
    [
      "another window was first",
      Response.json({ message: "changed in another window" }, { status: 409 }),
      false,
      /another window/u,
    ],
    ["it is refused without a word", new Response("", { status: 400 }), false, /answered 400/u],
    ["the answer is nonsense", Response.json({ version: "soon" }), false, /cannot be read/u],
  ] as const)("is a problem when %s", async (_, response, isAway, problem) => {
    answers(response);
    const answer = await saveInRack({ id, version: 1 }, instrument!);
    expect(answer).toMatchObject({ ok: false, isAway });
    expect(answer.ok ? "" : answer.problem).toMatch(problem);
  });
});
