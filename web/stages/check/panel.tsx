import { PanelAtCursor } from "@/features/at-cursor/at-cursor";
import { HeardAtCursor } from "@/features/check/heard-at-cursor";

/** What the note is over its chord, and what it sounds with. */
export function CheckPanel() {
  return (
    <PanelAtCursor
      nothing={
        <p className="text-soft">
          Select a note or a finding. Its degree, its chord and the shape it belongs to are said
          here.
        </p>
      }
    >
      {(at) => <HeardAtCursor {...at} />}
    </PanelAtCursor>
  );
}
