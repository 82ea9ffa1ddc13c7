"use client";

import { useState } from "react";
import { Button } from "@/ui/button";

const USUAL_REASONS = ["as on the record", "meant so", "only in this key", "easier to teach so"];

/** Accepts a finding with a reason: the usual ones are a click, any other is typed. */
export function AcceptForm({ onAccept }: { readonly onAccept: (reason: string) => void }) {
  const [reason, setReason] = useState("");
  return (
    <form
      className="flex flex-wrap items-center gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() !== "") onAccept(reason.trim());
      }}
    >
      <label className="flex items-center gap-1.5">
        <span className="text-soft">right as it is:</span>
        <input
          value={reason}
          maxLength={200}
          placeholder="why"
          onChange={({ target }) => setReason(target.value)}
          className="w-36 rounded-sm border border-hairline bg-sheet px-1.5 py-1"
        />
      </label>
      <Button disabled={reason.trim() === ""} type="submit">
        Accept
      </Button>
      {USUAL_REASONS.map((usual) => (
        <button
          key={usual}
          type="button"
          aria-label={`Accept: ${usual}`}
          onClick={() => onAccept(usual)}
          className="min-h-6 rounded-sm px-1 text-soft underline decoration-hairline underline-offset-2 hover:text-ink"
        >
          {usual}
        </button>
      ))}
    </form>
  );
}
