import { PanelAtCursor } from "@/features/at-cursor/at-cursor";
import { PlaceOfNote } from "@/features/place/place-of-note";

/** Why the note lies where it does, and where else it could. */
export function PlacePanel() {
  return (
    <PanelAtCursor
      nothing={
        <p className="text-soft">
          Select a note: click it, or walk there with the arrow keys. What it is and where else it
          could lie is said here.
        </p>
      }
    >
      {(at) => <PlaceOfNote {...at} />}
    </PanelAtCursor>
  );
}
