"use client";

import type { Finding } from "@intonazione/core/foundation";
import { useState } from "react";

/** Something in the call-out's own words, said anew by Enter; Escape leaves it as it was. */
export function SaidField({
  id,
  label,
  said,
  placeholder,
  isReadOnly = false,
  onSay,
}: {
  readonly id: string;
  readonly label: string;
  readonly said: string;
  readonly placeholder?: string;
  readonly isReadOnly?: boolean;
  /** @returns the slips that keep it from being written. */
  readonly onSay: (text: string) => readonly Finding[];
}) {
  const [typed, setTyped] = useState<string>();
  const [slip, setSlip] = useState<string>();
  const [lastSaid, setLastSaid] = useState(said);
  const forget = () => {
    setTyped(undefined);
    setSlip(undefined);
  };
  if (said !== lastSaid) {
    setLastSaid(said);
    forget();
  }
  const commit = () => {
    if (typed === undefined || typed.trim() === said) return forget();
    const [first] = onSay(typed);
    setSlip(first?.message);
    if (!first) setTyped(undefined);
  };
  return (
    <div className="flex flex-col gap-1 text-[13px]">
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      <input
        id={id}
        value={typed ?? said}
        placeholder={placeholder}
        readOnly={isReadOnly}
        onChange={({ target }) => setTyped(target.value)}
        onKeyDown={(press) => {
          if (press.key === "Enter") {
            press.preventDefault();
            commit();
          }
          if (press.key === "Escape") {
            forget();
            document.getElementById("strips")?.focus();
          }
        }}
        onBlur={commit}
        aria-invalid={slip !== undefined || undefined}
        aria-describedby={slip === undefined ? undefined : `${id}-slip`}
        spellCheck={false}
        autoComplete="off"
        className="rounded-sm border border-hairline bg-sheet px-2 py-1 font-mono placeholder:text-soft aria-invalid:border-madder"
      />
      {slip !== undefined && (
        <span id={`${id}-slip`} role="alert" className="text-madder">
          {slip}
        </span>
      )}
    </div>
  );
}
