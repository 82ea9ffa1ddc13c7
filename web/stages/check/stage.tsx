import { FindingsView } from "@/features/check/findings-view";
import { HarmonyView } from "@/features/check/harmony-view";
import { KeyView } from "@/features/check/key-view";
import { OverChangesView } from "@/features/check/over-changes-view";
import { SOUNDS, useDrawLine } from "@/features/strip/draw-line";
import { openFindings } from "@/open-song/review";
import { nextFinding } from "@/open-song/show-finding";
import type { Stage } from "../stage";
import { CheckPanel } from "./panel";

/** Whether it adds up, sounds as it should, and can be played. */
export const CHECK: Stage = {
  id: "check",
  name: "Check",
  key: "shift+f",
  stateOf({ song, review }) {
    if (review.kind !== "done") return review.kind === "failed" ? "not looked over" : "looking …";
    // Remarks are not counted.
    const open = openFindings(review, song).filter(({ severity }) => severity !== "info").length;
    return open === 0 ? "nothing open" : `${open} open`;
  },
  views: [
    { id: "findings", name: "findings", Middle: Findings, needsPhrases: true },
    { id: "key and chords", name: "key and chords", Middle: KeyView, needsPhrases: true },
    { id: "harmony", name: "harmony", Middle: Harmony, needsPhrases: true },
    { id: "over changes", name: "over changes", Middle: OverChanges, needsPhrases: true },
  ],
  panel: { label: "At the cursor", Panel: CheckPanel },
  commands: ({ store }) => [
    { id: "next-finding", label: "Next finding", keys: ["shift+n"], run: () => nextFinding(store) },
  ],
};

function Findings() {
  return <FindingsView drawLine={useDrawLine(SOUNDS)} />;
}

function Harmony() {
  return <HarmonyView drawLine={useDrawLine(SOUNDS)} />;
}

function OverChanges() {
  return <OverChangesView drawLine={useDrawLine(SOUNDS)} />;
}
