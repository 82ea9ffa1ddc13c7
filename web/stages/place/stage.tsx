import { MoveTo } from "@/features/place/move-to";
import { SideBySide } from "@/features/place/side-by-side";
import { TwoParts } from "@/features/place/two-parts";
import { WaysView } from "@/features/place/ways-view";
import { WhichTuning } from "@/features/place/which-tuning";
import { SOUNDS, useDrawCompared, useDrawLine } from "@/features/strip/draw-line";
import { Questions } from "../questions";
import type { Stage } from "../stage";
import { tallyOfPart } from "../tally";
import { hintCommands, ringCommands } from "./commands";
import { PlacePanel } from "./panel";

/** Where the line lies, and why there. */
export const PLACE: Stage = {
  id: "place",
  name: "Place",
  key: "l",
  stateOf({ song, part }) {
    const { homeless, pinned } = tallyOfPart(song, part);
    return homeless > 0 ? `${homeless} without a place` : `${pinned} pinned`;
  },
  views: [
    { id: "places", name: "places", Middle: HowToPlace, hasStrips: true, needsPhrases: true },
    { id: "ways", name: "ways", Middle: Ways, needsPhrases: true },
    { id: "side by side", name: "side by side", Middle: Beside, needsPhrases: true },
    { id: "move to", name: "move to", Middle: Moved, needsPhrases: true },
    { id: "parts", name: "parts", Middle: Parts, needsPhrases: true },
    { id: "tuning", name: "tuning", Middle: WhichTuning, needsPhrases: true },
  ],
  panel: { label: "At the cursor", Panel: PlacePanel },
  commands: ({ store }) => hintCommands(store),
  commandsHere: ({ store }) => ringCommands(store),
};

/** Above the strips, while one chooses places on the neck. */
function HowToPlace() {
  return (
    <>
      <Questions />
      <p className="px-1 text-[13px] text-soft">
        Choose a note, then a ring on the neck or its key: the pitch stays, the place is pinned.
      </p>
    </>
  );
}

function Ways() {
  return <WaysView drawCompared={useDrawCompared()} />;
}

function Beside() {
  return <SideBySide drawCompared={useDrawCompared()} />;
}

function Moved() {
  return <MoveTo drawCompared={useDrawCompared()} />;
}

function Parts() {
  return <TwoParts drawLine={useDrawLine(SOUNDS)} />;
}
