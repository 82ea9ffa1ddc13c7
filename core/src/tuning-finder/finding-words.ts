import { formatBar } from "../foundation/bar-index";
import { displayPitch } from "../pitch/pitch";
import type { FoundTuning, Question } from "./find-tuning";

/** Why a tuning may be the one, in a teacher's words; what speaks against it comes last. */
export function reasonsFor({ look, capo, share }: FoundTuning): readonly string[] {
  const reasons: string[] = [];
  const percent = (part: number) => `${Math.round(100 * part)} %`;
  if (look.aboveLowest === 0) reasons.push("the lowest note is the lowest open string");
  if (look.open > 0) reasons.push(`${percent(look.open)} of the notes are open strings`);
  if (look.chords > 0) {
    const fingers = Math.max(0, Math.round(4 * look.chordEffort * 10) / 10);
    reasons.push(`its chords need ${fingers} fingers on average`);
  }
  if (look.agrees > 0) reasons.push(`agrees with ${count(look.agrees, "mark")}`);
  if (capo > 0) reasons.push(`with a capo at fret ${capo}`);
  if (look.disagrees > 0)
    reasons.push(`cannot be brought together with ${count(look.disagrees, "mark")}`);
  if (look.unplayable > 0)
    reasons.push(`${percent(look.unplayable)} of the moments cannot be played`);
  reasons.push(sureness(share));
  return reasons;
}

function count(number: number, what: string): string {
  return `${number} ${what}${number === 1 ? "" : "s"}`;
}

function sureness(share: number): string {
  if (share > 0.8) return "nothing else comes near";
  if (share > 0.5) return "likelier than all others together";
  if (share > 0.2) return "likely, and not alone";
  return "possible";
}

/** Like “Was the D2 in bar 1 an open string?”. */
export function questionInWords({ pitch, bar }: Question): string {
  return `Was the ${displayPitch(pitch)} in ${formatBar(bar)} an open string?`;
}
