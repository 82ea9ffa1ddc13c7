"use client";

import { useState, type ReactNode } from "react";
import { keepKeys } from "@/ui/keep-keys";
import { useBring } from "./use-bring";

/** Where files can be dropped to become takes. */
export function DropTakes({ children }: { readonly children: ReactNode }) {
  const bring = useBring();
  const [isOver, setOver] = useState(false);
  return (
    <section
      aria-label="Listen"
      className={`flex min-h-0 flex-1 flex-col gap-1.5 rounded-md ${isOver ? "outline-2 outline-offset-2 outline-verdigris outline-dashed" : ""}`}
      onMouseDown={keepKeys}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        if (event.dataTransfer.files.length === 0) return;
        event.preventDefault();
        void bring([...event.dataTransfer.files].map((file) => ({ name: file.name, file })));
      }}
    >
      {children}
    </section>
  );
}
