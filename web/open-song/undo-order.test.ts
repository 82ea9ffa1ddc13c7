import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { takeOf } from "@/open-takes/open-takes.test-kit";
import { createTakesStore } from "@/open-takes/store";
import { songOf, storeOf } from "./open-song.test-kit";
import { changeDetails } from "./transactions";
import { UndoOrder } from "./undo-order";

type Act = "song" | "takes" | "undo" | "redo" | "undo the song alone";

const anyActs = fc.array(
  fc.constantFrom<Act>("song", "takes", "undo", "redo", "undo the song alone"),
  { maxLength: 25 },
);

describe("undo of song and takes together", () => {
  it("takes back what was done last, whosever it is, and does it again in its order", () => {
    fc.assert(
      fc.property(anyActs, (acts) => {
        const song = storeOf(songOf([]));
        const takes = createTakesStore();
        takes.reopen([takeOf()]);
        const order = new UndoOrder(song, takes);
        const now = () =>
          `${song.getState().history.song.title}/${takes.getState().history.takes[0]!.name}`;
        let count = 0;
        const states = [now()];
        let at = 0;
        let isMixed = false;
        for (const act of acts) {
          if (act === "song" || act === "takes") {
            count += 1;
            if (act === "song")
              song.run(changeDetails(song.getState().history.song, { title: `s${count}` }));
            else takes.change("name it", (take) => ({ ...take, name: `t${count}` }));
            // What the other one had undone can still be redone: then the two are no line any more.
            if (at < states.length - 1) isMixed = true;
            states.splice(++at, Infinity, now());
          } else if (act === "undo the song alone") {
            song.undo();
            isMixed = true;
          } else if (act === "undo") {
            order.undo();
            at = Math.max(0, at - 1);
          } else {
            order.redo();
            at = Math.min(states.length - 1, at + 1);
          }
          if (!isMixed) expect(now()).toBe(states[at]);
        }
        // However they were mixed, undo leads back to the beginning.
        for (let step = 0; step <= acts.length; step++) order.undo();
        expect(now()).toBe(states[0]);
        expect(order.next().undo).toBeUndefined();
      }),
    );
  });
});
