import { randomUUID } from "node:crypto";
import type { Instrument } from "@intonazione/core/instrument";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { demoRack } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { serveTestDatabase, TEST_SERVER, type TestDatabase } from "@/server/database.test-kit";
import { DocumentRepository } from "@/server/documents/document-repository";
import { INSTRUMENTS, PROFILES } from "@/server/studio-documents";
import { createStudio, currentStudio } from "@/server/studio-repository";
import { profilesIn } from "@/server/studio-api";
import { PUT as setProfiles } from "../profiles/[id]/route";
import { PUT as setStyle } from "../studio/route";
import { POST } from "./route";
import { DELETE, GET, PUT } from "./[id]/route";

const [electric, acoustic] = demoRack() as [Instrument, Instrument];
const ask = (body: unknown, site = "same-origin") =>
  new Request("http://127.0.0.1/api/instruments", {
    method: "POST",
    body: JSON.stringify(body),
    headers: { "Sec-Fetch-Site": site },
  });
const at = (id: string) => ({ params: Promise.resolve({ id }) });
const read = async (response: Promise<Response>) => {
  const settled = await response;
  const body: unknown = settled.status === 204 ? {} : await settled.json();
  return { status: settled.status, body: body as { id: string; version: number; code: string } };
};

describe.skipIf(!TEST_SERVER)("the rack over HTTP", () => {
  let test: TestDatabase;
  let oursId: string;
  let foreignId: string;

  beforeAll(async () => {
    test = await serveTestDatabase("rack");
    oursId = (await createStudio(test.db, "Ours")).id;
    const theirs = await createStudio(test.db, "Theirs");
    foreignId = (await new DocumentRepository(INSTRUMENTS, test.db, theirs.id).create(electric))!
      .id;
  });

  afterAll(() => test.drop());

  it("takes instruments in, changes them over their own version only, and lets them go", async () => {
    const made = await read(POST(ask({ value: electric })));
    expect(made).toMatchObject({ status: 201, body: { version: 1 } });
    const { id } = made.body;
    await POST(ask({ value: acoustic }));
    const save = (name: string, baseVersion: number) =>
      read(PUT(ask({ value: { ...electric, name }, baseVersion }), at(id)));
    expect(await save("Second", 1)).toMatchObject({ status: 200, body: { version: 2 } });
    expect(await save("Stale", 1)).toMatchObject({ status: 409, body: { code: "stale-version" } });
    const rack = new DocumentRepository(INSTRUMENTS, test.db, oursId);
    expect((await rack.list()).map(({ value }) => value)).toEqual([
      { ...electric, name: "Second" },
      acoustic,
    ]);
    expect((await DELETE(ask(null), at(id))).status).toBe(204);
    expect((await read(DELETE(ask(null), at(id)))).status).toBe(404);
  });

  it("keeps studios apart", async () => {
    const expected = { status: 404, body: { code: "instrument-missing" } };
    for (const id of [foreignId, randomUUID(), "nonsense"]) {
      const body = { value: electric, baseVersion: 1 };
      expect(await read(GET(ask(body), at(id)))).toMatchObject(expected);
      expect(await read(PUT(ask(body), at(id)))).toMatchObject(expected);
      expect(await read(DELETE(ask(null), at(id)))).toMatchObject(expected);
    }
  });

  it.each([
    ["what is no instrument", { value: {} }, 422, "instrument-wrong"],
    ["what is nothing of ours", { value: 7 }, 400, "body-wrong"],
    ["nothing", { baseVersion: 1 }, 400, "body-wrong"],
    ["no frets", { value: { ...electric, frets: 0 } }, 422, "instrument-wrong"],
    ["a zero-length scale", { value: { ...electric, scaleLengthMm: 0 } }, 422, "instrument-wrong"],
    [
      "three strings",
      { value: { ...electric, tuning: electric.tuning.slice(0, 3) } },
      422,
      "instrument-wrong",
    ],
    [
      "gauges for other strings",
      { value: { ...electric, tuning: electric.tuning.slice(0, 5) } },
      422,
      "instrument-wrong",
    ],
  ])("refuses %s", async (_, body, status, code) => {
    expect(await read(POST(ask(body)))).toMatchObject({ status, body: { code } });
  });

  it("keeps the studio's placing profiles, over their own version only", async () => {
    const mine = {
      id: "small-hands",
      name: "Small hands",
      base: "usual",
      factors: { stretches: 2 },
      player: { size: "small", usesThumb: false },
    };
    const save = (profiles: unknown, baseVersion: number) =>
      read(setProfiles(ask({ value: profiles, baseVersion }), at(oursId)));
    expect(await save([mine], 1)).toMatchObject({ status: 200, body: { version: 2 } });
    expect(await save([], 1)).toMatchObject({ status: 409, body: { code: "stale-version" } });
    const stored = () => profilesIn(new DocumentRepository(PROFILES, test.db, oursId), oursId);
    expect(await stored()).toEqual({ id: oursId, version: 2, value: [mine] });
    const heavier = { ...mine, factors: { stretches: 99 } };
    for (const [wrong, status] of [
      [[heavier], 422],
      [[mine, mine], 422],
      [{ list: [mine] }, 422],
      ["none", 400],
    ] as const) {
      expect((await save(wrong, 2)).status).toBe(status);
    }
    expect((await stored()).version).toBe(2);
  });

  it("listens to its own pages only", async () => {
    const body = { value: electric };
    expect((await POST(ask(body, "cross-site"))).status).toBe(403);
    expect((await DELETE(ask(null, "cross-site"), at(randomUUID()))).status).toBe(403);
  });

  it("keeps how the studio writes places", async () => {
    expect((await currentStudio(test.db)).style).toEqual(USUAL_STYLE);
    const style = { stringSchool: "number", fretsFrom: "nut" } as const;
    expect((await setStyle(ask({ style }))).status).toBe(200);
    expect((await currentStudio(test.db)).style).toEqual(style);
    expect((await setStyle(ask({ style: { stringSchool: "rainbow" } }))).status).toBe(400);
    expect((await currentStudio(test.db)).style).toEqual(style);
  });
});
