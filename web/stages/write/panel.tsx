import { PanelAtCursor } from "@/features/at-cursor/at-cursor";
import { Needs } from "@/features/write/needs";
import { PartFields } from "@/features/write/part-fields";
import { KeysWriteHere, Said, Techniques } from "@/features/write/said-and-techniques";
import { selectPart, useSong } from "@/open-song/context";

/** How the event is said, and what is done to it; without one, what holds for the part. */
export function WritePanel() {
  return (
    <PanelAtCursor nothing={<NothingChosen />}>
      {({ stop }) => (
        <>
          <KeysWriteHere />
          <Said key={stop.event.id} bar={stop.barOfPart} />
          <Techniques />
        </>
      )}
    </PanelAtCursor>
  );
}

function NothingChosen() {
  const part = useSong(selectPart);
  return (
    <div className="flex flex-col gap-3 text-soft">
      <p>
        Select an event: click it, or walk there with the arrow keys. Digits write frets, letters
        techniques; every key stands in the list of commands (Ctrl K).
      </p>
      <Needs part={part} />
      <PartFields part={part} />
    </div>
  );
}
