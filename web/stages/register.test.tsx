import { demoSongs } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { storeOf } from "@/open-song/open-song.test-kit";
import { LANDMARKS } from "@/open-song/state/view";
import { STAGES, stageById, viewOf } from "./register";

describe("the register of stages", () => {
  it("has every view that others lead to", () => {
    for (const { stage, view } of Object.values(LANDMARKS)) {
      expect(stageById(stage).id).toBe(stage);
      expect(viewOf(stageById(stage), view).id).toBe(view);
    }
  });

  it("names everything once, and shows something whatever an address asks for", () => {
    for (const all of [STAGES.map(({ id }) => id), STAGES.map(({ name }) => name)]) {
      expect(new Set(all).size).toBe(all.length);
    }
    for (const stage of STAGES) {
      const ids = stage.views.map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
      expect(viewOf(stage, "nothing of the kind")).toBe(stage.views[0]);
    }
    expect(stageById("nothing of the kind").id).toBe("write");
  });

  it("says how each stage stands, for every song of the demo studio", () => {
    for (const song of demoSongs()) {
      const { review } = storeOf(song).getState();
      for (const part of song.parts) {
        for (const stage of STAGES) {
          for (const takes of [undefined, 0, 1, 2]) {
            expect(stage.stateOf({ song, part, review, takes })).not.toBe("");
          }
        }
      }
    }
  });
});
