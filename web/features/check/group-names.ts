import type { Group } from "@intonazione/core/review";

export const GROUP_NAME: Readonly<Record<Group, string>> = {
  arithmetic: "Arithmetic",
  hand: "Hand",
  technique: "Technique",
  "set-up": "Set-up",
  parts: "Parts",
  words: "Words",
  teaching: "Teaching",
};
