import { FormView } from "@/features/form/form-view";
import { HistoryView } from "@/features/history/history-view";
import { useDrawBars } from "@/features/strip/draw-line";
import { VersionsView } from "@/features/versions/versions-view";
import { Questions } from "../questions";
import type { Stage } from "../stage";
import { tallyOfPart } from "../tally";
import { WritePanel } from "./panel";
import { clipboardOf, stripCommands } from "./strip-commands";

/** Every bar called out: string, fret, technique, count. */
export const WRITE: Stage = {
  id: "write",
  name: "Write",
  key: "w",
  stateOf({ song, part }) {
    const { bars, open } = tallyOfPart(song, part);
    return `${bars} ${bars === 1 ? "bar" : "bars"}${open > 0 ? `, ${open} off` : ""}`;
  },
  views: [
    {
      id: "strips",
      name: "strips",
      Middle: Questions,
      hasStrips: true,
      needsPhrases: true,
    },
    { id: "form", name: "form", Middle: FormView },
    { id: "versions", name: "versions", Middle: Versions },
    { id: "history", name: "history", Middle: History },
  ],
  panel: { label: "At the cursor", Panel: WritePanel },
  commandsHere: ({ store }) => stripCommands(store),
  clipboard: clipboardOf,
};

function Versions() {
  return <VersionsView drawBars={useDrawBars()} />;
}

function History() {
  return <HistoryView drawBars={useDrawBars()} />;
}
