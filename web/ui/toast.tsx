import { X } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "./button";

/** What was done, said in a line that waits for nobody. */
export interface Told {
  readonly words: string;
  /** “caution” where something is left out, “problem” where nothing was done. */
  readonly kind?: "caution" | "problem";
  /** More of it, one line each. */
  readonly details?: readonly string[];
}

const LOOKS = {
  done: "border-ink",
  caution: "border-ochre",
  problem: "border-madder text-madder",
} as const;

/** What was done last, and the way back. It stands where the page puts it, and is read out. */
export function Toast({
  told,
  onUndo,
  onClose,
}: {
  readonly told: Told | undefined;
  /** Absent where nothing can be taken back. */
  readonly onUndo?: (() => void) | undefined;
  readonly onClose: () => void;
}): ReactNode {
  return (
    <div role="status" aria-live="polite">
      {told && (
        <div
          className={`pointer-events-auto rounded-md border bg-paper px-3 py-1.5 text-[13px] shadow-md ${LOOKS[told.kind ?? "done"]}`}
        >
          <div className="flex items-center gap-3">
            <p className="min-w-0 flex-1">{told.words}</p>
            {onUndo && (
              <Button size="small" onClick={onUndo} title="Ctrl Z">
                Undo
              </Button>
            )}
            <button
              type="button"
              aria-label="Close"
              onClick={onClose}
              className="rounded-sm p-1 text-soft hover:text-ink"
            >
              <X size={15} aria-hidden />
            </button>
          </div>
          {told.details && (
            <ul className="mt-1 max-h-40 list-disc overflow-y-auto pl-5 text-soft">
              {told.details.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          )}
        </div>
      )}
    </div>
  );
}
