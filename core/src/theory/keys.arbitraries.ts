import fc from "fast-check";
import { pitchClassAtFifths, type Key } from "../pitch/key";

/** Every key with at most six signs. */
export const EVERY_KEY = Array.from({ length: 13 }, (_, index) => index - 6).flatMap(
  (signs): Key[] => [
    { tonic: pitchClassAtFifths(signs), mode: "major" },
    { tonic: pitchClassAtFifths(signs + 3), mode: "minor" },
  ],
);
export const anyKey = fc.constantFrom(...EVERY_KEY);
