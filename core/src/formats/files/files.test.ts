import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readArchive, writeArchive } from "./archive";
import { MAX_FILE_BYTES, MAX_UNPACKED_BYTES, sizeProblem } from "./bounds";
import { decodeText, type TextEncoding } from "./decode-text";

const DATE = new Date("2026-01-02T03:04:06Z");
const anyBytes = fc.uint8Array({ maxLength: 3000 });

/** A text in an encoding, with or without its mark, by hand. */
function encode(text: string, encoding: TextEncoding, withMark: boolean): Uint8Array {
  const units = Array.from({ length: text.length }, (_, index) => text.charCodeAt(index));
  switch (encoding) {
    case "utf-16le":
      return Uint8Array.from([
        ...(withMark ? [0xff, 0xfe] : []),
        ...units.flatMap((u) => [u & 255, u >> 8]),
      ]);
    case "utf-16be":
      return Uint8Array.from([
        ...(withMark ? [0xfe, 0xff] : []),
        ...units.flatMap((u) => [u >> 8, u & 255]),
      ]);
    case "utf-8":
      return Uint8Array.from([
        ...(withMark ? [0xef, 0xbb, 0xbf] : []),
        ...Buffer.from(text, "utf8"),
      ]);
    case "latin-1":
      return Uint8Array.from(units);
  }
}

describe("texts in whatever encoding", () => {
  const umlauts = "Über die Brücke — geht's?";
  it.each<[TextEncoding, boolean, string]>([
    ["utf-8", false, umlauts],
    ["utf-8", true, umlauts],
    ["utf-16le", true, umlauts],
    ["utf-16be", true, umlauts],
    ["utf-16le", false, "<?xml version='1.0'?><score/>"],
    ["utf-16be", false, "<?xml version='1.0'?><score/>"],
    ["latin-1", false, "Über die Brücke"],
  ])("%s, mark %s", (encoding, withMark, text) => {
    expect(decodeText(encode(text, encoding, withMark))).toEqual({ text, encoding });
  });

  it("never fails on bytes, and reads every text of UTF-8 back", () => {
    fc.assert(fc.property(anyBytes, (bytes) => typeof decodeText(bytes).text === "string"));
    fc.assert(
      fc.property(fc.string({ unit: "grapheme", maxLength: 60 }), (text) => {
        fc.pre(!text.startsWith("\ufeff") && !text.includes("\0"));
        expect(decodeText(encode(text, "utf-8", false)).text).toBe(text);
      }),
    );
  });
});

describe("archives", () => {
  it("give back what was put in, in its order", () => {
    const names = fc.uniqueArray(fc.stringMatching(/^[a-z]{1,8}(\/[a-z]{1,8})?\.json$/u), {
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(names, fc.array(anyBytes, { minLength: 6, maxLength: 6 }), (paths, contents) => {
        const entries = paths.map((name, index) => ({ name, content: contents[index]! }));
        const { entries: back, findings } = readArchive(writeArchive(entries, DATE));
        expect(findings).toEqual([]);
        const wanted = entries.filter(({ content }) => content.length > 0);
        expect(back.filter(({ bytes }) => bytes.length > 0).map(({ name }) => name)).toEqual(
          wanted.map(({ name }) => name),
        );
        for (const [index, { bytes }] of back.entries()) {
          expect([...bytes]).toEqual([...entries[index]!.content]);
        }
      }),
      { numRuns: 60 },
    );
  });

  it.each(["../out.json", "/etc/out.json", "a/../../out.json", "C:out.json", "..\\out.json"])(
    "%s leads out and is refused, the rest is read",
    (name) => {
      const zip = writeArchive(
        [
          { name, content: "x" },
          { name: "in.json", content: "y" },
        ],
        DATE,
      );
      const { entries, findings } = readArchive(zip);
      expect(entries.map((entry) => entry.name)).toEqual(["in.json"]);
      expect(findings.map(({ code }) => code)).toEqual(["archive-path"]);
    },
  );

  it("are not unpacked where they hold more than is wanted", () => {
    const content = Uint8Array.from({ length: 5000 }, (_, at) => (at * at * 31) % 251);
    const zip = writeArchive([{ name: "a", content }], DATE);
    const { entries, findings } = readArchive(zip, { mostBytes: 4999 });
    expect([entries, findings.map(({ code }) => code)]).toEqual([[], ["archive-too-big"]]);
  });

  it("are refused where they swell like nothing anybody wrote", () => {
    const zeros = new Uint8Array(MAX_UNPACKED_BYTES / 2 + 1);
    const zip = writeArchive(
      [
        { name: "a", content: zeros },
        { name: "b", content: zeros },
      ],
      DATE,
    );
    expect(zip.length).toBeLessThan(1_000_000);
    const { entries, findings } = readArchive(zip);
    expect(findings.map(({ code }) => code)).toEqual(["archive-swells"]);
    expect(entries).toEqual([]);
  }, 30_000);

  it("never throw: cut off, or with bytes changed", () => {
    const zip = writeArchive([{ name: "a.json", content: "{".repeat(4000) }], DATE);
    fc.assert(
      fc.property(fc.nat({ max: zip.length }), fc.nat({ max: zip.length - 1 }), (end, at) => {
        const broken = Uint8Array.from(zip.subarray(0, end));
        if (at < broken.length) broken[at] = 255 - broken[at]!;
        expect(Array.isArray(readArchive(broken).entries)).toBe(true);
      }),
    );
  });
});

it("refuses what is too big or empty, with a word", () => {
  expect(sizeProblem("a.mid", MAX_FILE_BYTES)).toBeUndefined();
  expect(sizeProblem("a.mid", MAX_FILE_BYTES + 1)).toContain("25 MB");
  expect(sizeProblem("a.mid", 0)).toContain("empty");
});
