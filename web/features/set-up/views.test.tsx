import {
  parseTuning,
  tuningById,
  usualInstrument,
  type Capo,
  type Instrument,
  NO_CAPO,
} from "@intonazione/core/instrument";
import { placeNamesOf, USUAL_STYLE } from "@intonazione/core/neck";
import type { Key } from "@intonazione/core/pitch";
import { stringSetsFor } from "@intonazione/core/strings";
import { demoRack } from "@intonazione/demo";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { rowsOf, textOf } from "@/ui/markup.test-kit";
import { BendTable } from "./strings/bend-table";
import { OpenStrings } from "./hand/open-strings";
import { TensionChart } from "./strings/tension-chart";
import { tuningsNow, type TuningNow } from "./tunings-now";
import { WayThere } from "./hand/way-there";

const key: Key = { tonic: { step: "E", alter: 0 }, mode: "minor" };
const tunedTo = (text: string) => {
  const reading = parseTuning(text);
  if (!reading.ok) throw new Error(reading.error);
  return reading.value.tuning;
};
const tens = stringSetsFor("electric", 6).find(({ id }) => id === "electric-10")!;
const electric = (text: string, more: Partial<Instrument> = {}): Instrument => ({
  ...usualInstrument(tuningById("standard"), "Test"),
  strings: tens,
  tuning: tunedTo(text),
  ...more,
});
const namesOf = (instrument: Instrument, capo: Capo = NO_CAPO) =>
  placeNamesOf({ instrument, capo }, USUAL_STYLE);
describe("the open strings", () => {
  const shown = (instrument: Instrument, capo: Capo, referenceHz = 440) =>
    rowsOf(
      renderToStaticMarkup(
        <OpenStrings
          setUp={{ instrument, capo }}
          names={namesOf(instrument, capo)}
          songKey={key}
          referenceHz={referenceHz}
        />,
      ),
    );

  it("say what they are tuned to, their frequency and how tight they are", () => {
    const rows = shown(electric("E A D G B E"), NO_CAPO);
    expect(rows[0]).toBe("e 1 E4 329.63 73 N, comfortable");
    expect(rows[5]).toBe("E 6 E2 82.41 79 N, comfortable");
  });

  it("say what sounds where a partial capo covers them, and what does not", () => {
    const rows = shown(electric("E A D G B E"), { fret: 2, strings: [3, 4, 5] }, 430);
    expect(rows[0]).toMatch(/^e 1 E4 E4 322\.14 /u);
    expect(rows[2]).toMatch(/^G 3 G3 A3 215\.00 /u);
  });

  it("say cents, and that gauges are not known", () => {
    const { strings: _, ...bare } = electric("E2 A2+12c D3 G3 B3-5c E4");
    const rows = shown(bare, NO_CAPO);
    expect(rows[4]).toBe("A 5 A2 +12 ¢ 110.77 gauge unknown");
    expect(rows[1]).toMatch(/B3 −5 ¢/u);
  });
});

describe("the tension chart", () => {
  const standard: TuningNow = { label: "Standard, as usual", tuning: tunedTo("E A D G B E") };
  const chart = (instrument: Instrument, now?: TuningNow) =>
    renderToStaticMarkup(
      <TensionChart
        instrument={instrument}
        now={now}
        referenceHz={440}
        names={namesOf(instrument)}
        errorPercent={5}
      />,
    );

  it("shows both tunings, a total of each and the model's error", () => {
    const markup = chart(electric("D A D G B E"), standard);
    expect(rowsOf(markup)[5]).toBe("E .046w 79 62");
    expect(rowsOf(markup)[0]).toBe("e .010 73 73");
    const said = /All together (\d+) N\s*, in Standard, as usual (\d+) N/u.exec(textOf(markup));
    const sumOf = (column: number) =>
      rowsOf(markup).reduce((sum, row) => sum + Number(row.split(" ").at(column)), 0);
    expect(Math.abs(Number(said?.[1]) - sumOf(-1))).toBeLessThanOrEqual(3);
    expect(Math.abs(Number(said?.[2]) - sumOf(-2))).toBeLessThanOrEqual(3);
    expect(textOf(markup)).toContain("within ±5 %");
    expect(textOf(markup)).toContain("✓ every string is comfortable");
  });

  it("puts what pulls harder further to the right", () => {
    const markup = chart(electric("E A D G B E"));
    const at = [...markup.matchAll(/<circle cx="([\d.]+)"[^>]*r="5.5"/gu)].map(([, x]) =>
      Number(x),
    );
    const newtons = rowsOf(markup).map((row) => Number(row.split(" ").at(-1)));
    const order = (values: readonly number[]) =>
      values.map((_, index) => index).sort((a, b) => values[a]! - values[b]!);
    expect(at).toHaveLength(6);
    expect(order(at)).toEqual(order(newtons));
  });

  it("tells by shape and words what is not comfortable", () => {
    const markup = chart(electric("C G D A E G"));
    expect(textOf(markup)).toMatch(/⚠ e: unsafe , may break/u);
    expect(textOf(markup)).toMatch(/turn your face away/u);
    expect(textOf(markup)).toMatch(/B: tight , hard work/u);
    expect(textOf(markup)).toMatch(/E: slack , will rattle/u);
    expect(markup.match(/l6\.5 6\.5l-6\.5 6\.5/gu)).toHaveLength(2);
  });
});

describe("the way to a tuning", () => {
  const way = (to: Instrument, from: string) => {
    const now = [{ label: from, tuning: tunedTo(from) }];
    const markup = renderToStaticMarkup(
      <WayThere instrument={to} now={now} referenceHz={440} names={namesOf(to)} />,
    );
    return {
      text: textOf(markup),
      steps: [...markup.matchAll(/<li[^>]*>(.*?)<\/li>/gsu)].map(([, step]) => textOf(step!)),
    };
  };

  it("goes down before it goes up, and warns of what may break", () => {
    const { steps, text } = way(electric("C2 G2 D3 A3 E4 G4"), "E A D G B E");
    expect(steps).toEqual([
      "1 E string E2 → C2 ↓ 4 slack",
      "2 A string A2 → G2 ↓ 2 comfortable",
      "3 G string G3 → A3 ↑ 2 comfortable",
      "4 B string B3 → E4 ↑ 5 tight",
      "5 e string E4 → G4 ↑ 3 unsafe",
    ]);
    expect(text).toMatch(/string 1 goes up beyond a safe tension and can break/u);
  });

  it("says what comes off, what may, and when nothing is to do", () => {
    expect(way(electric("D2 G2 D3 G3 B3 D4"), "E A D G B E").text).toMatch(/take string 6 off/u);
    expect(way(electric("E A D G B E"), "E A D G B E").text).toMatch(/it is there already/u);
    const five = { ...usualInstrument(tuningById("open-g-five"), "Five") };
    expect(way(five, "E A D G B E").text).toMatch(/First take string 6 off/u);
    expect(way(electric("E A D G B E"), "G2 D3 G3 B3 D4").text).toMatch(/another instrument/u);
  });
});

describe("how it may be tuned now", () => {
  it("is first as it was before a change, then as in the rack, then as usual; each once", () => {
    const rack = demoRack().map((instrument, index) => ({
      id: String(index),
      version: 1,
      value: instrument,
    }));
    const [, , five] = demoRack();
    const labels = (instrument: Instrument, before?: string) =>
      tuningsNow(instrument, rack, before === undefined ? undefined : tunedTo(before)).map(
        ({ label }) => label,
      );
    expect(labels(five!)).toEqual([
      "Open G, five strings, as it stands in the rack",
      "Standard, sixth off, as usual",
    ]);
    expect(labels(electric("D A D G B E"), "E A D G B E")).toEqual([
      "Standard, as this part is now",
    ]);
    expect(labels(electric("E A D G B E"))).toEqual(["Standard, as usual"]);
  });
});

describe("how hard a bend is", () => {
  it("is said for this gauge and the next lighter one, which is easier", () => {
    const instrument = electric("E A D G B E");
    const markup = renderToStaticMarkup(
      <BendTable
        instrument={instrument}
        capo={{ fret: 2 }}
        referenceHz={440}
        names={namesOf(instrument)}
      />,
    );
    const rows = rowsOf(markup);
    expect(rows.map((row) => row.split(" ")[0])).toEqual(["¼", "½", "1", "1½", "2"]);
    const forces = rows.map((row) => [...row.matchAll(/(\d+) N/gu)].map(([, n]) => Number(n)));
    for (const [own, lighter] of forces) expect(lighter!).toBeLessThanOrEqual(own!);
    const own = forces.map(([force]) => force!);
    expect(own).toEqual([...own].sort((a, b) => a - b));
    expect(textOf(markup)).toMatch(/Estimate: .* cents sharp, the capo at 2 \d+\.\d/u);
    expect(textOf(markup)).toMatch(/stop when it hurts/u);
  });
});
