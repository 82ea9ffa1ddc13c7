import { demoRack } from "@intonazione/demo";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import type { InRack } from "@/calls/rack";
import { valuesOf } from "@/ui/instrument-values";
import { allOf } from "@/ui/markup.test-kit";
import { StringBand } from "@/ui/string-band";
import { RackList } from "./rack-list";
import { NEW } from "./use-rack-drafts";

const rack = demoRack().map((instrument, index): InRack => ({
  id: `i${index}`,
  version: 1,
  value: instrument,
}));
const list = (entries: readonly InRack[], drafts = {}, selected = NEW) =>
  renderToStaticMarkup(
    <RackList rack={entries} drafts={drafts} selected={selected} onChoose={() => undefined} />,
  );

describe("the list of the rack", () => {
  it("says of every instrument what it is, how it is tuned and strung", () => {
    const rows = allOf(list(rack), "button");
    expect(rows).toHaveLength(rack.length + 1);
    expect(rows[0]).toBe("Grey Wader electric guitar, 6 strings Standard · Regular, 10–46");
    expect(rows).toContain(
      "Ferry classical guitar, 6 strings, left-handed Standard · Normal tension",
    );
    expect(rows.at(-1)).toBe("+ A new instrument");
  });

  it("marks what is chosen and what was typed and not saved", () => {
    const drafts = { i1: valuesOf(rack[1]!.value), [NEW]: valuesOf(rack[0]!.value) };
    const markup = list(rack, drafts, "i1");
    expect(markup.match(/aria-pressed="true"/gu)).toHaveLength(1);
    const unsaved = allOf(markup, "button").filter((row) => row.includes("not saved"));
    expect(unsaved).toEqual([expect.stringMatching(/^Quince/u), expect.stringMatching(/new/u)]);
  });

  it("says what to do while nothing stands in it", () => {
    expect(list([])).toMatch(/Nothing stands in the rack yet/u);
    expect(allOf(list([]), "button")).toEqual(["+ A new instrument"]);
  });
});

describe("the band of strings", () => {
  it("draws each as thick as its gauge, thinnest first, wound ones twice", () => {
    for (const { value: instrument } of rack) {
      const markup = renderToStaticMarkup(<StringBand instrument={instrument} />);
      const widths = [...markup.matchAll(/<g stroke="[^"]*" stroke-width="([\d.]+)"/gu)].map(
        ([, width]) => Number(width),
      );
      expect(widths).toHaveLength(instrument.tuning.length);
      if (instrument.kind !== "classical")
        expect(widths).toEqual([...widths].sort((a, b) => a - b));
      const wound = instrument.strings!.gauges.filter(({ make }) => !make.startsWith("plain"));
      expect(markup.match(/stroke-dasharray/gu)).toHaveLength(wound.length);
      expect(markup.includes("-scale-x-100")).toBe(instrument.handed === "left");
    }
  });
});
