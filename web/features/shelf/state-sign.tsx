import type { SongState } from "@intonazione/core/catalogue";
import { Bookmark, CircleCheck, GraduationCap, Moon, Pencil, type LucideIcon } from "lucide-react";

const SIGNS: Readonly<Record<SongState, LucideIcon>> = {
  wanted: Bookmark,
  "in work": Pencil,
  ready: CircleCheck,
  taught: GraduationCap,
  resting: Moon,
};

/** A state is told by its sign and its word, never by colour alone. */
export function StateSign({ state }: { readonly state: SongState }) {
  const Sign = SIGNS[state];
  return (
    <>
      <Sign size={13} aria-hidden className="shrink-0" />
      {state}
    </>
  );
}
