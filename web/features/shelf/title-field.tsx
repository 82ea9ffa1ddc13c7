"use client";

import { useState } from "react";
import { inputLook } from "@/ui/field";

/** A card's title while it is written anew; Enter keeps it, Escape leaves it as it was. */
export function TitleField({
  title,
  onDone,
}: {
  readonly title: string;
  readonly onDone: (title: string | undefined) => void;
}) {
  const [value, setValue] = useState(title);
  const done = () =>
    onDone(value.trim() === "" || value.trim() === title ? undefined : value.trim());
  return (
    <input
      autoFocus
      aria-label="Title"
      maxLength={200}
      value={value}
      onChange={({ target }) => setValue(target.value)}
      onFocus={({ target }) => target.select()}
      onBlur={done}
      onKeyDown={(press) => {
        press.stopPropagation();
        if (press.key === "Enter") press.currentTarget.blur();
        else if (press.key === "Escape") onDone(undefined);
      }}
      className={`${inputLook} relative z-10 py-0 font-serif text-lg`}
    />
  );
}
