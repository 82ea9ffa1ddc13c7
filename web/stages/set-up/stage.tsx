import { SetUp } from "@/features/set-up/set-up";
import { SayFirst } from "@/features/set-up/say-first";
import { setUpInWords } from "@/ui/instrument-picker";
import type { Stage } from "../stage";

/** What the student must have in hand before a note sounds, in the order in which it is said. */
export const SET_UP: Stage = {
  id: "set-up",
  name: "Set up",
  key: "u",
  stateOf: ({ part }) => setUpInWords(part),
  views: [
    { id: "hand", name: "in the hand", Middle: () => <SetUp view="hand" /> },
    { id: "capo", name: "capo", Middle: () => <SetUp view="capo" /> },
    { id: "strings", name: "strings", Middle: () => <SetUp view="strings" /> },
    { id: "tune", name: "tune up", Middle: () => <SetUp view="tune" /> },
    { id: "song", name: "the song", Middle: () => <SetUp view="song" /> },
  ],
  panel: { label: "Say it first", Panel: SayFirst },
};
