import { randomUUID } from "node:crypto";
import type { Instrument } from "@intonazione/core/instrument";
import { USUAL_STYLE } from "@intonazione/core/neck";
import { demoRack } from "@intonazione/demo";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { database } from "@/server/database";
import { createTestDatabase, TEST_SERVER, type TestDatabase } from "@/server/database.test-kit";
import { InstrumentRepository, type RackInstrument } from "@/server/instrument-repository";
import { createStudio, currentStudio } from "@/server/studio-repository";
import { PUT as setProfiles } from "../studio/profiles/route";
import { PUT as setStyle } from "../studio/route";
import { GET, POST } from "./route";
import { DELETE, PUT } from "./[id]/route";

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
  return { status: settled.status, body: body as RackInstrument & { code: string } };
};

describe.skipIf(!TEST_SERVER)("the rack over HTTP", () => {
  let test: TestDatabase;
  let foreignId: string;
  const before = process.env["DATABASE_URL"];

  beforeAll(async () => {
    test = await createTestDatabase("rack");
    process.env["DATABASE_URL"] = test.url;
    await createStudio(test.db, "Ours");
    const theirs = await createStudio(test.db, "Theirs");
    foreignId = (await new InstrumentRepository(test.db, theirs.id).create(electric))!.id;
  });

  afterAll(async () => {
    await database().destroy();
    await test.drop();
    if (before === undefined) delete process.env["DATABASE_URL"];
    else process.env["DATABASE_URL"] = before;
  });

  it("takes instruments in, changes them over their own version only, and lets them go", async () => {
    const made = await read(POST(ask({ instrument: electric, baseVersion: 1 })));
    expect(made).toMatchObject({ status: 201, body: { version: 1, instrument: electric } });
    const { id } = made.body;
    await POST(ask({ instrument: acoustic, baseVersion: 1 }));
    const save = (name: string, baseVersion: number) =>
      read(PUT(ask({ instrument: { ...electric, name }, baseVersion }), at(id)));
    expect(await save("Second", 1)).toMatchObject({ status: 200, body: { version: 2 } });
    expect(await save("Stale", 1)).toMatchObject({ status: 409, body: { code: "stale-version" } });
    const rack = (await (
      await GET(new Request("http://127.0.0.1/api/instruments"))
    ).json()) as RackInstrument[];
    expect(rack.map(({ instrument }) => instrument)).toEqual([
      { ...electric, name: "Second" },
      acoustic,
    ]);
    expect((await DELETE(ask(null), at(id))).status).toBe(204);
    expect((await read(DELETE(ask(null), at(id)))).status).toBe(404);
  });

  it("keeps studios apart", async () => {
    const expected = { status: 404, body: { code: "instrument-missing" } };
    for (const id of [foreignId, randomUUID(), "nonsense"]) {
      const body = { instrument: electric, baseVersion: 1 };
      expect(await read(PUT(ask(body), at(id)))).toMatchObject(expected);
      expect(await read(DELETE(ask(null), at(id)))).toMatchObject(expected);
    }
    const rack = (await (
      await GET(new Request("http://127.0.0.1/api/instruments"))
    ).json()) as RackInstrument[];
    expect(rack.map(({ id }) => id)).not.toContain(foreignId);
  });

  it.each([
    ["what is no instrument", { instrument: 7, baseVersion: 1 }, 422, "instrument-wrong"],
    ["nothing", { baseVersion: 1 }, 400, "body-wrong"],
    ["no version", { instrument: electric }, 400, "body-wrong"],
    [
      "no frets",
      { instrument: { ...electric, frets: 0 }, baseVersion: 1 },
      422,
      "instrument-wrong",
    ],
    [
      "a zero-length scale",
      { instrument: { ...electric, scaleLengthMm: 0 }, baseVersion: 1 },
      422,
      "instrument-wrong",
    ],
    [
      "three strings",
      { instrument: { ...electric, tuning: electric.tuning.slice(0, 3) }, baseVersion: 1 },
      422,
      "instrument-wrong",
    ],
    [
      "gauges for other strings",
      { instrument: { ...electric, tuning: electric.tuning.slice(0, 5) }, baseVersion: 1 },
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
      read(setProfiles(ask({ profiles, baseVersion })));
    expect(await save([mine], 1)).toMatchObject({ status: 200, body: { version: 2 } });
    expect(await save([], 1)).toMatchObject({ status: 409, body: { code: "stale-version" } });
    const { profiles } = await currentStudio(test.db);
    expect(profiles).toEqual({ version: 2, list: [mine] });
    const heavier = { ...mine, factors: { stretches: 99 } };
    for (const wrong of [[heavier], [mine, mine], "none"]) {
      expect((await save(wrong, 2)).status).toBe(400);
    }
  });

  it("listens to its own pages only", async () => {
    const body = { instrument: electric, baseVersion: 1 };
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
