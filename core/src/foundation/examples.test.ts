import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import * as instrument from "../instrument";
import * as neck from "../neck";
import * as pitches from "../pitch";
import * as rhythm from "../rhythm";
import { type Result } from "./result";

/** Every `@example code // value` of a docstring holds: both sides are run, and have to be equal. */

const HERE = join(import.meta.dirname, "..");
const SOURCES = readdirSync(HERE, { recursive: true, encoding: "utf8" }).filter(
  (path) => path.endsWith(".ts") && !/\.(test|test-kit|arbitraries)\.ts$/u.test(path),
);

function read<Value>(result: Result<Value>): Value {
  if (!result.ok) throw new Error(result.error);
  return result.value;
}

/** What examples may say besides what their file and the lowest layers export. */
const VOCABULARY = {
  ...rhythm,
  ...pitches,
  ...instrument,
  ...neck,
  key: (text: string) => read(pitches.parseKey(text)),
  pitch: (text: string) => read(pitches.parsePitch(text)),
  chord: (text: string) => read(pitches.parseChord(text)),
  name: (text: string) => read(pitches.parsePitchClass(text)),
  guitar: (tuningId: string) =>
    instrument.usualInstrument(instrument.tuningById(tuningId), "Guitar"),
  standard: instrument.tuningById("standard").tuning,
  dropD: instrument.tuningById("drop-d").tuning,
  standardNeck: neck.neckOf(
    instrument.usualInstrument(instrument.tuningById("standard"), "Guitar"),
  ),
};

const EXAMPLES = SOURCES.flatMap((path) =>
  [...readFileSync(join(HERE, path), "utf8").matchAll(/@example (.+)/gu)].map(
    ([, said]) => [path, said!.replace(/\s*\*\/$/u, "")] as const,
  ),
);

function run(code: string, scope: Readonly<Record<string, unknown>>): unknown {
  // The code is our own: it stands in the docstrings beside this test.
  // eslint-disable-next-line @typescript-eslint/no-implied-eval
  const evaluate = new Function(...Object.keys(scope), `return (${code});`) as (
    ...values: readonly unknown[]
  ) => unknown;
  return evaluate(...Object.values(scope));
}

describe("examples in docstrings", () => {
  it("are there to be run", () => {
    expect(EXAMPLES.length).toBeGreaterThan(35);
  });

  it.each(EXAMPLES)("%s: %s", async (path, said) => {
    const [code, value, ...more] = said.split(" // ");
    expect(more).toEqual([]);
    const own = (await import(join(HERE, path))) as Record<string, unknown>;
    const scope = { ...VOCABULARY, ...own };
    expect(run(code!, scope)).toEqual(run(value!, scope));
  });
});
