"use client";

import { Button } from "@/ui/button";
import type { Done } from "./use-shelf-acts";

/** What was done last, and the way back. */
export function UndoBar({
  done,
  onUndo,
  onClose,
}: {
  readonly done: Done | undefined;
  readonly onUndo: () => void;
  readonly onClose: () => void;
}) {
  return (
    <div role="status" aria-live="polite">
      {done && (
        <div
          className={`flex items-center gap-3 border-t py-2 ${done.isProblem ? "border-madder text-madder" : "border-hairline"}`}
        >
          <p className="min-w-0 flex-1 truncate">{done.words}</p>
          {done.undo && (
            <Button onClick={onUndo} title="Ctrl Z">
              Undo
            </Button>
          )}
          <Button look="quiet" onClick={onClose}>
            Close
          </Button>
        </div>
      )}
    </div>
  );
}
