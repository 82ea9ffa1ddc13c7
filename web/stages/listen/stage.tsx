import { ListenPanel } from "@/features/listen/listen-panel";
import { ListenView } from "@/features/listen/listen-view";
import type { Stage } from "../stage";
import { listenCommands } from "./commands";

/** The recording on the bench: looped, slowed, seen, and tied to the score. */
export const LISTEN: Stage = {
  id: "listen",
  name: "Listen",
  key: "shift+l",
  stateOf({ takes }) {
    if (takes === undefined) return "…";
    if (takes === 0) return "no take yet";
    return takes === 1 ? "1 take" : `${takes} takes`;
  },
  views: [
    { id: "take", name: "the take", Middle: ListenView, hasOwnTransport: true, hasCallOut: true },
  ],
  panel: { label: "The take", Panel: ListenPanel },
  commandsHere: listenCommands,
  changesTakes: true,
};
