import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { eventsOf } from "./bar";
import { linkOf, notesOf } from "./event";
import { barKey } from "./merge-bars";
import { anySong, testId } from "./song.arbitraries";
import {
  addVersion,
  chooseVersion,
  copyOfBars,
  differences,
  everyNotePicked,
  removeVersion,
} from "./versions";

const anyBars = anySong.map((song) => song.lines[0]!.bars);

describe("versions of a line", () => {
  it("do not differ from their copy, and differ exactly where something was changed", () => {
    fc.assert(
      fc.property(anyBars, fc.nat(), (bars, at) => {
        const copy = copyOfBars(bars, testId);
        expect(copy.map(barKey)).toEqual(bars.map(barKey));
        expect(differences(copy, bars).size).toBe(0);
        const events = bars.flatMap((bar) => bar.events);
        const changed = events[at % events.length]!;
        const other = bars.map((bar) => ({
          ...bar,
          events: bar.events.map((event) =>
            event === changed ? { ...event, note: `${event.note ?? ""}!` } : event,
          ),
        }));
        expect([...differences(other, bars)]).toEqual([changed.id]);
      }),
    );
  });

  it("lose every hammer-on, pull-off and legato slide when each note is picked, and nothing else", () => {
    fc.assert(
      fc.property(anyBars, (bars) => {
        const links = (list: typeof bars) => eventsOf(list).flatMap(notesOf).map(linkOf);
        const after = links(everyNotePicked(bars));
        for (const [index, link] of links(bars).entries()) {
          const isLegato = link === "hammer-on" || link === "pull-off";
          expect(after[index]).toBe(isLegato ? undefined : link === "slide" ? "shift-slide" : link);
        }
        expect(everyNotePicked(everyNotePicked(bars))).toEqual(everyNotePicked(bars));
      }),
    );
  });

  it("change places when one is chosen, and come back when it is chosen again", () => {
    fc.assert(
      fc.property(anyBars, (bars) => {
        const line = addVersion(
          addVersion(
            { label: "as on the record", bars, others: [] },
            { label: "simplified", bars: [] },
          ),
          { label: "as on stage", reason: "two hands are free", bars: [] },
        );
        const chosen = chooseVersion(line, 1);
        expect(chosen).toMatchObject({
          label: "as on stage",
          reason: "two hands are free",
          bars: [],
        });
        expect(chosen.others.map(({ label }) => label)).toEqual(["simplified", "as on the record"]);
        expect(chooseVersion(chosen, 1)).toEqual(line);
        expect(removeVersion(line, 0).others.map(({ label }) => label)).toEqual(["as on stage"]);
        expect(() => chooseVersion(line, 2)).toThrow(RangeError);
      }),
      { numRuns: 20 },
    );
  });
});
