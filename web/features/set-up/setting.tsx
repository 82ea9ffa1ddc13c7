"use client";

import type { Result } from "@intonazione/core/foundation";
import { useState, type ReactNode } from "react";
import { Field, inputLook, type FieldTies } from "@/ui/field";

/** One field: typed freely, taken over when left or on Enter, and only when it can be read. */
export function Setting<Value>({
  label,
  hint,
  value,
  read,
  onChange,
}: {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly value: string;
  readonly read: (text: string) => Result<Value>;
  readonly onChange: (value: Value) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const reading = typed === undefined ? undefined : read(typed);
  const settle = () => {
    if (typed === undefined || !reading?.ok) return;
    if (typed !== value) onChange(reading.value);
    setTyped(undefined);
  };
  const input = (ties: FieldTies) => (
    <input
      {...ties}
      value={typed ?? value}
      autoComplete="off"
      onChange={({ target }) => setTyped(target.value)}
      onBlur={settle}
      onKeyDown={(press) => press.key === "Enter" && settle()}
      className={inputLook}
    />
  );
  return (
    <Field label={label} hint={hint} error={reading && !reading.ok ? reading.error : undefined}>
      {input}
    </Field>
  );
}
