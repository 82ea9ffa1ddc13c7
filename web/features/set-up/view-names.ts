import type { SetUpView } from "@/open-song/store";

export const SET_UP_VIEW_NAME: Readonly<Record<SetUpView, string>> = {
  hand: "In the hand",
  capo: "Capo",
  strings: "Strings",
  tune: "Tune up",
  song: "The song",
};
